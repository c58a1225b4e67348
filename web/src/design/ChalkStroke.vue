<template>
  <svg class="chalk-stroke" viewBox="0 0 22 22" aria-hidden="true"><path d="M4 17 18 5" /></svg>
</template>

<style scoped>
/* The chalk stroke: put in place for now, to be wiped off. */
.chalk-stroke {
  flex: none;
  width: 26px;
}
path {
  fill: none;
  stroke: var(--chalk);
  stroke-width: 6;
  stroke-dasharray: 3.5 0.7 2 0.5;
}
</style>
