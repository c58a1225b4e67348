<template>
  <main class="page">
    <h1>Nothing is kept here.</h1>
    <p class="soft">The address is not one of the shed's. <RouterLink to="/">Back to the shed</RouterLink></p>
  </main>
</template>
