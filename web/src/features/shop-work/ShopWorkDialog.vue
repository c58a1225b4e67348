<script setup lang="ts">
import { answer, api, type BikeAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import MoneyField from '@/design/MoneyField.vue'
import { useWritten } from '../ledger/useWritten'

/** Work that a shop did: what it settles in the plan, what it fitted, what it cost. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; tasks: BikeAnswer['tasks']; today: string }>()

const { written } = useWritten()
const sheet = useForm(
  () => `shop work ${props.bike}`,
  () => ({ shop: '', what: '', on: props.today, tasks: [] as string[], parts: '', amount: '' }),
)

function keep() {
  const { shop, what, on, tasks, parts, amount } = sheet.form

  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/shop-work', {
          params: { path: { bike: props.bike } },
          body: {
            id,
            date: on,
            shop,
            what: what || null,
            tasks,
            parts: parts.split('\n').filter((line) => line.trim()),
            costs: amount.trim() ? [{ for: `work by ${shop.trim()}`.slice(0, 80), amount }] : [],
          },
        }),
      ),
    async ({ entries }) => {
      open.value = false
      await written(`${props.nickname}: the shop's work is written down.`, ...entries)
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" :title="`${nickname}: work by a shop`" act="Write it down" @submit="keep">
    <v-text-field v-first v-bind="sheet.field('shop')" label="Who did it" maxlength="80" autocomplete="off" />
    <DateField v-bind="sheet.field('on', 'date')" label="Done on" :max="today" />
    <v-select
      v-model="sheet.form.tasks"
      multiple
      chips
      label="Which tasks it settles"
      :items="
        tasks
          .filter((task) => !task.paper)
          .map((task) => ({ value: task.id, title: `${task.component}: ${task.title.toLowerCase()}` }))
      "
    />
    <v-textarea v-bind="sheet.field('what')" label="What else was done or said" maxlength="500" />
    <v-textarea v-bind="sheet.field('parts')" label="Parts that were fitted, a line for each" maxlength="1000" />
    <MoneyField v-bind="sheet.field('amount', 'costs.0.amount')" class="figure-field" label="What it cost, all together" />
    <p class="soft">Its tasks count as done by receipt. A picture of the receipt goes into the book beside it.</p>
  </FormSheet>
</template>
