<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, newId, Refusal, type TaskAnswer } from '@/api/client'
import { useWritten } from '../ledger/useWritten'

const task = defineModel<TaskAnswer | null>({ required: true })
const props = defineProps<{ bike: string; today: string }>()

const { written } = useWritten()
const on = ref('')
type Evidence =
  'done-here' | 'receipt' | 'own-memory' | 'sellers-word' | 'claim-accepted' | 'baseline' | 'as-new' | 'treat-as-due'
const evidence = ref<Evidence>('done-here')
const note = ref('')
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
const ways = [
  { value: 'done-here', title: 'I did it, or saw it done' },
  { value: 'receipt', title: 'There is a receipt or a stamp' },
  { value: 'own-memory', title: 'I remember it' },
  { value: 'sellers-word', title: "The seller's word: keep it as a claim" },
  { value: 'claim-accepted', title: "The seller's word: I take it for true" },
  { value: 'as-new', title: 'It was new or rebuilt then' },
  { value: 'baseline', title: 'Not known: count from this day' },
  { value: 'treat-as-due', title: 'Not known: treat it as due' },
] satisfies { value: Evidence; title: string }[]
const paper = computed(() => task.value?.paper ?? false)

watch(task, (opened) => {
  if (!opened) return
  on.value = props.today
  evidence.value = opened.state === 'unknown' ? 'own-memory' : 'done-here'
  note.value = ''
  refusal.value = null
})
watch([task, on, evidence, note], () => (id.value = newId()))

async function keep() {
  if (!task.value) return
  try {
    const path = { bike: props.bike }
    const entry = await (paper.value
      ? answer(
          api.POST('/api/bikes/{bike}/servicing/paper', {
            params: { path },
            body: { id: id.value, paper: task.value.id.split('.')[0]!, until: on.value, note: note.value || null },
          }),
        )
      : answer(
          api.POST('/api/bikes/{bike}/servicing/done', {
            params: { path },
            body: { id: id.value, task: task.value.id, date: on.value, evidence: evidence.value, note: note.value || null },
          }),
        ))
    await written(
      paper.value ? `${task.value.component}: its last day is written down.` : `${task.value.component}: written as done.`,
      entry,
    )
    task.value = null
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog :model-value="task !== null" aria-labelledby="done-title" @update:model-value="task = null">
    <form v-if="task" class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="done-title">{{ task.component }}: {{ task.title.toLowerCase() }}</h2>
      </header>
      <div class="inside">
        <v-text-field v-if="paper" v-model="on" type="date" label="Good until" autofocus :error-messages="refusal?.of('until')" />
        <v-text-field
          v-else
          v-model="on"
          type="date"
          label="Done on"
          :max="today"
          autofocus
          :error-messages="refusal?.of('date')"
        />
        <v-select
          v-if="!paper"
          v-model="evidence"
          :items="ways"
          label="How it is known"
          :error-messages="refusal?.of('evidence')"
        />
        <v-textarea
          v-model="note"
          :label="paper ? 'Note, if any' : 'Note: what was found, what was measured'"
          maxlength="500"
          :error-messages="refusal?.of('note')"
        />
        <p v-if="!paper" class="soft">The meter of that day is taken from the readings around it.</p>
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="task = null">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Write it down</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
