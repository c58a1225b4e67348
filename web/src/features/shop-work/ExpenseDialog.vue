<script setup lang="ts">
import { answer, api } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import MoneyField from '@/design/MoneyField.vue'
import { useWritten } from '../ledger/useWritten'

/** Something paid for a bike that no job wrote down. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; today: string }>()

const { written } = useWritten()
const sheet = useForm(
  () => `expense ${props.bike}`,
  () => ({ for: '', amount: '', on: props.today }),
)

function keep() {
  const { on, ...said } = sheet.form

  return sheet.send(
    (id) =>
      answer(api.POST('/api/bikes/{bike}/expenses', { params: { path: { bike: props.bike } }, body: { id, date: on, ...said } })),
    async (entry) => {
      open.value = false
      await written(`${props.nickname}: the cost is written down.`, entry)
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" :title="`${nickname}: a cost`" act="Write it down" @submit="keep">
    <v-text-field v-first v-bind="sheet.field('for')" label="Paid for" maxlength="80" />
    <MoneyField v-bind="sheet.field('amount')" class="figure-field" label="How much" />
    <DateField v-bind="sheet.field('on', 'date')" label="Paid on" :max="today" />
  </FormSheet>
</template>
