<script setup lang="ts">
import { answer, api, type BikeAnswer } from '@/api/client'
import ChalkStroke from '@/design/ChalkStroke.vue'
import { date } from '@/design/format'
import { useTold } from '@/design/useTold'
import { useWritten } from '../ledger/useWritten'

/** What was put in place or taken away only for now. Each line is undone by hand here, or in the job that it belongs to. */
const props = defineProps<{ bike: string; things: BikeAnswer['forNow']; today: string }>()
const told = useTold()
const { written } = useWritten()

const undone = (thing: BikeAnswer['forNow'][number]) =>
  told.attempt(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/undone', {
          params: { path: { bike: props.bike } },
          body: { id, thing: thing.thing, date: props.today, how: null },
        }),
      ),
    (entry) => written(`Undone: ${thing.what}.`, entry),
  )
</script>

<template>
  <ul class="for-now-list">
    <li v-for="thing in things" :key="thing.thing">
      <ChalkStroke />
      <span>
        <b>{{ thing.way === 'in-place' ? 'In place' : 'Away' }}:</b> {{ thing.what }}
        <span class="soft"
          ><template v-if="thing.where">{{ thing.where }}, </template>since {{ date(thing.since, today)
          }}<template v-if="thing.shuts">; not to be {{ thing.shuts }} so</template></span
        >
      </span>
      <RouterLink v-if="thing.run" :to="`/runs/${thing.run}`">in the job</RouterLink>
      <button v-else type="button" @click="undone(thing)">
        {{ thing.way === 'in-place' ? 'Taken away' : 'Put back' }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  align-items: center;
  gap: 0.6rem;
  padding: 0.5rem 1.1rem;
}
li + li {
  border-top: 1px solid var(--rule);
}
b {
  font: 700 1.0625rem/1.2 var(--head);
}
.soft {
  display: block;
  font-size: 0.9375rem;
}
button,
a {
  min-height: 36px;
  font: 600 1rem/1.1 var(--head);
  text-decoration: underline;
  text-underline-offset: 3px;
}
a {
  display: inline-flex;
  align-items: center;
}
</style>
