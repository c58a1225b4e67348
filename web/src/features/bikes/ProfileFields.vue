<script setup lang="ts">
import { computed } from 'vue'
import type { ProfileForm, Refusal, SettingsAnswer } from '@/api/client'
import { plainWords } from '@/design/format'

const form = defineModel<ProfileForm>({ required: true })
const props = defineProps<{ refusal: Refusal | null; settings?: SettingsAnswer }>()

const choices = {
  use: ['road', 'dual-sport', 'trail-or-enduro', 'motocross', 'trials', 'utility'],
  title: ['unknown', 'road-title', 'off-road-only', 'no-papers'],
  stroke: ['two', 'four'],
  cooling: ['air', 'oil', 'liquid'],
  starting: ['kick', 'electric', 'both'],
  lubrication: ['premix', 'oil-injection', 'wet-sump', 'dry-sump', 'splash'],
  gearboxOil: ['shared', 'separate', 'separate-with-primary', 'none'],
  oilFilter: ['none', 'cartridge', 'spin-on', 'screen', 'centrifugal'],
  valves: ['none', 'screw-and-locknut', 'shim-under-bucket', 'hydraulic'],
  fuel: ['carburettor', 'injection'],
  battery: ['none', 'flooded', 'agm-or-gel', 'li-fe-po4'],
  finalDrive: ['chain', 'belt', 'shaft'],
  frontBrake: ['disc', 'drum'],
  rearBrake: ['disc', 'drum'],
  clutch: ['cable', 'hydraulic'],
} as const
const special: Record<string, string> = { 'li-fe-po4': 'LiFePO4', 'agm-or-gel': 'AGM or gel' }
const items = (values: readonly string[]) => values.map((value) => ({ value, title: special[value] ?? plainWords(value) }))
const engineChoices = [
  'stroke',
  'cooling',
  'starting',
  'lubrication',
  'gearboxOil',
  'oilFilter',
  'valves',
  'fuel',
  'battery',
] as const
const chassisChoices = ['finalDrive', 'frontBrake', 'rearBrake', 'clutch'] as const
const levels = items(['sight-glass', 'dipstick-rested', 'dipstick-screwed-in', 'level-bolt', 'tank-marks', 'height-below-edge'])
const stances = items(['upright-on-level', 'centre-stand'])
const error = (field: string) => props.refusal?.of(field)

/** The oil that the guided jobs pour; the other reservoirs follow with their jobs. */
const oil = computed(() => (form.value.lubrication === 'wet-sump' || form.value.lubrication === 'splash' ? 'engine' : 'gearbox'))
const spec = computed({
  get: () =>
    form.value.reservoirs[oil.value] ?? {
      grade: null,
      dryFill: null,
      drainOnly: null,
      drainAndFilter: null,
      level: null,
      stance: 'upright-on-level' as const,
      readAt: 'hot' as const,
      waitMinutes: 3,
    },
  set: (value) => (form.value = { ...form.value, reservoirs: { ...form.value.reservoirs, [oil.value]: value } }),
})
const change = (part: Partial<typeof spec.value>) => (spec.value = { ...spec.value, ...part })
const torque = (name: string, text: string) => (form.value = { ...form.value, torques: { ...form.value.torques, [name]: text } })
const whole = (text: string) => (text === '' ? 0 : Number(text))
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
      @update:model-value="form.displacementCc = whole(String($event))"
    />
    <v-text-field
      :model-value="form.cylinders"
      type="number"
      label="Cylinders"
      :error-messages="error('cylinders')"
      @update:model-value="form.cylinders = whole(String($event))"
    />
    <v-checkbox v-model="form.bodyworkOverOil" label="Panels cover filter or drain plug" />
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
      label="Whole digits on it"
      :error-messages="error('odometer.digits')"
      @update:model-value="form.odometerDigits = whole(String($event))"
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
    <legend>{{ oil === 'engine' ? 'Engine oil' : 'Gearbox oil' }}, from the manual</legend>
    <v-text-field
      :model-value="spec.grade"
      label="Grade"
      :error-messages="error(`reservoirs.${oil}.grade`)"
      @update:model-value="change({ grade: $event || null })"
    />
    <v-text-field
      :model-value="spec.drainAndFilter"
      :label="`Fill after drain and filter, in ${settings?.volumeUnit ?? 'L'} or any unit`"
      :error-messages="error(`reservoirs.${oil}.drainAndFilter`)"
      @update:model-value="change({ drainAndFilter: $event || null })"
    />
    <v-text-field
      :model-value="spec.drainOnly"
      label="Fill after drain only"
      :error-messages="error(`reservoirs.${oil}.drainOnly`)"
      @update:model-value="change({ drainOnly: $event || null })"
    />
    <v-text-field
      :model-value="spec.dryFill"
      label="Dry fill"
      :error-messages="error(`reservoirs.${oil}.dryFill`)"
      @update:model-value="change({ dryFill: $event || null })"
    />
    <v-select
      :model-value="spec.level"
      :items="levels"
      clearable
      label="Level is read at"
      @update:model-value="change({ level: $event })"
    />
    <v-select
      :model-value="spec.stance"
      :items="stances"
      label="With the bike"
      @update:model-value="change({ stance: $event })"
    />
    <v-text-field
      :model-value="spec.waitMinutes"
      type="number"
      label="Minutes to wait before reading"
      :error-messages="error(`reservoirs.${oil}.waitMinutes`)"
      @update:model-value="change({ waitMinutes: whole(String($event)) })"
    />
    <v-text-field
      :model-value="form.torques['oil-drain-plug'] ?? ''"
      :label="`Drain plug torque, in ${settings?.torqueUnit ?? 'N m'} or any unit`"
      :error-messages="error('torques.oil-drain-plug')"
      @update:model-value="torque('oil-drain-plug', $event)"
    />
    <v-text-field
      :model-value="form.torques['oil-filter'] ?? ''"
      label="Oil filter torque, if the manual gives one"
      :error-messages="error('torques.oil-filter')"
      @update:model-value="torque('oil-filter', $event)"
    />
  </fieldset>
  <fieldset>
    <legend>Papers</legend>
    <v-text-field v-model="form.frameNumber" label="Frame number or VIN" :error-messages="error('frameNumber')" />
    <v-text-field v-model="form.registration" label="Registration" :error-messages="error('registration')" />
    <v-select v-model="form.title" :items="items(choices.title)" label="Title" />
  </fieldset>
</template>

<style scoped>
fieldset {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(225px, 1fr));
  gap: 0.9rem;
  margin: 0;
  padding: 0.6rem 0 0;
  border: 0;
  border-top: 1px solid var(--rule);
}
legend {
  padding: 0 0.7rem 0 0;
  font: 700 1.25rem/1.2 var(--head);
}
</style>
