<script setup lang="ts">
import { answer, api, type PartsAnswer } from '@/api/client'
import { useWrite } from './useWrite'

const props = defineProps<{ bike: string; entry: string; today: string }>()
const emit = defineEmits<{ kept: [parts: PartsAnswer] }>()
const { open, form, refusal, begin, write } = useWrite(
  () => ({ how: '', date: props.today }),
  (parts) => emit('kept', parts),
)
const keep = () =>
  write(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/modifications/{entry}/undone', {
          params: { path: { bike: props.bike, entry: props.entry } },
          body: { id, ...form.value },
        }),
      ),
    'Changed back.',
  )
</script>

<template>
  <form v-if="open" class="small-form" @submit.prevent="keep">
    <v-text-field
      v-model="form.how"
      class="wide"
      label="What stands there now"
      maxlength="200"
      autofocus
      autocomplete="off"
      :error-messages="refusal?.of('how')"
    />
    <v-text-field v-model="form.date" type="date" label="Since" :max="today" :error-messages="refusal?.of('date')" />
    <footer>
      <v-btn class="plate pen small" type="submit">Write it down</v-btn>
      <v-btn class="plate small" variant="text" @click="open = false">Leave it</v-btn>
    </footer>
  </form>
  <p v-else><v-btn class="plate small" variant="outlined" @click="begin">Changed back?</v-btn></p>
</template>

<style scoped src="./small-form.css"></style>
