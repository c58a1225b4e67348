<script setup lang="ts">
import { answer, api, type TaskAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import { useWritten } from '../ledger/useWritten'

/** The owner's own limits for one task, with where they come from. */
const task = defineModel<TaskAnswer | null>({ required: true })
const props = defineProps<{ bike: string }>()

const { written } = useWritten()
const { open, subject } = useSubject(task)
const sources = [
  { value: 'manual', title: "The maker's manual says so" },
  { value: 'owner', title: 'My own choice' },
]
const byUse = (hours: boolean) =>
  task.value?.limits.find((limit) => limit.amount && (limit.amount.unit === 'h') === hours)?.editable ?? ''
const sheet = useForm(
  () => `interval ${props.bike} ${task.value?.id}`,
  () => ({
    distance: byUse(false),
    hours: byUse(true),
    months: String(task.value?.limits.find((limit) => limit.months)?.months ?? ''),
    from: 'manual' as 'manual' | 'owner',
    source: '',
  }),
)

function keep(asShipped: boolean) {
  const { component, id: about } = task.value!
  const { distance, hours, months, from, source } = sheet.form

  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/servicing/interval', {
          params: { path: { bike: props.bike } },
          body: {
            id,
            task: about,
            distance: asShipped ? null : distance || null,
            hours: asShipped ? null : hours || null,
            months: asShipped ? null : months || null,
            from,
            source: source || null,
          },
        }),
      ),
    async (entry) => {
      await written(`${component}: ${asShipped ? 'the shipped limits hold again' : 'your limits hold from now on'}.`, entry)
      task.value = null
    },
  )
}
</script>

<template>
  <FormSheet
    v-model="open"
    :sheet="sheet"
    :title="`${subject?.component}, ${subject?.title.toLowerCase()}: how often?`"
    act="Set them"
    @submit="keep(false)"
  >
    <p class="soft">Whichever comes first counts. Leave empty what does not count.</p>
    <v-text-field v-first v-bind="sheet.field('distance')" class="figure-field" label="Distance between, in any unit" />
    <v-text-field v-bind="sheet.field('hours')" class="figure-field" label="Engine hours between" />
    <v-text-field v-bind="sheet.field('months')" class="figure-field" label="Months between" inputmode="numeric" />
    <v-select v-bind="sheet.field('from')" :items="sources" label="Where does it come from?" />
    <v-text-field v-bind="sheet.field('source')" label="Page, or why" maxlength="80" />
    <template #beside>
      <v-btn v-if="subject?.ownLimits" class="plate" variant="text" @click="keep(true)">Back to the shipped ones</v-btn>
    </template>
  </FormSheet>
</template>
