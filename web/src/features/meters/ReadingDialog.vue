<script setup lang="ts">
import { computed, toRef } from 'vue'
import { answer, api, type TagAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { date, quantity } from '@/design/format'
import { useForm } from '@/design/useForm'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import QuantityField from '@/design/QuantityField.vue'
import { useWritten } from '../ledger/useWritten'
import { useUnderstood } from './useUnderstood'

/** What a meter shows today, or showed on a day. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bikes: TagAnswer[]; bike?: string; today: string }>()

const { written } = useWritten()
const withMeters = computed(() => props.bikes.filter((bike) => bike.meters.length))
const sheet = useForm(
  () => `reading ${props.bike ?? ''}`,
  () => ({
    bike: props.bike ?? withMeters.value[0]?.id ?? '',
    kind: 'odometer' as 'odometer' | 'hour-meter',
    reading: '',
    on: props.today,
    note: '',
  }),
)

const tag = computed(() => props.bikes.find((bike) => bike.id === sheet.form.bike))
const meter = computed(() => tag.value?.meters.find((one) => one.kind === sheet.form.kind) ?? tag.value?.meters[0])
const understood = useUnderstood(toRef(sheet.form, 'reading'), () => meter.value?.unit)
/** A meter does not run backwards, unless it was changed: then the owner says how. */
const backward = computed(() => sheet.refusal?.ask === 'new-epoch')
/** Nobody rides that far in so short a time: right only if the owner says so. */
const unlikely = computed(() => sheet.refusal?.ask === 'confirm')

function keep(because?: 'dash-swapped' | 'rolled-over' | 'reset', confirmed = false) {
  const kind = meter.value?.kind
  if (!kind) return
  return sheet.send(
    (id) => {
      const { bike, reading, on, note } = sheet.form
      const body = { id, meter: kind, reading, date: on, note: note || null, because: because ?? null, confirmed }
      return answer(api.POST('/api/bikes/{bike}/readings', { params: { path: { bike } }, body }))
    },
    async (entry) => {
      open.value = false
      const shown = entry.figures.find((figure) => figure.name === 'reading')?.quantity
      await written(`${entry.bikeName}: ${shown ? quantity(shown) : 'reading'} written down.`, entry)
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" title="What does the meter show?" act="Write it down" @submit="keep()">
    <div class="bikes" role="radiogroup" aria-label="Bike">
      <label v-for="one in withMeters" :key="one.id" :class="{ chosen: one.id === sheet.form.bike }">
        <input v-model="sheet.form.bike" type="radio" name="bike" :value="one.id" />{{ one.nickname }}
      </label>
    </div>
    <div v-if="tag && tag.meters.length > 1" class="bikes" role="radiogroup" aria-label="Meter">
      <label v-for="one in tag.meters" :key="one.kind" :class="{ chosen: one === meter }">
        <input v-model="sheet.form.kind" type="radio" name="meter" :value="one.kind" />{{
          one.kind === 'odometer' ? 'Odometer' : 'Hour meter'
        }}
      </label>
    </div>
    <QuantityField
      v-first
      v-bind="sheet.field('reading')"
      class="figure-field"
      :label="`Reading, in ${meter?.unit ?? ''} or any unit`"
      :unit="meter?.unit"
    />
    <p class="soft" role="status">
      <template v-if="understood">Understood: {{ understood }}. </template>
      <template v-if="meter?.display && meter.readOn"
        >Last read {{ quantity(meter.display) }} on {{ date(meter.readOn, today) }}.</template
      >
      <template v-if="meter?.today"> About {{ quantity(meter.today) }} is likely today.</template>
    </p>
    <div v-if="backward" class="refusal anew">
      <p>If it is right, say what happened. What the bike has done in its life is carried on.</p>
      <v-btn class="plate small" variant="outlined" @click="keep('dash-swapped')">The dash was swapped</v-btn>
      <v-btn class="plate small" variant="outlined" @click="keep('rolled-over')">It rolled over</v-btn>
      <v-btn class="plate small" variant="outlined" @click="keep('reset')">It was reset</v-btn>
    </div>
    <div v-if="unlikely" class="anew">
      <v-btn class="plate small" variant="outlined" @click="keep(undefined, true)">It is right</v-btn>
    </div>
    <DateField v-bind="sheet.field('on', 'date')" label="Read on" :max="today" />
    <v-text-field v-bind="sheet.field('note')" label="Note, if any" maxlength="500" />
  </FormSheet>
</template>

<style scoped>
.bikes {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
.bikes label {
  padding: 0.45rem 0.8rem;
  border: 1.5px solid var(--rule);
  font: 600 1.0625rem/1.2 var(--head);
  cursor: pointer;
}
.bikes input {
  position: absolute;
  opacity: 0;
}
.bikes .chosen {
  border-color: var(--ink);
  background: var(--ink);
  color: var(--card);
}
.bikes label:has(:focus-visible) {
  outline: 3px solid var(--blueing);
  outline-offset: 2px;
}
.anew {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.anew p {
  flex-basis: 100%;
}
</style>
