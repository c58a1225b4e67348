<script setup lang="ts">
import { computed } from 'vue'
import type { BikeAnswer } from '@/api/client'

const props = defineProps<{ gates: BikeAnswer['gates'] }>()
const words = { cranked: 'cranked', run: 'run', ridden: 'ridden' }
const shut = computed(() => props.gates.find((gate) => !gate.open))
</script>

<template>
  <section class="gates" aria-label="Gates">
    <div v-for="gate in gates" :key="gate.gate!" class="gate" :class="{ shut: !gate.open }">
      <svg viewBox="0 0 34 24" aria-hidden="true">
        <path d="M4 3v18M30 3v18" class="post" />
        <path v-if="!gate.open" d="M4 7h26M4 16h26M4 16 30 7" class="bars" />
        <path v-else d="M4 7 14 4M4 16l10-3M14 2v13" class="bars" />
      </svg>
      <span>{{ gate.open ? 'may be' : 'may not be' }} {{ words[gate.gate!] }}</span>
    </div>
    <ul v-if="shut" class="why">
      <li v-for="one in gates[2]?.shut" :key="one.why">
        <RouterLink v-if="one.run" :to="`/runs/${one.run}`">{{ one.why }}</RouterLink>
        <template v-else>{{ one.why }}</template>
      </li>
    </ul>
    <p v-else class="why soft">As far as this book knows. It certifies nothing: look before you ride.</p>
  </section>
</template>

<style scoped>
.gates {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  border: 2px solid var(--ink);
  background: var(--card);
}
.gate {
  display: flex;
  align-items: center;
  gap: 0.7rem;
  padding: 0.5rem 1rem;
  font: 700 1.1875rem/1.1 var(--head);
}
.gate + .gate {
  border-left: 1px solid var(--rule);
}
.gate.shut {
  background: var(--oxide-wash);
  color: var(--oxide);
}
svg {
  width: 32px;
}
.post {
  stroke: currentcolor;
  stroke-width: 3.4;
}
.bars {
  fill: none;
  stroke: currentcolor;
  stroke-width: 2.2;
}
.why {
  grid-column: 1 / -1;
  margin: 0;
  padding: 0.4rem 1rem;
  border-top: 1px solid var(--rule);
  list-style: none;
  font-size: 0.9375rem;
}
@media (max-width: 720px) {
  .gate {
    flex-direction: column;
    gap: 0.2rem;
    padding: 0.5rem 0.3rem;
    text-align: center;
    font-size: 1.0625rem;
  }
}
</style>
