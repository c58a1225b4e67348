<script setup lang="ts">
import { computed, reactive, watch } from 'vue'
import type { ActRequest, RecordRequest, Refusal, RunAnswer, StepAnswer } from '@/api/client'
import { date, plainWords, quantity } from '@/design/format'
import { vFirst } from '@/design/vFirst'
import QuantityField from '@/design/QuantityField.vue'
import ForNowList from '../bikes/ForNowList.vue'
import GaugeReader from '../wear/GaugeReader.vue'
import PartsRecord from './PartsRecord.vue'
import PhotoButton from '../photos/PhotoButton.vue'
import { sendToBook } from '../photos/sendPhoto'
import TouchChoice from './TouchChoice.vue'
import WatchRecord from './WatchRecord.vue'

/** What a step wants written down. It collects; what it means is decided by the server. */
const model = defineModel<RecordRequest>({ required: true })
const props = defineProps<{
  step: StepAnswer
  run: RunAnswer
  refusal: Refusal | null
  act: (tap: Omit<ActRequest, 'id'>) => Promise<boolean>
  busy: boolean
}>()

type Drain = NonNullable<RecordRequest['drain']>
const form = reactive({
  odometer: '',
  hours: '',
  volume: '',
  fluid: props.step.inIt ?? '',
  parts: undefined as RecordRequest['parts'],
  level: null as NonNullable<RecordRequest['level']> | null,
  option: props.step.choice?.default ?? null,
  colour: null as Drain['colour'] | null,
  magnet: null as Drain['magnet'] | null,
  debris: null as Drain['debris'] | null,
  smells: false,
  values: (props.step.measure?.places.length ? props.step.measure.places : ['']).map(() => ''),
  instrument: '',
  photo: null as string | null,
  where: '',
})
/** A reading of a gauge goes into the first place that is free, else over the last. */
function take(value: string, instrument: string) {
  const free = form.values.findIndex((one) => !one.trim())
  form.values[free < 0 ? form.values.length - 1 : free] = value
  form.instrument = instrument
}
/** Something goes away for longer than this job: where it is kept is worth a word. */
const away = computed(() => props.step.forNow.find((thing) => thing.way === 'away' && thing.lasting && !thing.back))
async function picture(photo: string, file: File) {
  await sendToBook(props.run.bike, photo, `${props.run.title}: ${props.step.title}`, file)
  form.photo = photo
}
const meters = computed(() => props.run.meters)

watch(
  form,
  () => {
    const record: RecordRequest = {}
    if (props.step.kind === 'reading') {
      if (form.odometer) record.odometer = form.odometer
      if (form.hours) record.hours = form.hours
    }
    if (props.step.measure && form.values.some((value) => value)) {
      record.values = [...form.values]
      if (form.instrument) record.instrument = form.instrument
    }
    if (form.photo) record.photo = form.photo
    if (form.where) record.where = form.where
    if (form.volume) record.volume = form.volume
    if ((props.step.kind === 'pour' || (props.step.kind === 'level' && form.volume)) && form.fluid) record.fluid = form.fluid
    if (form.parts) record.parts = form.parts
    if (props.step.kind === 'level' && form.level) record.level = form.level
    if (props.step.kind === 'choose' && form.option) record.option = form.option
    if (props.step.kind === 'drain')
      record.drain = {
        colour: form.colour ?? 'not-seen',
        magnet: form.magnet ?? 'not-seen',
        debris: form.debris ?? 'not-seen',
        smellsOfFuel: form.smells,
      }
    model.value = record
  },
  { immediate: true },
)

const colours: { value: Drain['colour']; title: string }[] = [
  { value: 'amber', title: 'Amber' },
  { value: 'dark', title: 'Dark' },
  { value: 'black-sludge', title: 'Black, sludgy' },
  { value: 'milky', title: 'Milky' },
  { value: 'silver-sheen', title: 'Silver sheen' },
  { value: 'clear', title: 'Clear' },
]
const magnets: { value: Drain['magnet']; title: string }[] = [
  { value: 'clean', title: 'Clean' },
  { value: 'fine-paste', title: 'Fine grey paste' },
  { value: 'slivers', title: 'Slivers' },
  { value: 'chips', title: 'Chips' },
]
const debris: { value: Drain['debris']; title: string }[] = [
  { value: 'none', title: 'Nothing' },
  { value: 'clutch-fibre', title: 'Clutch fibre' },
  { value: 'gasket', title: 'Gasket' },
  { value: 'plastic', title: 'Plastic' },
]
const levels: { value: NonNullable<RecordRequest['level']>; title: string }[] = [
  { value: 'below', title: 'Below the mark' },
  { value: 'between', title: 'Between the marks' },
  { value: 'at-maximum', title: 'At the upper mark' },
  { value: 'above', title: 'Above it' },
]
</script>

<template>
  <div class="record">
    <template v-if="step.kind === 'reading'">
      <QuantityField
        v-for="(meter, at) in meters"
        :key="meter.kind"
        v-first="at === 0"
        :model-value="meter.kind === 'odometer' ? form.odometer : form.hours"
        class="figure-field wide"
        :label="meter.kind === 'odometer' ? 'Odometer' : 'Hour meter'"
        inputmode="decimal"
        :unit="meter.unit"
        :hint="meter.last && meter.lastOn ? `Last read ${quantity(meter.last)} on ${date(meter.lastOn)}` : undefined"
        persistent-hint
        :error-messages="
          refusal?.of(meter.kind === 'odometer' ? 'record.odometer' : 'record.hours') ?? refusal?.of('record.meters')
        "
        @update:model-value="meter.kind === 'odometer' ? (form.odometer = $event) : (form.hours = $event)"
      />
      <p v-if="!meters.length" class="soft">This bike has no meter: skip this step.</p>
    </template>
    <template v-else-if="step.measure">
      <QuantityField
        v-for="(_, at) in form.values"
        :key="at"
        v-model="form.values[at]"
        v-first="at === 0"
        class="figure-field place"
        :label="step.measure.places[at] ? plainWords(step.measure.places[at]) : 'Measured'"
        inputmode="decimal"
        :unit="step.measure.unit"
        :error-messages="refusal?.of(`record.values.${at}`) ?? (at === 0 ? refusal?.of('record.values') : undefined)"
      />
      <GaugeReader v-if="step.measure.gauge" :gauge="step.measure.gauge" @take="take" />
      <p v-if="step.measure.valves" class="soft">
        <RouterLink :to="`/bikes/${run.bike}/valves`">Fill in the grid of all valves</RouterLink>, and have the shims worked out.
        The job waits.
      </p>
    </template>
    <template v-else-if="step.kind === 'photo'">
      <p v-if="form.photo" class="taken">The picture is in the book. <span class="soft">Take another, or go on.</span></p>
      <PhotoButton :send="picture" :label="form.photo ? 'Another picture' : 'Take the picture'" />
      <p v-if="refusal?.of('record.photo')" class="refusal" role="alert">{{ refusal.of('record.photo') }}</p>
    </template>
    <template v-else-if="step.undoList">
      <ForNowList v-if="step.undoList.length" class="standing" :bike="run.bike" :things="step.undoList" :today="run.today" />
      <p v-else class="taken">Nothing stands on the undo list.</p>
    </template>
    <v-text-field
      v-else-if="away"
      v-model="form.where"
      class="wide"
      label="Where is it kept?"
      autocomplete="off"
      maxlength="80"
      :error-messages="refusal?.of('record.where')"
    />
    <WatchRecord v-else-if="step.watch" :step="step" :run="run" :act="act" :busy="busy" />
    <TouchChoice
      v-else-if="step.choice"
      v-model="form.option"
      label="Which way?"
      :because="step.choice.because"
      :options="step.choice.options.map((option) => ({ value: option.id, title: option.title, note: option.reason }))"
      :error="refusal?.of('record.option')"
    />
    <template v-else-if="step.kind === 'drain'">
      <QuantityField
        v-model="form.volume"
        v-first
        class="figure-field wide"
        label="Came out"
        :unit="run.volumeUnit"
        :error-messages="refusal?.of('record.volume')"
      />
      <TouchChoice
        v-model="form.colour"
        label="Colour"
        :options="colours.filter((one) => step.drain?.colours.includes(one.value))"
      />
      <TouchChoice v-if="step.drain?.magnet" v-model="form.magnet" label="On the magnet" :options="magnets" />
      <TouchChoice
        v-if="step.drain?.debris.length"
        v-model="form.debris"
        label="In it"
        :options="debris.filter((one) => step.drain?.debris.includes(one.value))"
      />
      <v-checkbox v-if="step.drain?.fuel" v-model="form.smells" label="It smells of fuel" />
    </template>
    <template v-else-if="step.kind === 'pour'">
      <QuantityField
        v-model="form.volume"
        v-first
        class="figure-field wide"
        label="Really went in"
        :unit="run.volumeUnit"
        :error-messages="refusal?.of('record.volume')"
      />
      <v-text-field
        v-model="form.fluid"
        class="wide"
        label="What it was, grade and all"
        autocomplete="off"
        maxlength="80"
        :error-messages="refusal?.of('record.fluid')"
      />
    </template>
    <template v-else-if="step.kind === 'level'">
      <TouchChoice v-model="form.level" label="What do you see?" :options="levels" :error="refusal?.of('record.level')" />
      <QuantityField
        v-model="form.volume"
        class="figure-field wide"
        label="Added to get it there, if any"
        :unit="run.volumeUnit"
        :error-messages="refusal?.of('record.volume')"
      />
      <v-text-field
        v-if="form.volume"
        v-model="form.fluid"
        class="wide"
        label="What that was"
        autocomplete="off"
        maxlength="80"
        :error-messages="refusal?.of('record.fluid')"
      />
    </template>
    <PartsRecord v-if="step.fits.length" v-model="form.parts" :fits="step.fits" :refusal="refusal" :currency="run.currency" />
  </div>
</template>

<style scoped>
.record {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem 1.2rem;
  align-items: end;
}
.wide {
  flex: 0 1 320px;
  min-width: 200px;
}

.place {
  flex: 0 1 210px;
  min-width: 150px;
}
.standing {
  flex: 1 1 100%;
  border: 1px solid var(--rule);
  background: var(--card);
}
.taken {
  font: 600 1.1875rem/1.3 var(--head);
}
.record :deep(fieldset:not(.v-field__outline)) {
  flex-basis: 100%;
}
.record:empty {
  display: none;
}
</style>
