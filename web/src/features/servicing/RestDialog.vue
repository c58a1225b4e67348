<script setup lang="ts">
import { answer, api, type TaskAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import { useWritten } from '../ledger/useWritten'

/** A service item that is left alone: until a day, or for good, and why. */
const task = defineModel<TaskAnswer | null>({ required: true })
const props = defineProps<{ bike: string; today: string }>()

const { written } = useWritten()
const { open, subject } = useSubject(task)
const sheet = useForm(
  () => `rest ${props.bike} ${task.value?.id}`,
  () => ({ until: '', why: '' }),
)

function keep() {
  const { component, id: about } = task.value!
  const { until, why } = sheet.form
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/servicing/rest', {
          params: { path: { bike: props.bike } },
          body: { id, task: about, until: until || null, why },
        }),
      ),
    async (entry) => {
      await written(`${component}: left alone ${until ? 'for now' : 'for good'}.`, entry)
      task.value = null
    },
  )
}
</script>

<template>
  <FormSheet
    v-model="open"
    :sheet="sheet"
    :title="`${subject?.component}, ${subject?.title.toLowerCase()}: leave it alone`"
    act="Leave it alone"
    @submit="keep"
  >
    <p v-if="subject?.safety" class="refusal">
      This one is about brakes, tyres, steering or the chain. Left alone, nobody reminds you of it.
    </p>
    <v-text-field v-first v-bind="sheet.field('why')" label="Why?" maxlength="200" autocomplete="off" />
    <DateField v-bind="sheet.field('until')" label="Until, or empty for good" :min="today" />
    <p class="soft">It stays in its list, marked, with your reason, and can be counted again at any time.</p>
  </FormSheet>
</template>
