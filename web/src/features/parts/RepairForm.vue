<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type PartsAnswer, whole } from '@/api/client'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import SmallForm from './SmallForm.vue'

/** Something mended for now: how, how long it cures, when to look again. */
const props = defineProps<{ bike: string; today: string; places: PartsAnswer['places'] }>()
const emit = defineEmits<{ kept: [parts: PartsAnswer] }>()
const { say } = useNotice()
const open = ref(false)
const sheet = useForm(
  () => `repair ${props.bike}`,
  () => ({ what: '', cureHours: '0', date: props.today, reviewOn: '', place: null as string | null }),
)
function keep() {
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/repairs', {
          params: { path: { bike: props.bike } },
          body: { id, ...sheet.form, cureHours: whole(sheet.form.cureHours) },
        }),
      ),
    async (parts) => {
      emit('kept', parts)
      open.value = false
      say('Written down. It stands in the book, and can be struck there.')
    },
  )
}
</script>

<template>
  <SmallForm v-model="open" :sheet="sheet" opener="Something mended for now" @submit="keep">
    <v-text-field
      v-first
      v-bind="sheet.field('what')"
      class="wide"
      label="What was broken, and how it is mended"
      maxlength="300"
      autocomplete="off"
    />
    <v-select
      v-bind="sheet.field('place')"
      label="Shown again at this step"
      :items="places"
      item-value="id"
      item-title="title"
      clearable
    />
    <v-text-field v-bind="sheet.field('cureHours')" type="number" label="Cures for" suffix="h" />
    <DateField v-bind="sheet.field('reviewOn')" label="Look again on" :min="today" />
    <DateField v-bind="sheet.field('date')" label="Done on" :max="today" />
  </SmallForm>
</template>
