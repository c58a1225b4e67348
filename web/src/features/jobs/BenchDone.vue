<script setup lang="ts">
import { computed } from 'vue'
import { useQueryClient } from '@tanstack/vue-query'
import { answer, api, type RunAnswer } from '@/api/client'
import KeepSheet from './KeepSheet.vue'
import DipStick from '@/design/DipStick.vue'
import { date } from '@/design/format'
import { useNotice } from '@/design/useNotice'
import { useTold } from '@/design/useTold'
import { useBike } from '../bikes/useBike'
import EntryLine from '../ledger/EntryLine.vue'
import { leftWords, lifeSentence, whenWords } from '../servicing/lifeSentence'

const props = defineProps<{ run: RunAnswer }>()
const queries = useQueryClient()
const { say } = useNotice()
const told = useTold()
const { data: bike } = useBike(() => props.run.bike)
const reset = computed(
  () => bike.value?.tasks.filter((task) => task.job && props.run.jobs.includes(task.job) && task.state !== 'unknown') ?? [],
)
const wrote = computed(() => props.run.wrote)

const undo = () =>
  told.attempt(
    (id) =>
      answer(
        api.POST('/api/runs/{run}/undo-finish', {
          params: { path: { run: props.run.id } },
          body: { id, reason: 'signed off too early' },
        }),
      ),
    async (run) => {
      queries.setQueryData(['run', props.run.id], run)
      await queries.invalidateQueries()
      say('The finish is undone: all it wrote is struck, and the job is open again.')
    },
  )
</script>

<template>
  <section class="ended">
    <h2>{{ run.status === 'finished' ? 'Signed off.' : 'Set aside.' }}</h2>
    <template v-if="bike && run.status === 'finished'">
      <ul class="moved">
        <li v-for="task in reset" :key="task.id">
          <b>{{ task.component }}</b>
          <DipStick
            :share="task.share"
            :share-at-horizon="task.shareAtHorizon"
            :estimated="task.estimated"
            :state="task.state"
            :sentence="lifeSentence(task, bike.today)"
          />
          <span
            ><span class="figure">{{ leftWords(task) }}</span> {{ whenWords(task, bike.today) }}</span
          >
        </li>
      </ul>
      <p class="soft">Counted from {{ date(bike.today) }} on. Look under the bike tomorrow, before the next ride.</p>
    </template>
    <ol v-if="bike && wrote.length" class="lines">
      <EntryLine v-for="entry in wrote" :key="entry.id" :entry="entry" :today="bike.today" />
    </ol>
    <KeepSheet v-if="run.status === 'finished'" :run="run" />
    <div class="acts">
      <v-btn class="plate pen" :to="`/bikes/${run.bike}`">To the bike</v-btn>
      <v-btn class="plate" variant="outlined" :to="{ path: '/book', query: { bike: run.bike } }">See it in the book</v-btn>
      <v-btn class="plate" variant="text" @click="undo">{{
        run.status === 'finished' ? 'Undo the finish' : 'Take it up again'
      }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.ended {
  display: grid;
  gap: 1.1rem;
  align-content: start;
  width: 100%;
  max-width: 860px;
  margin: 0 auto;
  padding: 2rem 1rem;
}
h2 {
  font-size: 3rem;
}
ul,
.lines {
  margin: 0;
  padding: 0;
  list-style: none;
  border-top: 3px solid var(--ink);
}
.moved li {
  display: grid;
  grid-template-columns: 8rem 1fr 16rem;
  align-items: center;
  gap: 1.2rem;
  padding: 0.6rem 0;
  border-bottom: 1px solid var(--rule);
}
.moved b {
  font: 700 1.375rem/1.2 var(--head);
}
.moved .figure {
  display: block;
  font-size: 1.375rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem;
}
@media (max-width: 720px) {
  .moved li {
    grid-template-columns: 1fr;
    gap: 0.2rem;
  }
}
</style>
