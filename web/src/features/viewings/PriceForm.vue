<script setup lang="ts">
import { reactive, ref } from 'vue'
import { answer, api, newId, Refusal, type PriceAnswer } from '@/api/client'
import QuantityField from '@/design/QuantityField.vue'
import { useRefresh } from '../shed/useShed'

/** The owner's own figures for putting one fault right. They hold for every viewing. */
const props = defineProps<{ point: string; parts: PriceAnswer['parts']; hours: PriceAnswer['hours']; own: boolean }>()
const emit = defineEmits<{ done: [] }>()

const refresh = useRefresh()
const refusal = ref<Refusal | null>(null)
const form = reactive({
  low: String(props.parts.low),
  likely: String(props.parts.likely),
  high: String(props.parts.high),
  hoursLow: String(props.hours.low),
  hoursLikely: String(props.hours.likely),
  hoursHigh: String(props.hours.high),
})
const fields = [
  ['low', 'Parts from'],
  ['likely', 'likely'],
  ['high', 'up to'],
  ['hoursLow', 'Hours from'],
  ['hoursLikely', 'likely'],
  ['hoursHigh', 'up to'],
] as const
const empty = { low: '', likely: '', high: '', hoursLow: '', hoursLikely: '', hoursHigh: '' }

async function keep(asShipped: boolean) {
  try {
    refusal.value = null
    const body = { id: newId(), ...(asShipped ? empty : form) }
    await answer(api.PUT('/api/prices/{point}', { params: { path: { point: props.point } }, body }))
    emit('done')
    await refresh()
  } catch (failed) {
    refusal.value = Refusal.from(failed)
  }
}
</script>

<template>
  <form @submit.prevent="keep(false)">
    <QuantityField
      v-for="[name, label] in fields"
      :key="name"
      v-model="form[name]"
      inputmode="decimal"
      :label="label"
      :error-messages="refusal?.of(name)"
    />
    <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
    <div class="acts">
      <v-btn v-if="own" class="plate small" variant="text" @click="keep(true)">Back to the house value</v-btn>
      <v-btn class="plate small" type="submit">Keep my price</v-btn>
    </div>
  </form>
</template>

<style scoped>
form {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 0.6rem;
  margin-top: 0.4rem;
}
.refusal,
.acts {
  grid-column: 1 / -1;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 0.6rem;
}
</style>
