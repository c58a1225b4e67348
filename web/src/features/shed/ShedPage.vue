<script setup lang="ts">
import LoadState from '@/design/LoadState.vue'
import { useShed } from './useShed'
import DueOrder from './DueOrder.vue'
import EmptyShed from './EmptyShed.vue'
import SeasonStrip from './SeasonStrip.vue'
import ShedFoot from './ShedFoot.vue'

const query = useShed()
const { data: shed } = query
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The shed" />
    <EmptyShed v-if="shed && !shed.bikes.length" />
    <div v-else-if="shed" class="benches">
      <h1 class="seen-only-by-readers">The shed today</h1>
      <DueOrder :shed="shed" />
      <div class="side">
        <SeasonStrip :shed="shed" />
        <ShedFoot :shed="shed" />
      </div>
    </div>
  </main>
</template>

<style scoped>
.benches {
  display: grid;
  grid-template-columns: minmax(340px, 430px) minmax(0, 1fr);
  gap: 1.25rem;
  align-items: start;
}
.side {
  display: grid;
  gap: 1.25rem;
}
@media (max-width: 960px) {
  .benches {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
