<script setup lang="ts">
import { ref } from 'vue'
import { useAct } from '@/design/useAct'
import { answer, api, type KindAnswers, type ProfileForm, type SetAnswer } from '@/api/client'
import { plainWords } from '@/design/format'
import RefusalLine from '@/design/RefusalLine.vue'
import TouchChoice from '../jobs/TouchChoice.vue'
import { questions } from './profileQuestions'

/** For a bike that no kind names: a few answers, and the nearest kind with them put in. What one does not know is left. */
const emit = defineEmits<{ found: [set: SetAnswer] }>()
const asked = [
  'use',
  'lubrication',
  'cylinders',
  'fuel',
  'cooling',
  'starting',
  'transmission',
  'finalDrive',
  'frontBrake',
  'rearBrake',
] as const satisfies readonly (keyof ProfileForm)[]
const labels: Partial<Record<(typeof asked)[number], string>> = {
  use: 'What is it for?',
  lubrication: 'How is the engine oiled?',
}
/** What tells one way of oiling from another, for whoever does not know its name. */
const notes: Record<string, string> = {
  premix: 'two-stroke, mixed in the tank',
  'oil-injection': 'two-stroke, from a tank of its own',
  'wet-sump': 'four-stroke, oil in the engine',
  'dry-sump': 'four-stroke, a separate oil tank',
  splash: 'small four-stroke without a pump',
}
const answers = ref<Partial<Record<(typeof asked)[number], string>>>({})
const act = useAct()

const options = (name: (typeof asked)[number]) =>
  name === 'cylinders'
    ? ['1', '2', '3', '4', '6'].map((value) => ({ value, title: value }))
    : (questions[name]!.values ?? []).map((value) => ({
        value,
        title: questions[name]!.titles?.[value] ?? plainWords(value),
        note: notes[value],
      }))

const find = () =>
  act.attempt(async () =>
    emit(
      'found',
      await answer(
        api.POST('/api/sets/nearest', {
          body: { ...answers.value, cylinders: Number(answers.value.cylinders) || null } as KindAnswers,
        }),
      ),
    ),
  )
</script>

<template>
  <form class="cabinet inside" @submit.prevent="find">
    <p class="soft">Answer what you know and leave the rest. Every answer can be changed later.</p>
    <TouchChoice
      v-for="name in asked"
      :key="name"
      :model-value="answers[name] ?? null"
      :label="labels[name] ?? questions[name]!.label"
      :options="options(name)"
      @update:model-value="answers[name] = $event ?? undefined"
    />
    <RefusalLine :refusal="act.refusal" />
    <v-btn class="plate pen" type="submit" :disabled="!Object.keys(answers).length">Find the nearest kind</v-btn>
  </form>
</template>

<style scoped>
.inside {
  display: grid;
  gap: 1rem;
  padding: 1.1rem;
}
.pen {
  justify-self: start;
}
</style>
