<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { answer, api, whole, type ProfileForm, type QuestionSection, type Refusal, type SettingsAnswer } from '@/api/client'
import { plainWords } from '@/design/format'
import QuantityField from '@/design/QuantityField.vue'
import { sectionNames } from '../figures/useFigures'
import ReservoirFields from './ReservoirFields.vue'
import { choiceTitle, questions, type Question } from './profileQuestions'

/** What a bike is, part by part. What is asked is decided by the server, from what was answered: only what this bike has. */
const form = defineModel<ProfileForm>({ required: true })
const props = defineProps<{ refusal: Refusal | null; settings?: SettingsAnswer; bike?: string }>()

/** What was typed does not change what is asked; what was chosen does. */
const shape = computed(() => ({ ...form.value, reservoirs: {}, torques: {}, figures: {} }))
const { data: sections } = useQuery({
  queryKey: ['profile-questions', () => props.bike, shape],
  queryFn: () =>
    answer(
      api.POST('/api/profile-questions', {
        body: { profile: { ...shape.value, year: whole(form.value.year) }, bike: props.bike ?? null },
      }),
    ),
  placeholderData: keepPreviousData,
})

const opened = ref(new Set<string>())
const toggle = (section: string, open: boolean) => {
  const now = new Set(opened.value)
  if (open) now.add(section)
  else now.delete(section)
  opened.value = now
}
const error = (field: string) => props.refusal?.of(field)
const fieldsOf = (section: QuestionSection) => [
  ...section.questions.map(String),
  ...section.reservoirs.map((name) => `reservoirs.${name}`),
  ...section.torques.map((name) => `torques.${name}`),
  ...section.figures.map((one) => `figures.${one.name}`),
]
const camel = (word: string) => word.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase())
const refused = (section: QuestionSection) =>
  Object.keys(props.refusal?.fields ?? {}).some((field) =>
    fieldsOf(section).some((own) => field === own || field.startsWith(`${own}.`) || field.startsWith(camel(own))),
  )
// A refusal is never folded away.
watch(
  () => props.refusal,
  () => sections.value?.filter(refused).forEach((section) => toggle(section.section, true)),
)

const ask = (name: string): Question => questions[camel(name)] ?? { kind: 'text', label: plainWords(name) }
const value = (name: string) => (form.value as unknown as Record<string, unknown>)[camel(name)]
const change = (name: string, now: unknown) => (form.value = { ...form.value, [camel(name)]: now })
/** What stands in a section, in one line. */
const summary = (section: QuestionSection) =>
  section.questions
    .map((name) => {
      const question = ask(name)
      const now = value(name)
      if (question.kind === 'yes') return now ? question.label : null
      if (question.kind === 'choice')
        return now && now !== 'not-known' && now !== 'none' && now !== 'nothing' ? choiceTitle(String(now), question) : null
      if (question.kind === 'number')
        return now ? `${String(now)} ${question.unit ?? question.label.toLowerCase().replace(/s$/, now === 1 ? '' : 's')}` : null
      if (question.kind === 'tyre') return (now as { size?: string } | null)?.size ?? null
      if (question.kind === 'many') return (now as string[]).map(plainWords).join(', ') || null
      return now ? String(now) : null
    })
    .filter(Boolean)
    .join(', ')
const wanted = (section: QuestionSection) => Object.keys(section.wanted).length
const hint = (section: QuestionSection, field: string) =>
  section.wanted[field] ? `Wanted for: ${section.wanted[field]}` : undefined
const tyreOf = (name: string) => value(name) as ProfileForm['frontTyre']
const tyre = (name: string, part: Partial<NonNullable<ProfileForm['frontTyre']>>) =>
  change(name, { size: null, placard: null, dateCode: null, inner: 'tube', ...tyreOf(name), ...part })
const emptyReservoir: ProfileForm['reservoirs'][string] = {
  grade: null,
  dryFill: null,
  drainOnly: null,
  drainAndFilter: null,
  level: null,
  stance: 'upright-on-level',
  readAt: 'hot',
  waitMinutes: 3,
}
const odometers = [
  { value: null, title: 'No odometer' },
  { value: 'miles', title: 'Odometer in miles' },
  { value: 'kilometres', title: 'Odometer in kilometres' },
]
</script>

<template>
  <div class="sections">
    <details
      v-for="section in sections"
      :key="section.section"
      class="section"
      :open="opened.has(section.section)"
      @toggle="toggle(section.section, ($event.target as HTMLDetailsElement).open)"
    >
      <summary>
        <b>{{ sectionNames[section.section] }}</b>
        <span class="soft sum">{{ summary(section) }}</span>
        <span v-if="refused(section)" class="mark stop">something is not right</span>
        <span v-else-if="wanted(section)" class="mark">{{ wanted(section) }} wanted for coming work</span>
      </summary>
      <div class="fields">
        <template v-for="name in section.questions" :key="name">
          <v-select
            v-if="camel(name) === 'odometer'"
            :model-value="form.odometer"
            :items="odometers"
            label="Odometer"
            @update:model-value="change(name, $event)"
          />
          <v-select
            v-else-if="ask(name).kind === 'choice' || ask(name).kind === 'many'"
            :model-value="value(name)"
            :items="(ask(name).values ?? []).map((one) => ({ value: one, title: choiceTitle(one, ask(name)) }))"
            :label="ask(name).label"
            :multiple="ask(name).kind === 'many'"
            :error-messages="error(camel(name))"
            @update:model-value="change(name, $event)"
          />
          <v-checkbox
            v-else-if="ask(name).kind === 'yes'"
            :model-value="value(name)"
            :label="ask(name).label"
            @update:model-value="change(name, $event)"
          />
          <v-text-field
            v-else-if="ask(name).kind === 'number'"
            :model-value="value(name) || ''"
            inputmode="numeric"
            maxlength="6"
            :label="ask(name).label"
            :suffix="ask(name).unit"
            :error-messages="error(camel(name) === 'odometerDigits' ? 'odometer.digits' : camel(name))"
            @update:model-value="change(name, $event === '' ? 0 : whole($event))"
          />
          <fieldset v-else-if="ask(name).kind === 'tyre'" class="own">
            <legend>{{ ask(name).label }}</legend>
            <v-text-field
              :model-value="tyreOf(camel(name))?.size"
              label="Size, as printed"
              :error-messages="error(`${camel(name)}.size`)"
              @update:model-value="tyre(camel(name), { size: $event || null })"
            />
            <v-text-field
              :model-value="tyreOf(camel(name))?.placard"
              label="Pressure on the placard"
              suffix="bar"
              :error-messages="error(`${camel(name)}.placard`)"
              @update:model-value="tyre(camel(name), { placard: $event || null })"
            />
            <v-text-field
              :model-value="tyreOf(camel(name))?.dateCode"
              label="Week and year of its DOT code"
              placeholder="1820"
              :error-messages="error(`${camel(name)}.dateCode`)"
              @update:model-value="tyre(camel(name), { dateCode: $event || null })"
            />
            <v-select
              :model-value="tyreOf(camel(name))?.inner ?? 'tube'"
              :items="['tube', 'tubeless', 'foam-insert'].map((one) => ({ value: one, title: plainWords(one) }))"
              label="Inside it"
              @update:model-value="tyre(camel(name), { inner: $event })"
            />
          </fieldset>
          <v-text-field
            v-else
            :model-value="value(name)"
            :label="ask(name).label"
            :placeholder="ask(name).example"
            :error-messages="error(camel(name))"
            @update:model-value="change(name, $event || null)"
          />
        </template>
        <v-text-field
          v-for="figure in section.figures"
          :key="figure.name"
          :model-value="form.figures[figure.name] ?? ''"
          :label="plainWords(figure.name)"
          :placeholder="figure.example"
          :hint="hint(section, `figures.${figure.name}`)"
          :persistent-hint="!!section.wanted[`figures.${figure.name}`]"
          :error-messages="error(`figures.${figure.name}`)"
          @update:model-value="form = { ...form, figures: { ...form.figures, [figure.name]: $event } }"
        />
        <QuantityField
          v-for="name in section.torques"
          :key="name"
          :model-value="form.torques[name] ?? ''"
          :label="`${plainWords(name)}, torque`"
          :unit="settings?.torqueUnit ?? 'N m'"
          :hint="hint(section, `torques.${name}`)"
          :persistent-hint="!!section.wanted[`torques.${name}`]"
          :error-messages="error(`torques.${name}`)"
          @update:model-value="form = { ...form, torques: { ...form.torques, [name]: $event ?? '' } }"
        />
        <ReservoirFields
          v-for="name in section.reservoirs"
          :key="name"
          class="own"
          :model-value="form.reservoirs[name] ?? emptyReservoir"
          :name="name"
          :refusal="refusal"
          :unit="settings?.volumeUnit ?? 'L'"
          :wanted="section.wanted[`reservoirs.${name}`]"
          @update:model-value="form = { ...form, reservoirs: { ...form.reservoirs, [name]: $event ?? '' } }"
        />
      </div>
    </details>
  </div>
</template>

<style scoped src="./profile-fields.css"></style>
