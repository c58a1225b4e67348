<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { answer, api } from '@/api/client'
import { number } from '@/design/format'
import QuantityField from '@/design/QuantityField.vue'

/** Readings of a gauge as they come; what it shows now is taken with one tap. */
const props = defineProps<{ gauge: string }>()
const emit = defineEmits<{ take: [value: string, instrument: string] }>()

const { data } = useQuery({ queryKey: ['gauges'], queryFn: () => answer(api.GET('/api/gauges')), staleTime: Infinity })
const found = computed(() => data.value?.find((one) => one.id === props.gauge))
const scenario = ref<string | null>(null)
/** What a simulated gauge is held to, set by hand. */
const around = ref('')
const decimals = computed(() => (String(found.value?.resolution ?? 1).split('.')[1] ?? '').length)
const now = ref<{ number: number; value: number | null; says: string | null } | null>(null)
const lost = ref(false)
let link: EventSource | null = null

function leave() {
  link?.close()
  link = null
}
function listen() {
  leave()
  now.value = null
  lost.value = false
  link = new EventSource(
    `/api/gauges/${props.gauge}/readings?scenario=${encodeURIComponent(scenario.value ?? '')}&around=${encodeURIComponent(around.value.trim().replace(',', '.'))}`,
  )
  link.addEventListener('reading', (event) => {
    now.value = JSON.parse((event as MessageEvent<string>).data)
    if (now.value?.says === 'lost') {
      lost.value = true
      leave()
    }
  })
  link.onerror = () => {
    lost.value = true
    leave()
  }
}
watch(scenario, (chosen) => chosen && listen())
let waiting = 0
watch(around, () => {
  clearTimeout(waiting)
  waiting = window.setTimeout(() => scenario.value && listen(), 400)
})
onBeforeUnmount(leave)
</script>

<template>
  <div v-if="found" class="gauge">
    <v-select
      v-model="scenario"
      :items="found.scenarios.map((one) => ({ value: one.id, title: one.title }))"
      :label="`${found.title}${found.simulated ? ', simulated' : ''}`"
      hide-details
    />
    <QuantityField
      v-if="scenario && found.simulated"
      v-model="around"
      inputmode="decimal"
      label="Hold it to something else"
      :unit="found.unit"
      hide-details
    />
    <p v-if="scenario" class="face">
      <span v-if="lost" class="refusal" role="alert"
        >The link broke. <button type="button" @click="listen">Listen again</button></span
      >
      <template v-else-if="now">
        <span v-if="now.value === null" class="figure big">{{ now.says }}</span>
        <span v-else class="figure big"
          >{{ number(now.value, decimals, decimals) }}<span class="unit">{{ found.unit }}</span></span
        >
        <v-btn
          class="plate small"
          variant="outlined"
          :disabled="now.value === null"
          @click="
            emit(
              'take',
              `${number(now.value!, decimals, decimals)} ${found.unit}`,
              found.simulated ? `${found.title}, simulated` : found.title,
            )
          "
          >Take it</v-btn
        >
      </template>
      <span v-else class="soft">waiting for it</span>
    </p>
    <p v-if="found.simulated" class="soft small-print">A stand-in: its readings are made up, and are marked so in the book.</p>
  </div>
</template>

<style scoped>
.gauge {
  display: grid;
  gap: 0.4rem;
  padding: 0.7rem 0.9rem;
  border: 1px dashed var(--steel);
}
.face {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 1rem;
  min-height: 3rem;
}
.big {
  font-size: 2.25rem;
}
.face button {
  text-decoration: underline;
}
.small-print {
  font-size: 0.875rem;
}
</style>
