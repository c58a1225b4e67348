<script setup lang="ts">
import type { ReservoirAnswer } from '@/api/client'
import { date, plainWords, quantity } from '@/design/format'
import SightGlass from '@/design/SightGlass.vue'

defineProps<{ bike: string; reservoirs: ReservoirAnswer[]; today: string }>()

const names: Partial<Record<ReservoirAnswer['id'], string>> = {
  engine: 'Engine oil',
  'oil-tank': 'Oil tank',
  'two-stroke-oil': 'Two-stroke',
  'front-brake': 'Front brake',
  'rear-brake': 'Rear brake',
}
const tints: Partial<Record<ReservoirAnswer['id'], string>> = {
  coolant: '#2f8f6b',
  'two-stroke-oil': '#3f6fa8',
  fuel: '#d9b867',
  engine: '#8a5a1c',
  'oil-tank': '#8a5a1c',
  primary: '#a07a3a',
  'battery-acid': '#9fb8c4',
  gearbox: '#75511f',
}

function said(one: ReservoirAnswer) {
  if (one.state === 'unknown') return 'unknown'
  if (one.state === 'empty') return 'empty'
  if (one.temporary) return 'flush fill, drain it'
  return one.ageMonths === 0 ? 'this month' : `${one.ageMonths} mo${one.use ? `, ${quantity(one.use)}` : ''}`
}

function whole(one: ReservoirAnswer, today: string) {
  const name = names[one.id] ?? plainWords(one.id)
  if (one.state === 'unknown') return `${name}: what is in it is not known${one.grade ? `; wanted ${one.grade}` : ''}.`
  if (one.state === 'empty') return `${name}: drained and not filled.`
  return `${name}: ${one.fluid}, ${one.poured ? quantity(one.poured) : ''} since ${one.since ? date(one.since, today) : ''}.`
}
</script>

<template>
  <section class="cabinet" aria-labelledby="reservoirs-title">
    <header>
      <h2 id="reservoirs-title">Reservoirs</h2>
      <RouterLink class="label" :to="`/bikes/${bike}/fluids`">all fluids</RouterLink>
    </header>
    <ul>
      <li v-for="one in reservoirs" :key="one.id" :title="whole(one, today)">
        <SightGlass :state="one.state" :temporary="one.temporary" :level="one.level" :tint="tints[one.id] ?? '#b58a2e'" />
        <b>{{ names[one.id] ?? plainWords(one.id) }}</b>
        <span class="soft" :class="{ grave: one.state === 'empty' || one.temporary }">{{ said(one) }}</span>
        <span class="seen-only-by-readers">{{ whole(one, today) }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 0.9rem 0.3rem;
  margin: 0;
  padding: 0.9rem 0.7rem;
  list-style: none;
}
li {
  display: grid;
  justify-items: center;
  text-align: center;
  line-height: 1.2;
}
b {
  font: 600 0.9688rem/1.2 var(--head);
}
li .soft {
  font-size: 0.8125rem;
}
.grave {
  color: var(--oxide);
  font-weight: 600;
}
</style>
