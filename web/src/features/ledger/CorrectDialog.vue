<script setup lang="ts">
import { computed } from 'vue'
import { answer, api, type EntryAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { plainWords } from '@/design/format'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import { useRefresh } from '../shed/useShed'
import { usePutBack } from './usePutBack'

/** A line put right: its figures, its day; or struck. Either way the old line stays to be read. */
const entry = defineModel<EntryAnswer | null>({ required: true })
const props = defineProps<{ today: string; only?: 'strike' }>()

const refresh = useRefresh()
const { say } = useNotice()
const { putBack } = usePutBack()
const { open, subject } = useSubject(entry)
const sheet = useForm(
  () => `${props.only ?? 'correct'} ${entry.value?.id}`,
  () => ({
    figures: Object.fromEntries(
      (entry.value?.figures ?? [])
        .filter((figure) => figure.editable !== null)
        .map((figure) => [figure.name, figure.editable ?? '']),
    ) as Record<string, string>,
    on: entry.value?.date ?? '',
    reason: '',
  }),
)
const title = computed(
  () => `${props.only === 'strike' ? 'Strike' : 'Correct'}: ${subject.value ? subject.value.name.toLowerCase() : ''}`,
)

function keep() {
  const about = entry.value!
  const strikes = props.only === 'strike'
  return sheet.send(
    (id) => {
      const params = { path: { entry: about.id } }
      const { on, figures, reason } = sheet.form
      return answer<unknown>(
        strikes
          ? api.POST('/api/entries/{entry}/strike', { params, body: { id, reason } })
          : api.POST('/api/entries/{entry}/correction', { params, body: { id, date: on, figures, reason } }),
      )
    },
    async () => {
      if (strikes) say('Struck. The line stays, and no longer counts.', () => putBack(about))
      else say('Corrected. The old line stays, struck through; everything that follows from it is worked out again.')
      // The line is gone from the page before the sheet is: the focus does not fall with it.
      await refresh()
      entry.value = null
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" :title="title" :act="only === 'strike' ? 'Strike it' : 'Correct it'" @submit="keep">
    <template v-if="only !== 'strike'">
      <v-text-field
        v-for="(_, name, at) in sheet.form.figures"
        :key="name"
        v-model="sheet.form.figures[name]"
        v-first="at === 0"
        :label="plainWords(String(name))"
        :error-messages="sheet.refusal?.of(`figures.${name}`)"
      />
      <DateField v-bind="sheet.field('on', 'date')" label="Happened on" :max="today" />
    </template>
    <v-text-field v-first="only === 'strike'" v-bind="sheet.field('reason')" label="Why: what was wrong" maxlength="300" />
  </FormSheet>
</template>
