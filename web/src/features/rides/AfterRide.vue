<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, newId, type BikeAnswer, type EntryAnswer, type TaskAnswer } from '@/api/client'
import PenMark from '@/design/PenMark.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import SheetFrame from '@/design/SheetFrame.vue'
import { useAct } from '@/design/useAct'
import { useBike } from '../bikes/useBike'
import TriedDialog from '../findings/TriedDialog.vue'
import { useWritten } from '../ledger/useWritten'

/** What a ride has made due, to be ticked with one tap each, or all at once; and what was mended and could be tried on it. */
const ride = defineModel<EntryAnswer | null>({ required: true })
const props = defineProps<{ bike: string; nickname: string }>()

const { data } = useBike(() => props.bike)
const { written } = useWritten()
const ticked = ref<TaskAnswer[]>([])
const act = useAct()
const due = computed(() => data.value?.tasks.filter((task) => ride.value && task.afterRide === ride.value.id) ?? [])
/** In the order in which they were asked for: a ticked one keeps its place. */
const rows = ref<TaskAnswer[]>([])
type Trial = BikeAnswer['onTrial'][number]
const trials = ref<Trial[]>([])
const trying = ref<Trial | null>(null)
const waits = (trial: Trial) => data.value?.onTrial.some((one) => one.entry === trial.entry) ?? false
const open = computed({
  get: () => ride.value !== null && rows.value.length + trials.value.length > 0,
  set: (now) => {
    if (!now) ride.value = null
  },
})

watch(ride, (opened) => {
  if (!opened) return
  rows.value = due.value
  trials.value = data.value?.onTrial ?? []
  ticked.value = []
  act.refusal = null
  if (!rows.value.length && !trials.value.length) ride.value = null
})

const tick = (tasks: TaskAnswer[]) =>
  act.attempt(async () => {
    const { date } = ride.value!
    const entries: EntryAnswer[] = []
    for (const task of tasks) {
      entries.push(
        await answer(
          api.POST('/api/bikes/{bike}/servicing/done', {
            params: { path: { bike: props.bike } },
            body: { id: newId(), task: task.id, date, evidence: 'done-here', note: null },
          }),
        ),
      )
      ticked.value = [...ticked.value, task]
    }
    await written(
      `${props.nickname}: ${tasks.length === 1 ? `${tasks[0]!.component.toLowerCase()} done` : 'all done'}.`,
      ...entries,
    )
    if (rows.value.every((task) => ticked.value.includes(task)) && !trials.value.some(waits)) ride.value = null
  })
</script>

<template>
  <SheetFrame v-model="open" :title="`${nickname}: after this ride`">
    <p v-if="rows.length" class="soft">Tap what you have done. What is left stays on the work order.</p>
    <ul>
      <li v-for="task in rows" :key="task.id">
        <button type="button" :disabled="act.busy || ticked.includes(task)" @click="tick([task])">
          <PenMark :mark="ticked.includes(task) ? 'done' : 'open'" />
          <b>{{ task.component }}</b> <span class="act">{{ task.title }}</span>
          <span class="state">{{ ticked.includes(task) ? 'written down' : `about ${task.minutes} min` }}</span>
        </button>
      </li>
    </ul>
    <template v-if="trials.length">
      <p class="soft">Mended, and cured only when it was tried under the like. Was this such a ride?</p>
      <ul>
        <li v-for="trial in trials" :key="trial.entry">
          <button type="button" :disabled="!waits(trial)" @click="trying = trial">
            <b>{{ trial.title }}</b> <span class="act">{{ trial.under }}</span>
            <span class="state">{{ waits(trial) ? 'tried?' : 'written down' }}</span>
          </button>
        </li>
      </ul>
    </template>
    <RefusalLine :refusal="act.refusal" />
    <template #acts>
      <v-btn class="plate" variant="text" @click="ride = null">Later</v-btn>
      <v-btn
        v-if="rows.length"
        class="plate pen"
        :disabled="act.busy"
        @click="tick(rows.filter((task) => !ticked.includes(task)))"
        >All of it is done</v-btn
      >
    </template>
  </SheetFrame>
  <TriedDialog v-model="trying" />
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li + li {
  border-top: 1px solid var(--rule);
}
li button {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.5rem;
  align-items: center;
  width: 100%;
  min-height: 52px;
  padding: 0.5rem 0.2rem;
  text-align: left;
}
li button:hover:enabled {
  background: var(--enamel);
}
li b {
  font: 700 1.1875rem/1.15 var(--head);
}
.act {
  font: 600 1.0625rem/1.15 var(--head);
  color: var(--steel);
}
.state {
  margin-left: auto;
  color: var(--soft);
}
</style>
