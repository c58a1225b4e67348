<script setup lang="ts">
import { answer, api, type TaskAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import { useWritten } from '../ledger/useWritten'

/** Work done without a job: when, and how it is known. */
const task = defineModel<TaskAnswer | null>({ required: true })
const props = defineProps<{ bike: string; today: string }>()

const { written } = useWritten()
const { open, subject } = useSubject(task)
type Evidence =
  'done-here' | 'receipt' | 'own-memory' | 'sellers-word' | 'claim-accepted' | 'baseline' | 'as-new' | 'treat-as-due'
const sheet = useForm(
  () => `done ${props.bike} ${task.value?.id}`,
  () => ({
    on: props.today,
    evidence: (task.value?.state === 'unknown' ? 'own-memory' : 'done-here') as Evidence,
    note: '',
  }),
)
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

function keep() {
  const { component, id: about } = task.value!
  const { on, evidence, note } = sheet.form
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/servicing/done', {
          params: { path: { bike: props.bike } },
          body: { id, task: about, date: on, evidence, note: note || null },
        }),
      ),
    async (entry) => {
      await written(`${component}: written as done.`, entry)
      task.value = null
    },
  )
}
</script>

<template>
  <FormSheet
    v-model="open"
    :sheet="sheet"
    :title="`${subject?.component}: ${subject?.title.toLowerCase()}`"
    act="Write it down"
    @submit="keep"
  >
    <DateField v-first v-bind="sheet.field('on', 'date')" label="Done on" :max="today" />
    <v-select v-bind="sheet.field('evidence')" :items="ways" label="How it is known" />
    <v-textarea v-bind="sheet.field('note')" label="Note: what was found, what was measured" maxlength="500" />
    <p class="soft">The meter of that day is taken from the readings around it.</p>
  </FormSheet>
</template>
