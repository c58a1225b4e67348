<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, newId, Refusal, type EntryAnswer, type TaskAnswer } from '@/api/client'
import PenMark from '@/design/PenMark.vue'
import { useBike } from '../bikes/useBike'
import { useWritten } from '../ledger/useWritten'

/** What a ride has made due, to be ticked with one tap each, or all at once. */
const ride = defineModel<EntryAnswer | null>({ required: true })
const props = defineProps<{ bike: string; nickname: string }>()

const { data } = useBike(() => props.bike)
const { written } = useWritten()
const ticked = ref<TaskAnswer[]>([])
const busy = ref(false)
const refusal = ref<string | null>(null)
const due = computed(
  () =>
    data.value?.tasks.filter((task) =>
      task.because.some((line) => line.kind === 'after-ride' && ride.value && line.entry === ride.value.id),
    ) ?? [],
)
/** In the order in which they were asked for: a ticked one keeps its place. */
const rows = ref<TaskAnswer[]>([])

watch(ride, (opened) => {
  if (!opened) return
  rows.value = due.value
  ticked.value = []
  refusal.value = null
  if (!rows.value.length) ride.value = null
})

async function tick(tasks: TaskAnswer[]) {
  if (busy.value || !ride.value) return
  busy.value = true
  try {
    const entries: EntryAnswer[] = []
    for (const task of tasks) {
      entries.push(
        await answer(
          api.POST('/api/bikes/{bike}/servicing/done', {
            params: { path: { bike: props.bike } },
            body: { id: newId(), task: task.id, date: ride.value.date, evidence: 'done-here', note: null },
          }),
        ),
      )
      ticked.value = [...ticked.value, task]
    }
    refusal.value = null
    await written(
      `${props.nickname}: ${tasks.length === 1 ? `${tasks[0]!.component.toLowerCase()} done` : 'all done'}.`,
      ...entries,
    )
    if (rows.value.every((task) => ticked.value.includes(task))) ride.value = null
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed.message : String(failed)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <v-dialog :model-value="ride !== null && rows.length > 0" aria-labelledby="after-ride-title" @update:model-value="ride = null">
    <div class="sheet">
      <header>
        <h2 id="after-ride-title">{{ nickname }}: after this ride</h2>
      </header>
      <div class="inside">
        <p class="soft">Tap what you have done. What is left stays on the work order.</p>
        <ul>
          <li v-for="task in rows" :key="task.id">
            <button type="button" :disabled="busy || ticked.includes(task)" @click="tick([task])">
              <PenMark :mark="ticked.includes(task) ? 'done' : 'open'" />
              <b>{{ task.component }}</b> <span class="act">{{ task.title }}</span>
              <span class="state">{{ ticked.includes(task) ? 'written down' : `about ${task.minutes} min` }}</span>
            </button>
          </li>
        </ul>
        <p v-if="refusal" class="refusal" role="alert">{{ refusal }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="ride = null">Later</v-btn>
        <v-btn class="plate pen" @click="tick(rows.filter((task) => !ticked.includes(task)))">All of it is done</v-btn>
      </footer>
    </div>
  </v-dialog>
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
  align-items: baseline;
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
