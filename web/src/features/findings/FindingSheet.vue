<script setup lang="ts">
import { reactive, watch } from 'vue'
import type { ActRequest, Refusal } from '@/api/client'
import TouchChoice from '../jobs/TouchChoice.vue'

type Finding = NonNullable<ActRequest['finding']>
const props = defineProps<{
  open: boolean
  title: string
  save: (finding: Finding) => Promise<boolean | void>
  refusal: Refusal | null
}>()
const emit = defineEmits<{ close: [] }>()

type Gate = NonNullable<Finding['gate']>
const form = reactive({
  title: '',
  detail: '',
  severity: 'watch' as Finding['severity'],
  gate: 'ridden' as Gate,
  costGuess: '',
})
const severities: { value: Finding['severity']; title: string; note: string }[] = [
  { value: 'note', title: 'Note', note: 'good to know' },
  { value: 'watch', title: 'Watch', note: 'look again' },
  { value: 'fix-soon', title: 'Fix soon', note: 'before it grows' },
  { value: 'stop', title: 'Stop', note: 'shuts a gate at once' },
]
const gates: { value: Gate; title: string }[] = [
  { value: 'ridden', title: 'Not ridden' },
  { value: 'run', title: 'Not run' },
  { value: 'cranked', title: 'Not even cranked' },
]
watch(
  () => props.open,
  (opened) => opened && Object.assign(form, { title: '', detail: '', severity: 'watch', gate: 'ridden', costGuess: '' }),
)

async function keep() {
  if (
    await props.save({
      title: form.title,
      severity: form.severity,
      gate: form.severity === 'stop' ? form.gate : null,
      detail: form.detail || null,
      costGuess: form.costGuess || null,
    })
  )
    emit('close')
}
</script>

<template>
  <v-dialog :model-value="open" aria-labelledby="finding-title" @update:model-value="$emit('close')">
    <form class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="finding-title">{{ title }}</h2>
      </header>
      <div class="inside">
        <v-text-field
          v-model="form.title"
          label="What is wrong?"
          autofocus
          maxlength="80"
          :error-messages="refusal?.of('finding.title') ?? refusal?.of('title')"
        />
        <TouchChoice v-model="form.severity" label="How grave?" :options="severities" />
        <TouchChoice v-if="form.severity === 'stop'" v-model="form.gate" label="Until it is put right it is" :options="gates" />
        <v-textarea
          v-model="form.detail"
          label="More, if it helps later"
          maxlength="500"
          :error-messages="refusal?.of('finding.detail') ?? refusal?.of('detail')"
        />
        <v-text-field
          v-model="form.costGuess"
          label="What it may cost, if you can guess"
          :error-messages="refusal?.of('finding.costGuess') ?? refusal?.of('costGuess')"
        />
        <p v-if="refusal" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="$emit('close')">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Write it down</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
