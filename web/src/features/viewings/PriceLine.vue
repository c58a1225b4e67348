<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { answer, api, newId, Refusal, type PointAnswer } from '@/api/client'
import { useRefresh } from '../shed/useShed'
import { sum } from './viewingWords'

/** What putting this point right takes: a house value until the owner says better. The price is kept for every viewing. */
const props = defineProps<{ point: PointAnswer; currency: string }>()

const refresh = useRefresh()
const open = ref(false)
const form = reactive({ low: '', likely: '', high: '', hoursLow: '', hoursLikely: '', hoursHigh: '' })
const refusal = ref<Refusal | null>(null)
const fields = [
  ['low', 'Parts from'],
  ['likely', 'likely'],
  ['high', 'up to'],
  ['hoursLow', 'Hours from'],
  ['hoursLikely', 'likely'],
  ['hoursHigh', 'up to'],
] as const

watch(
  [open, () => props.point.id],
  () => {
    refusal.value = null
    const { parts, hours } = props.point
    if (!parts || !hours) return
    const text = (value: number) => String(value)
    Object.assign(form, {
      low: text(parts.low),
      likely: text(parts.likely),
      high: text(parts.high),
      hoursLow: text(hours.low),
      hoursLikely: text(hours.likely),
      hoursHigh: text(hours.high),
    })
  },
  { immediate: true },
)
watch(
  () => props.point.id,
  () => (open.value = false),
)

async function keep(asShipped: boolean) {
  try {
    refusal.value = null
    const empty = { low: '', likely: '', high: '', hoursLow: '', hoursLikely: '', hoursHigh: '' }
    await answer(
      api.PUT('/api/prices/{point}', {
        params: { path: { point: props.point.id } },
        body: { id: newId(), ...(asShipped ? empty : form) },
      }),
    )
    open.value = false
    await refresh()
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <div v-if="point.cost" class="price">
    <p class="soft">
      To put right {{ sum(point.cost.low, currency) }} to {{ sum(point.cost.high, currency) }}, likely
      {{ sum(point.cost.likely, currency) }}: {{ point.ownPrice ? 'your own price' : 'a house value' }}.
      <button type="button" :aria-expanded="open" @click="open = !open">{{ open ? 'Leave it' : 'Change it' }}</button>
    </p>
    <form v-if="open" @submit.prevent="keep(false)">
      <v-text-field
        v-for="[name, label] in fields"
        :key="name"
        v-model="form[name]"
        :label="label"
        inputmode="decimal"
        :error-messages="refusal?.of(name)"
      />
      <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      <div class="acts">
        <v-btn v-if="point.ownPrice" class="plate small" variant="text" @click="keep(true)">Back to the house value</v-btn>
        <v-btn class="plate small" type="submit">Keep my price</v-btn>
      </div>
    </form>
  </div>
</template>

<style scoped>
.price button {
  text-decoration: underline;
}
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
