<script setup lang="ts">
import { answer, api, type TaskAnswer } from '@/api/client'
import DateField from '@/design/DateField.vue'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import { useWritten } from '../ledger/useWritten'

/** A paper came: up to which day it is good. */
const paper = defineModel<TaskAnswer | null>({ required: true })
const props = defineProps<{ bike: string; today: string }>()

const { written } = useWritten()
const { open, subject } = useSubject(paper)
const sheet = useForm(
  () => `paper ${props.bike} ${paper.value?.id}`,
  () => ({ until: props.today, note: '' }),
)

function keep() {
  const { component, id: task } = paper.value!
  const { until, note } = sheet.form
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/papers', {
          params: { path: { bike: props.bike } },
          body: { id, paper: task.split('.')[0]!, until, note: note || null },
        }),
      ),
    async (entry) => {
      await written(`${component}: its last day is written down.`, entry)
      paper.value = null
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
    <DateField v-first v-bind="sheet.field('until')" label="Good until" />
    <v-textarea v-bind="sheet.field('note')" label="Note, if any" maxlength="500" />
  </FormSheet>
</template>
