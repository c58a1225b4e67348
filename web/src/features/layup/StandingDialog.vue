<script setup lang="ts">
import { answer, api } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { date } from '@/design/format'
import { useForm } from '@/design/useForm'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import { useWritten } from '../ledger/useWritten'

/** From when a bike stands, or from when it is in use again. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; standsSince: string | null; today: string }>()

const { written } = useWritten()
const sheet = useForm(
  () => `standing ${props.bike}`,
  () => ({ on: props.today, words: '' }),
)

function keep() {
  const wakes = props.standsSince !== null
  return sheet.send(
    (id) => {
      const call = {
        params: { path: { bike: props.bike } },
        body: { id, date: sheet.form.on, words: sheet.form.words || null },
      }
      return answer(wakes ? api.POST('/api/bikes/{bike}/wake-up', call) : api.POST('/api/bikes/{bike}/lay-up', call))
    },
    async (entry) => {
      open.value = false
      await written(`${props.nickname}: ${wakes ? 'in use again' : 'laid up'}.`, entry)
    },
  )
}
</script>

<template>
  <FormSheet
    v-model="open"
    :sheet="sheet"
    :title="`${nickname}: ${standsSince ? 'in use again' : 'laid up'}`"
    act="Write it down"
    @submit="keep"
  >
    <p class="soft">
      <template v-if="standsSince"
        >It has been standing since {{ date(standsSince, today) }}. From the day you name, its use counts again.</template
      >
      <template v-else
        >While it stands no use is expected of it: limits by meter wait, limits by calendar go on. A long stay on the stand counts
        too.</template
      >
    </p>
    <DateField v-first v-bind="sheet.field('on', 'date')" :label="standsSince ? 'In use from' : 'Standing from'" :max="today" />
    <v-text-field
      v-bind="sheet.field('words')"
      :label="standsSince ? 'What was done to wake it, if anything' : 'Why, if you like'"
      maxlength="120"
    />
  </FormSheet>
</template>
