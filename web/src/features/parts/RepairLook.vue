<script setup lang="ts">
import { answer, api, type PartsAnswer } from '@/api/client'
import { useWrite } from './useWrite'

const props = defineProps<{ bike: string; entry: string; today: string }>()
const emit = defineEmits<{ kept: [parts: PartsAnswer] }>()
const { open, form, refusal, begin, write } = useWrite(
  () => ({ result: 'holds-on' as 'holds-on' | 'proven' | 'replaced-for-good', words: '', reviewOn: '', date: props.today }),
  (parts) => emit('kept', parts),
)
const results = [
  { value: 'holds-on', title: 'It holds on' },
  { value: 'proven', title: 'It has proven itself' },
  { value: 'replaced-for-good', title: 'Replaced for good' },
]
const keep = () =>
  write(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/repairs/{entry}/look', {
          params: { path: { bike: props.bike, entry: props.entry } },
          body: { id, ...form.value, reviewOn: form.value.reviewOn || null },
        }),
      ),
    'Looked at.',
  )
</script>

<template>
  <form v-if="open" class="small-form" @submit.prevent="keep">
    <v-select v-model="form.result" label="What came of it" :items="results" />
    <v-text-field
      v-if="form.result === 'holds-on'"
      v-model="form.reviewOn"
      type="date"
      label="Look again on"
      :min="today"
      :error-messages="refusal?.of('reviewOn')"
    />
    <v-text-field
      v-model="form.words"
      class="wide"
      label="What you saw or did"
      maxlength="200"
      autocomplete="off"
      :error-messages="refusal?.of('words')"
    />
    <footer>
      <v-btn class="plate pen small" type="submit">Write it down</v-btn>
      <v-btn class="plate small" variant="text" @click="open = false">Leave it</v-btn>
    </footer>
  </form>
  <p v-else><v-btn class="plate small" variant="outlined" @click="begin">Looked at it</v-btn></p>
</template>

<style scoped src="./small-form.css"></style>
