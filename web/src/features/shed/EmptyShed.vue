<template>
  <section class="cabinet empty">
    <h1>The shed is empty.</h1>
    <p>
      Bring in the first bike. A name, its maker and model, and what the dash shows are enough; the rest starts from a sensible
      set and can be changed at any time.
    </p>
    <v-btn class="plate pen" to="/bikes/new">Bring in the first bike</v-btn>
    <p class="soft">Everything is kept on this machine, in one file. Nothing is sent anywhere.</p>
  </section>
</template>

<style scoped>
.empty {
  display: grid;
  justify-items: start;
  gap: 1rem;
  max-width: 620px;
  padding: 2rem;
}
.empty h1 {
  font-size: 2.25rem;
}
</style>
