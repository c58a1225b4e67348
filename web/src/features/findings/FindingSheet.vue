<script setup lang="ts">
import { computed } from 'vue'
import type { ActRequest, Refusal } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { vFirst } from '@/design/vFirst'
import MoneyField from '@/design/MoneyField.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import TouchChoice from '../jobs/TouchChoice.vue'

type Finding = NonNullable<ActRequest['finding']>
/** A fault: what it is, how grave, what it may cost. Whoever opens the sheet says where it is written. */
const props = defineProps<{
  open: boolean
  title: string
  /** What it is about: half-typed words are kept by it. */
  about: string
  save: (finding: Finding) => Promise<boolean | void>
  refusal: Refusal | null
}>()
const emit = defineEmits<{ close: [] }>()
const shown = computed({ get: () => props.open, set: (now) => !now && emit('close') })

type Gate = NonNullable<Finding['gate']>
const sheet = useForm(
  () => `finding ${props.about}`,
  () => ({
    title: '',
    detail: '',
    severity: 'watch' as Finding['severity'],
    gate: 'ridden' as Gate,
    costGuess: '',
    under: '',
  }),
)
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
/** What the server says against a field, whichever request carried the finding. */
const against = (field: string) => props.refusal?.of(`finding.${field}`) ?? props.refusal?.of(field)

async function keep() {
  const { title, severity, gate, detail, costGuess, under } = sheet.form
  const kept = await props.save({
    title,
    severity,
    gate: severity === 'stop' ? gate : null,
    detail: detail || null,
    costGuess: costGuess || null,
    under: under || null,
  })
  if (!kept) return
  sheet.leave()
  emit('close')
}
</script>

<template>
  <FormSheet v-model="shown" :sheet="sheet" :title="title" act="Write it down" @submit="keep">
    <v-text-field v-model="sheet.form.title" v-first label="What is wrong?" maxlength="80" :error-messages="against('title')" />
    <TouchChoice v-model="sheet.form.severity" label="How grave?" :options="severities" />
    <TouchChoice
      v-if="sheet.form.severity === 'stop'"
      v-model="sheet.form.gate"
      label="Until it is put right it is"
      :options="gates"
    />
    <v-text-field
      v-model="sheet.form.under"
      label="When does it show? Empty: at any time"
      placeholder="hot, after 20 minutes, uphill"
      maxlength="120"
      autocomplete="off"
      :error-messages="against('under')"
    />
    <v-textarea v-model="sheet.form.detail" label="More, if it helps later" maxlength="500" :error-messages="against('detail')" />
    <MoneyField
      v-model="sheet.form.costGuess"
      label="What it may cost, if you can guess"
      :error-messages="against('costGuess')"
    />
    <RefusalLine :refusal="refusal" />
  </FormSheet>
</template>
