<script setup lang="ts">
import { answer, api } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import QuantityField from '@/design/QuantityField.vue'
import TouchChoice from '../jobs/TouchChoice.vue'
import { useRefresh } from '../shed/useShed'
import { useFigureCache } from './useFigures'

/** One figure, typed where it is missed, and kept with where it comes from. */
export type FigureMissed = { field: string; name: string; unit: string; words?: string | null }
const missed = defineModel<FigureMissed | null>({ required: true })
const props = defineProps<{ bike: string }>()

const { open, subject } = useSubject(missed)
const refresh = useRefresh()
const keepCard = useFigureCache()
const { say } = useNotice()
const sheet = useForm(
  () => `figure ${props.bike} ${missed.value?.field}`,
  () => ({ text: missed.value?.words ?? '', from: 'manual' as 'manual' | 'owner', source: '' }),
)

const keep = () => {
  const { field, name } = missed.value!
  const { text, from, source } = sheet.form
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/figures', {
          params: { path: { bike: props.bike } },
          body: { id, field, text, from, source: source || null },
        }),
      ),
    async (card) => {
      keepCard(props.bike, card)
      missed.value = null
      await refresh()
      say(`${name}: on the figure card.`)
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" :title="subject?.name ?? ''" act="Keep it" @submit="keep">
    <QuantityField
      v-first
      v-bind="sheet.field('text')"
      class="figure-field"
      label="What it should be"
      :unit="subject?.unit"
      hint="One figure, a range such as 30 to 40, at least, at most; any unit may be typed"
      persistent-hint
    />
    <TouchChoice
      v-model="sheet.form.from"
      label="Where does it come from?"
      :options="[
        { value: 'manual', title: `The maker's manual`, note: 'it wins over every other figure' },
        { value: 'owner', title: 'My own', note: 'stamped on the part, measured, or known' },
      ]"
    />
    <v-text-field
      v-bind="sheet.field('source')"
      :label="sheet.form.from === 'manual' ? 'Page, if you like' : 'What it rests on, if you like'"
      maxlength="80"
      autocomplete="off"
    />
  </FormSheet>
</template>
