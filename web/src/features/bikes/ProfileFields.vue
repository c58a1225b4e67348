<script setup lang="ts">
import { computed } from 'vue'
import type { ProfileForm, Refusal, SettingsAnswer } from '@/api/client'
import { whole } from '@/api/client'
import { plainWords } from '@/design/format'
import ReservoirFields from './ReservoirFields.vue'

const form = defineModel<ProfileForm>({ required: true })
const props = defineProps<{ refusal: Refusal | null; settings?: SettingsAnswer }>()

const choices = {
  use: ['road', 'dual-sport', 'trail-or-enduro', 'motocross', 'trials', 'utility'],
  title: ['unknown', 'road-title', 'off-road-only', 'no-papers'],
  stroke: ['two', 'four'],
  cooling: ['air', 'oil', 'liquid'],
  fan: ['not-known', 'fitted', 'not-fitted'],
  expansionTank: ['not-known', 'fitted', 'not-fitted'],
  starting: ['kick', 'electric', 'both'],
  lubrication: ['premix', 'oil-injection', 'wet-sump', 'dry-sump', 'splash'],
  gearboxOil: ['shared', 'separate', 'separate-with-primary', 'none'],
  oilFilter: ['none', 'cartridge', 'spin-on', 'screen', 'centrifugal'],
  valves: ['none', 'screw-and-locknut', 'shim-under-bucket', 'hydraulic'],
  fuel: ['carburettor', 'injection'],
  fuelTap: ['none', 'on-off', 'on-reserve-off', 'vacuum'],
  tank: ['steel', 'plastic', 'aluminium'],
  ignition: ['electronic', 'points'],
  battery: ['none', 'flooded', 'agm-or-gel', 'li-fe-po4'],
  finalDrive: ['chain', 'belt', 'shaft'],
  frontBrake: ['disc', 'drum'],
  rearBrake: ['disc', 'drum'],
  clutch: ['cable', 'hydraulic', 'none'],
} as const
const special: Record<string, string> = { 'li-fe-po4': 'LiFePO4', 'agm-or-gel': 'AGM or gel' }
const items = (values: readonly string[]) => values.map((value) => ({ value, title: special[value] ?? plainWords(value) }))
const allEngineChoices = [
  'stroke',
  'cooling',
  'fan',
  'expansionTank',
  'starting',
  'lubrication',
  'gearboxOil',
  'oilFilter',
  'valves',
  'fuel',
  'fuelTap',
  'tank',
  'ignition',
  'battery',
] as const
const engineChoices = computed(() =>
  allEngineChoices.filter(
    (name) => (name !== 'fan' || form.value.cooling !== 'air') && (name !== 'expansionTank' || form.value.cooling === 'liquid'),
  ),
)
const chassisChoices = ['finalDrive', 'frontBrake', 'rearBrake', 'clutch'] as const
const error = (field: string) => props.refusal?.of(field)

const tyreInners = items(['tube', 'tubeless', 'foam-insert'])
const tyres = [
  { name: 'frontTyre', title: 'Front tyre' },
  { name: 'rearTyre', title: 'Rear tyre' },
] as const
const tyre = (name: 'frontTyre' | 'rearTyre', part: Partial<NonNullable<ProfileForm['frontTyre']>>) =>
  (form.value = {
    ...form.value,
    [name]: { size: null, placard: null, dateCode: null, inner: 'tube', ...form.value[name], ...part },
  })
const reservoirs = computed(() => Object.keys(form.value.reservoirs))
const torques = computed(() => Object.keys(form.value.torques))
const torque = (name: string, text: string) => (form.value = { ...form.value, torques: { ...form.value.torques, [name]: text } })
const figures = computed(() => Object.keys(form.value.figures))
const figure = (name: string, text: string) => (form.value = { ...form.value, figures: { ...form.value.figures, [name]: text } })
const counted = (text: string) => (text === '' ? 0 : whole(text))
</script>

<template>
  <fieldset>
    <legend>Engine</legend>
    <v-select
      v-for="name in engineChoices"
      :key="name"
      v-model="form[name]"
      :items="items(choices[name])"
      :label="plainWords(name)"
      :error-messages="error(name)"
    />
    <v-text-field
      :model-value="form.displacementCc"
      type="number"
      label="Displacement"
      suffix="cc"
      :error-messages="error('displacementCc')"
      @update:model-value="form.displacementCc = counted(String($event))"
    />
    <v-text-field
      :model-value="form.cylinders"
      type="number"
      label="Cylinders"
      :error-messages="error('cylinders')"
      @update:model-value="form.cylinders = counted(String($event))"
    />
    <v-checkbox v-model="form.bodyworkOverOil" label="Panels cover filter or drain plug" />
    <v-checkbox v-model="form.tankOverPlugs" label="The tank must come off to reach plugs and valve cover" />
    <v-select
      v-model="form.airFilter"
      :items="items(['nothing', 'side-panel', 'seat', 'tank'])"
      label="What is over the air filter"
    />
    <v-checkbox
      v-if="form.stroke === 'four'"
      v-model="form.heavierOilInHeat"
      label="Heavier oil in heat: ridden only then, and warmed up with care"
    />
    <v-checkbox v-model="form.oilPressureLight" label="Has an oil light" />
  </fieldset>
  <fieldset>
    <legend>Chassis</legend>
    <v-select
      v-for="name in chassisChoices"
      :key="name"
      v-model="form[name]"
      :items="items(choices[name])"
      :label="plainWords(name)"
      :error-messages="error(name)"
    />
    <v-checkbox v-model="form.linkage" label="A linkage works the shock" />
  </fieldset>
  <fieldset>
    <legend>Meters and use</legend>
    <v-select
      v-model="form.odometer"
      :items="[
        { value: null, title: 'No odometer' },
        { value: 'miles', title: 'Odometer in miles' },
        { value: 'kilometres', title: 'Odometer in kilometres' },
      ]"
      label="Odometer"
    />
    <v-text-field
      v-if="form.odometer"
      :model-value="form.odometerDigits"
      type="number"
      label="Whole digits on the dash"
      :error-messages="error('odometer.digits')"
      @update:model-value="form.odometerDigits = counted(String($event))"
    />
    <v-checkbox v-model="form.hourMeter" label="Hour meter" />
    <v-select v-model="form.use" :items="items(choices.use)" label="Use" :error-messages="error('use')" />
    <v-text-field
      v-model="form.statedUsePerYear"
      label="About how much a year, for instance 40 h"
      :error-messages="error('statedUsePerYear')"
    />
    <v-select v-model="form.severities" :items="items(['grit', 'raced'])" multiple label="Hard use that shortens limits" />
  </fieldset>
  <fieldset>
    <legend>Figures from the manual</legend>
    <v-text-field
      v-if="form.valves !== 'none'"
      :model-value="form.valvesPerCylinder"
      type="number"
      label="Valves per cylinder"
      :error-messages="error('valvesPerCylinder')"
      @update:model-value="form.valvesPerCylinder = counted(String($event))"
    />
    <v-text-field
      v-if="form.fuel === 'carburettor'"
      :model-value="form.carburettors"
      type="number"
      label="Carburettors"
      :error-messages="error('carburettors')"
      @update:model-value="form.carburettors = counted(String($event))"
    />
    <v-text-field
      v-if="form.battery !== 'none'"
      :model-value="form.batteryVolts"
      type="number"
      label="Battery"
      suffix="V"
      :error-messages="error('batteryVolts')"
      @update:model-value="form.batteryVolts = counted(String($event))"
    />
    <v-text-field v-model="form.tankReserve" label="Fuel reserve" :error-messages="error('tankReserve')" />
    <v-text-field
      v-for="name in torques"
      :key="name"
      :model-value="form.torques[name] ?? ''"
      :label="`${plainWords(name)} torque, in ${settings?.torqueUnit ?? 'N m'} or any unit`"
      :error-messages="error(`torques.${name}`)"
      @update:model-value="torque(name, $event)"
    />
    <v-text-field
      v-for="name in figures"
      :key="name"
      :model-value="form.figures[name] ?? ''"
      :label="`${plainWords(name)}, such as ${name.includes('voltage') ? '12.6 to 13.2 V' : name === 'idle-speed' ? '1,250 to 1,350 rpm' : name.includes('pressure') ? 'at least 8 bar' : '0.10 to 0.15 mm'}`"
      :error-messages="error(`figures.${name}`)"
      @update:model-value="figure(name, $event)"
    />
  </fieldset>
  <ReservoirFields
    v-for="name in reservoirs"
    :key="name"
    :model-value="form.reservoirs[name]!"
    :name="name"
    :refusal="refusal"
    :unit="settings?.volumeUnit ?? 'L'"
    @update:model-value="form = { ...form, reservoirs: { ...form.reservoirs, [name]: $event } }"
  />
  <fieldset v-for="one in tyres" :key="one.name">
    <legend>{{ one.title }}</legend>
    <v-text-field
      :model-value="form[one.name]?.size"
      label="Size, as printed"
      :error-messages="error(`${one.name}.size`)"
      @update:model-value="tyre(one.name, { size: $event || null })"
    />
    <v-text-field
      :model-value="form[one.name]?.placard"
      label="Pressure on the placard, in bar or psi"
      :error-messages="error(`${one.name}.placard`)"
      @update:model-value="tyre(one.name, { placard: $event || null })"
    />
    <v-text-field
      :model-value="form[one.name]?.dateCode"
      label="Last four of its DOT code, such as 1820"
      :error-messages="error(`${one.name}.dateCode`)"
      @update:model-value="tyre(one.name, { dateCode: $event || null })"
    />
    <v-select
      :model-value="form[one.name]?.inner ?? 'tube'"
      :items="tyreInners"
      label="Inside it"
      @update:model-value="tyre(one.name, { inner: $event })"
    />
  </fieldset>
  <fieldset>
    <legend>Papers</legend>
    <v-text-field v-model="form.frameNumber" label="Frame number or VIN" :error-messages="error('frameNumber')" />
    <v-text-field v-model="form.registration" label="Registration" :error-messages="error('registration')" />
    <v-select v-model="form.title" :items="items(choices.title)" label="Title" />
  </fieldset>
</template>

<style scoped src="./profile-fields.css"></style>
