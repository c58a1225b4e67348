<script setup lang="ts">
import BenchSums from './BenchSums.vue'
import FluidSums from './FluidSums.vue'
import FuelSums from './FuelSums.vue'
import GearingSum from './GearingSum.vue'
import TiltSum from './TiltSum.vue'
</script>

<template>
  <main class="page sums">
    <header>
      <h1>Sums</h1>
      <p class="soft">Type any unit: “1.9 qt”, “22 nm”, “10 F”. Nothing here is kept; the maker's figure wins.</p>
    </header>
    <div class="cabinets">
      <FuelSums />
      <FluidSums />
      <GearingSum />
      <BenchSums />
      <TiltSum />
    </div>
  </main>
</template>

<style scoped>
.sums {
  display: grid;
  align-content: start;
  gap: 1rem;
}
h1 {
  font-size: 2.75rem;
}
.cabinets {
  columns: 2 420px;
  column-gap: 1.1rem;
}
.cabinets > :deep(section) {
  margin: 0 0 1.1rem;
  break-inside: avoid;
}
</style>
