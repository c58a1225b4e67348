<script setup lang="ts">
/** Where one stands among the pages of wear, and what can be done there. */
defineProps<{ bike: string; nickname: string; title: string; /** Below the page of all wear. */ below?: boolean }>()
</script>

<template>
  <p class="label">
    <RouterLink :to="`/bikes/${bike}`">{{ nickname }}</RouterLink>
    <template v-if="below"> / <RouterLink :to="`/bikes/${bike}/wear`">Wear</RouterLink></template>
  </p>
  <header>
    <h1>{{ title }}</h1>
    <p v-if="$slots.default" class="acts"><slot /></p>
  </header>
</template>

<style scoped>
header {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  justify-content: space-between;
  gap: 0.5rem 1rem;
}
h1 {
  font-size: 2.75rem;
}
.acts {
  display: flex;
  gap: 0.5rem;
}
@media print {
  .acts {
    display: none;
  }
}
</style>
