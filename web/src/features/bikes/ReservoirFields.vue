<script setup lang="ts">
import type { ProfileForm, Refusal } from '@/api/client'
import { whole } from '@/api/client'
import { plainWords } from '@/design/format'
import QuantityField from '@/design/QuantityField.vue'

/** What the owner knows of one reservoir, from the manual. Empty is unknown; nothing is guessed. */
type Form = ProfileForm['reservoirs'][string]
const form = defineModel<Form>({ required: true })
const props = defineProps<{ name: string; refusal: Refusal | null; unit: string; wanted?: string }>()

const items = (values: readonly string[]) => values.map((value) => ({ value, title: plainWords(value) }))
const levels = items([
  'sight-glass',
  'dipstick-rested',
  'dipstick-screwed-in',
  'level-bolt',
  'tank-marks',
  'height-below-edge',
  'filler-edge',
])
const stances = items(['upright-on-level', 'centre-stand'])
const error = (field: string) => props.refusal?.of(`reservoirs.${props.name}.${field}`)
/** Only oil that the engine throws about is read after a run; all else is read cold. */
const readAfterRunning = ['engine', 'oil-tank', 'gearbox', 'primary'].includes(props.name)
const change = (part: Partial<Form>) => (form.value = { ...form.value, ...part })
</script>

<template>
  <fieldset>
    <legend>{{ plainWords(name) }}</legend>
    <v-text-field
      :model-value="form.grade"
      label="Grade"
      :error-messages="error('grade')"
      @update:model-value="change({ grade: $event || null })"
    />
    <QuantityField
      :model-value="form.drainOnly"
      label="Fill after draining"
      :unit="unit"
      :hint="wanted ? `Wanted for: ${wanted}` : undefined"
      :persistent-hint="!!wanted"
      :error-messages="error('drainOnly')"
      @update:model-value="change({ drainOnly: $event || null })"
    />
    <v-text-field
      v-if="name === 'engine' || name === 'oil-tank'"
      :model-value="form.drainAndFilter"
      label="Fill after drain and filter"
      :error-messages="error('drainAndFilter')"
      @update:model-value="change({ drainAndFilter: $event || null })"
    />
    <v-text-field
      :model-value="form.dryFill"
      label="Whole capacity, dry"
      :error-messages="error('dryFill')"
      @update:model-value="change({ dryFill: $event || null })"
    />
    <v-select
      :model-value="form.level"
      :items="levels"
      clearable
      label="Level is read at"
      @update:model-value="change({ level: $event })"
    />
    <v-select
      :model-value="form.stance"
      :items="stances"
      label="With the bike"
      @update:model-value="change({ stance: $event })"
    />
    <v-text-field
      v-if="readAfterRunning"
      :model-value="form.waitMinutes"
      type="number"
      label="Wait before reading"
      suffix="min"
      :error-messages="error('waitMinutes')"
      @update:model-value="change({ waitMinutes: $event === '' ? 0 : whole($event) })"
    />
  </fieldset>
</template>

<style scoped src="./profile-fields.css"></style>
