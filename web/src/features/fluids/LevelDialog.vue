<script setup lang="ts">
import { answer, api, type FluidsAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { plainWords } from '@/design/format'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import QuantityField from '@/design/QuantityField.vue'

/** A level seen outside of a job, and what was poured in to mend it. Two of these, with a way between, tell what it uses. */
type Page = FluidsAnswer['reservoirs'][number]
const shown = defineModel<Page | null>({ required: true })
const props = defineProps<{ bike: string; name: string; today: string; unit: string }>()
const emit = defineEmits<{ kept: [fluids: FluidsAnswer] }>()
const { say } = useNotice()
const { open, subject } = useSubject(shown)
const sheet = useForm(
  () => `level ${props.bike} ${shown.value?.id}`,
  () => ({
    date: props.today,
    level: 'at-maximum' as 'empty' | 'below' | 'between' | 'at-maximum' | 'above',
    added: '',
    fluid: shown.value?.likelyFluid ?? '',
    underFull: '',
  }),
)
const levels = [
  { value: 'empty', title: 'Empty: there is nothing in it' },
  { value: 'below', title: 'Below the mark' },
  { value: 'between', title: 'Between the marks' },
  { value: 'at-maximum', title: 'At the upper mark' },
  { value: 'above', title: 'Above it' },
]

function keep() {
  const { level, fluid, ...said } = sheet.form

  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/reservoirs/{reservoir}/level', {
          params: { path: { bike: props.bike, reservoir: shown.value!.id } },
          body: {
            id,
            ...said,
            level: level === 'empty' ? 'below' : level,
            empty: level === 'empty',
            fluid: said.added ? fluid : null,
          },
        }),
      ),
    async (fluids) => {
      emit('kept', fluids)
      shown.value = null
      say(`${props.name}: level written down. It can be struck in the book.`)
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" :width="520" :title="`${name}: level seen`" act="Write it down" @submit="keep">
    <p v-if="subject?.levelBy" class="soft">
      {{ plainWords(subject.levelBy) }},
      {{ subject.readAt === 'cold' ? 'cold' : `hot, ${subject.waitMinutes} minutes after stopping` }}; the same stance every time.
    </p>
    <QuantityField v-first v-bind="sheet.field('added')" label="Poured in, if anything" :unit="unit" />
    <v-text-field v-if="sheet.form.added" v-bind="sheet.field('fluid')" label="What it was" maxlength="80" autocomplete="off" />
    <v-select v-bind="sheet.field('level')" label="It stands now" :items="levels" />
    <QuantityField
      v-if="sheet.form.level === 'between' || sheet.form.level === 'below'"
      v-bind="sheet.field('underFull')"
      label="How much short of the upper mark, if you know"
      :unit="unit"
    />
    <DateField v-bind="sheet.field('date')" label="Day" :max="today" />
  </FormSheet>
</template>
