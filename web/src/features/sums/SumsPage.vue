<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api } from '@/api/client'
import LoadState from '@/design/LoadState.vue'
import { useShed } from '../shed/useShed'
import BenchSums from './BenchSums.vue'
import FluidSums from './FluidSums.vue'
import FuelSums from './FuelSums.vue'
import GearingSum from './GearingSum.vue'
import TiltSum from './TiltSum.vue'
import { provideFromBike } from './useFromBike'

/** Worked out and not kept. A bike, once chosen, gives its own figures to begin with, and stands in the address. */
const route = useRoute()
const router = useRouter()
const { data: shed } = useShed()
const bikes = computed(() => shed.value?.bikes.map((tag) => ({ value: tag.id, title: tag.nickname })) ?? [])
const bike = computed({
  get: () => (typeof route.query.bike === 'string' ? route.query.bike : null),
  set: (value) => void router.replace({ query: { ...route.query, bike: value || undefined }, hash: route.hash }),
})
const query = useQuery({
  queryKey: ['sums-of', bike],
  queryFn: () => answer(api.GET('/api/sums/bikes/{bike}', { params: { path: { bike: bike.value! } } })),
  enabled: computed(() => bike.value !== null),
})
const { data: from } = query
provideFromBike(computed(() => (bike.value ? from.value?.values : undefined)))
</script>

<template>
  <main class="page sums">
    <header>
      <h1>Sums</h1>
      <p class="soft">Type any unit: “1.9 qt”, “22 nm”, “10 F”. Nothing here is kept; the maker's figure wins.</p>
      <div v-if="!shed || bikes.length" class="whose">
        <v-select v-model="bike" :items="bikes" clearable label="Begin with the figures of" :disabled="!shed" />
        <LoadState :query="query" what="The bike" />
        <p v-if="bike && from" class="soft">What its profile and its book know is filled in; the rest is an example.</p>
      </div>
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
.whose {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.2rem;
  align-items: end;
  margin-top: 0.4rem;
}
.whose > :first-child {
  flex: 0 1 280px;
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
