<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type PartsAnswer, whole } from '@/api/client'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import MoneyField from '@/design/MoneyField.vue'
import SmallForm from './SmallForm.vue'

/** A part that went on outside of a job. */
const props = defineProps<{ bike: string; today: string; currency: string }>()
const emit = defineEmits<{ kept: [parts: PartsAnswer] }>()
const { say } = useNotice()
const open = ref(false)
const sheet = useForm(
  () => `fitted ${props.bike}`,
  () => ({
    part: '',
    count: '1',
    number: '',
    source: '',
    price: '',
    warrantyUntil: '',
    secondHand: false,
    date: props.today,
  }),
)
function keep() {
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/parts/fitted', {
          params: { path: { bike: props.bike } },
          body: { id, ...sheet.form, count: whole(sheet.form.count) },
        }),
      ),
    async (parts) => {
      emit('kept', parts)
      open.value = false
      say('Written down, with its cost. It stands in the book, and can be struck there.')
    },
  )
}
</script>

<template>
  <SmallForm v-model="open" :sheet="sheet" opener="A part was fitted" @submit="keep">
    <v-text-field v-first v-bind="sheet.field('part')" class="rest" label="What" maxlength="80" autocomplete="off" />
    <v-text-field v-bind="sheet.field('count')" label="How many" inputmode="numeric" autocomplete="off" />
    <v-text-field v-bind="sheet.field('number')" label="Part number" maxlength="60" autocomplete="off" />
    <v-text-field v-bind="sheet.field('source')" label="Where from" maxlength="80" autocomplete="off" />
    <MoneyField v-bind="sheet.field('price')" label="Price, all of them" />
    <DateField v-bind="sheet.field('warrantyUntil')" label="Warranty until" />
    <DateField v-bind="sheet.field('date')" label="Fitted on" :max="today" />
    <v-checkbox v-model="sheet.form.secondHand" label="Second-hand" />
  </SmallForm>
</template>
