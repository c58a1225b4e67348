<script setup lang="ts">
import type { FluidsAnswer } from '@/api/client'

/** How far each reservoir has come after a strip-down: five notches, filled from the left. */
type Status = FluidsAnswer['reservoirs'][number]['status']
defineProps<{ reservoirs: { id: string; name: string; status: Status }[] }>()
const stages: Status[] = ['empty', 'flush-fill', 'filled', 'level-checked', 'leak-checked']
const words: Record<Status, string> = {
  unknown: 'not known',
  empty: 'empty',
  'flush-fill': 'flush fill',
  filled: 'filled',
  'level-checked': 'level checked',
  'leak-checked': 'leak checked',
}
</script>

<template>
  <ul class="strip" aria-label="How far each reservoir has come">
    <li v-for="one in reservoirs" :key="one.id">
      <a :href="`#${one.id}`">
        <b>{{ one.name }}</b>
        <svg viewBox="0 0 104 14" aria-hidden="true">
          <path
            v-for="(stage, at) in stages"
            :key="stage"
            :d="`M${at * 21 + 1} 1h18v12h-18z`"
            :class="{ reached: stages.indexOf(one.status) >= at, chalk: one.status === 'flush-fill' && at === 1 }"
          />
        </svg>
        <span :class="{ grave: one.status === 'empty' || one.status === 'flush-fill' }">{{ words[one.status] }}</span>
      </a>
    </li>
  </ul>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  margin: 0.6rem 0 0;
  padding: 0;
  border: 2px solid var(--ink);
  list-style: none;
}
a {
  display: grid;
  gap: 0.15rem;
  padding: 0.5rem 0.9rem;
  color: inherit;
  text-decoration: none;
}
a:hover {
  background: var(--card);
}
b {
  font: 700 1.0625rem/1.2 var(--head);
}
svg {
  width: 104px;
}
path {
  fill: none;
  stroke: var(--rule);
  stroke-width: 1.6;
}
.reached {
  fill: var(--green);
  stroke: var(--green);
}
.chalk {
  fill: none;
  stroke: var(--chalk);
  stroke-width: 3;
  stroke-dasharray: 3 1.5;
}
.grave {
  color: var(--oxide);
  font-weight: 600;
}
</style>
