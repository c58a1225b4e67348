<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type PartsAnswer } from '@/api/client'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import DateField from '@/design/DateField.vue'
import SmallForm from './SmallForm.vue'

/** A repair for now looked at again: it holds on, it has proven itself, or it was replaced. */
const props = defineProps<{ bike: string; entry: string; today: string }>()
const emit = defineEmits<{ kept: [parts: PartsAnswer] }>()
const { say } = useNotice()
const open = ref(false)
const sheet = useForm(
  () => `repair look ${props.entry}`,
  () => ({ result: 'holds-on' as 'holds-on' | 'proven' | 'replaced-for-good', words: '', reviewOn: '', date: props.today }),
)
const results = [
  { value: 'holds-on', title: 'It holds on' },
  { value: 'proven', title: 'It has proven itself' },
  { value: 'replaced-for-good', title: 'Replaced for good' },
]
function keep() {
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/repairs/{entry}/look', {
          params: { path: { bike: props.bike, entry: props.entry } },
          body: { id, ...sheet.form, reviewOn: sheet.form.reviewOn || null },
        }),
      ),
    async (parts) => {
      emit('kept', parts)
      open.value = false
      say('Looked at. It stands in the book, and can be struck there.')
    },
  )
}
</script>

<template>
  <SmallForm v-model="open" :sheet="sheet" opener="Looked at it" @submit="keep">
    <v-select v-bind="sheet.field('result')" label="What came of it" :items="results" />
    <DateField v-if="sheet.form.result === 'holds-on'" v-bind="sheet.field('reviewOn')" label="Look again on" :min="today" />
    <v-text-field v-bind="sheet.field('words')" class="wide" label="What you saw or did" maxlength="200" autocomplete="off" />
  </SmallForm>
</template>
