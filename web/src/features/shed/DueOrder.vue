<script setup lang="ts">
import { computed } from 'vue'
import type { ShedAnswer } from '@/api/client'
import { date, minutes } from '@/design/format'
import { leftWords, lifeSentence, stateWords, whenWords } from '../servicing/lifeSentence'

const props = defineProps<{ shed: ShedAnswer }>()

/** By bike, in the order in which the most pressing task of each presses. */
const byBike = computed(() => {
  const groups = new Map<string, { name: string; due: ShedAnswer['due'] }>()
  for (const due of props.shed.due) {
    const group = groups.get(due.bike) ?? { name: due.bikeName, due: [] }
    group.due.push(due)
    groups.set(due.bike, group)
  }
  return [...groups.entries()]
})
const pressing = computed(() => props.shed.due.filter((due) => due.task.state !== 'coming-up'))
const unknown = computed(() => props.shed.bikes.filter((tag) => tag.unknown))
const unknowns = computed(() => unknown.value.reduce((sum, tag) => sum + tag.unknown, 0))
const total = computed(() => pressing.value.reduce((sum, due) => sum + due.task.minutes, 0))
</script>

<template>
  <section class="order" aria-labelledby="order-title">
    <header>
      <span class="label">Work order, {{ date(shed.today) }}</span>
      <div class="headline">
        <h2 id="order-title">
          {{ pressing.length ? `${pressing.length} due now` : unknowns ? `${unknowns} unknown` : 'Nothing is due' }}
        </h2>
        <span v-if="pressing.length" class="figure">{{ minutes(total) }}</span>
      </div>
    </header>
    <div v-for="[bike, group] in byBike" :key="bike" class="group">
      <h3 class="label">
        <RouterLink :to="`/bikes/${bike}`">{{ group.name }}</RouterLink>
      </h3>
      <ul>
        <li v-for="{ task } in group.due" :key="task.id" :class="task.state" :aria-label="lifeSentence(task, shed.today)">
          <span class="flag" aria-hidden="true" />
          <RouterLink :to="{ path: `/bikes/${bike}`, hash: `#${task.id}` }" class="what">
            <b>{{ task.component }}</b> {{ task.title.toLowerCase() }}
            <span class="soft">{{ stateWords[task.state] }}, {{ whenWords(task, shed.today) }}</span>
          </RouterLink>
          <span class="figure">{{ leftWords(task) }}</span>
        </li>
      </ul>
    </div>
    <p v-if="!byBike.length && !unknowns" class="calm">
      Every task is in hand for the next four weeks. The dates beyond are on the season strip.
    </p>
    <div v-if="unknowns" class="calm unknown">
      <p>
        <b>Nobody has said when {{ unknowns === 1 ? 'one task was' : `${unknowns} tasks were` }} last done.</b>
        Unknown is not fine: say what you know, or have it treated as due.
      </p>
      <ul>
        <li v-for="tag in unknown" :key="tag.id">
          <RouterLink :to="{ path: `/bikes/${tag.id}`, hash: '#unknown' }"
            >{{ tag.nickname }}: {{ tag.unknown }} to settle</RouterLink
          >
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.order {
  border: 1px solid var(--rule);
  background: var(--card);
}
header {
  padding: 0.9rem 1.1rem 0.8rem;
  border-top: 3px solid var(--ink);
  background: #1e4d3e;
  color: #f3f8f5;
}
header .label {
  color: #b9d3c7;
}
.headline {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
h2 {
  font-size: 2.25rem;
}
.headline .figure {
  font-size: 1.5rem;
}
.group h3 {
  padding: 0.8rem 1.1rem 0.2rem;
  font-size: 0.9375rem;
}
.group h3 a {
  text-decoration: none;
}
.group + .group {
  border-top: 1px solid var(--ink);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 8px 1fr auto;
  align-items: center;
  gap: 0.75rem;
  padding: 0.42rem 1.1rem 0.42rem 0;
}
li + li {
  border-top: 1px solid var(--rule);
}
.flag {
  align-self: stretch;
  margin-block: -0.1rem;
}
.overdue .flag {
  background: var(--oxide);
}
.due .flag {
  background: repeating-linear-gradient(0deg, var(--oxide) 0 5px, transparent 5px 8px);
}
.what {
  text-decoration: none;
}
.what b {
  font: 700 1.125rem/1.2 var(--head);
}
.what .soft {
  display: block;
  font-size: 0.8438rem;
}
li .figure {
  font-size: 0.9688rem;
  white-space: nowrap;
}
.overdue .figure {
  color: var(--oxide);
}
.calm {
  padding: 1.1rem;
}
.unknown {
  border-top: 1px dashed var(--ink);
}
.unknown li {
  display: block;
  padding: 0.15rem 0;
}
</style>
