<script setup lang="ts">
import { reactive } from 'vue'
import { answer, api, type PriceAnswer } from '@/api/client'
import { useAct } from '@/design/useAct'
import QuantityField from '@/design/QuantityField.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useRefresh } from '../shed/useShed'

/** The owner's own figures for putting one fault right. They hold for every viewing. */
const props = defineProps<{ point: string; parts: PriceAnswer['parts']; hours: PriceAnswer['hours']; own: boolean }>()
const emit = defineEmits<{ done: [] }>()

const refresh = useRefresh()
const act = useAct()
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

const keep = (asShipped: boolean) =>
  act.attempt(
    (id) =>
      answer(
        api.PUT('/api/prices/{point}', {
          params: { path: { point: props.point } },
          body: { id, ...(asShipped ? empty : form) },
        }),
      ),
    () => {
      emit('done')
      return refresh()
    },
  )
</script>

<template>
  <form @submit.prevent="keep(false)">
    <QuantityField
      v-for="[name, label] in fields"
      :key="name"
      v-model="form[name]"
      inputmode="decimal"
      :label="label"
      :error-messages="act.refusal?.of(name)"
    />
    <RefusalLine :refusal="act.refusal" />
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
