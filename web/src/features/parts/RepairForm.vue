<script setup lang="ts">
import { answer, api, type PartsAnswer, whole } from '@/api/client'
import { useWrite } from './useWrite'

const props = defineProps<{ bike: string; today: string }>()
const emit = defineEmits<{ kept: [parts: PartsAnswer] }>()
const { open, form, refusal, begin, write } = useWrite(
  () => ({ what: '', cureHours: '0', date: props.today, reviewOn: '' }),
  (parts) => emit('kept', parts),
)
const keep = () =>
  write(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/repairs', {
          params: { path: { bike: props.bike } },
          body: { id, ...form.value, cureHours: whole(form.value.cureHours) },
        }),
      ),
    'Written down.',
  )
</script>

<template>
  <form v-if="open" class="small-form" @submit.prevent="keep">
    <v-text-field
      v-model="form.what"
      class="wide"
      label="What was broken, and how it is mended"
      maxlength="300"
      autofocus
      autocomplete="off"
      :error-messages="refusal?.of('what')"
    />
    <v-text-field
      v-model="form.cureHours"
      type="number"
      label="Cures for"
      suffix="h"
      :error-messages="refusal?.of('cureHours')"
    />
    <v-text-field
      v-model="form.reviewOn"
      type="date"
      label="Look again on"
      :min="today"
      :error-messages="refusal?.of('reviewOn')"
    />
    <v-text-field v-model="form.date" type="date" label="Done on" :max="today" :error-messages="refusal?.of('date')" />
    <footer>
      <v-btn class="plate pen small" type="submit">Write it down</v-btn>
      <v-btn class="plate small" variant="text" @click="open = false">Leave it</v-btn>
    </footer>
  </form>
  <p v-else class="small-form"><v-btn class="plate small" variant="outlined" @click="begin">Something mended for now</v-btn></p>
</template>

<style scoped src="./small-form.css"></style>
