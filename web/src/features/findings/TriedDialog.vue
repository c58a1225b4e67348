<script setup lang="ts">
import { answer, api, type BikeAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import TouchChoice from '../jobs/TouchChoice.vue'
import { useWritten } from '../ledger/useWritten'

/** What was put right, tried under the conditions under which it had shown. */
const trial = defineModel<BikeAnswer['onTrial'][number] | null>({ required: true })

const { written } = useWritten()
const { open, subject } = useSubject(trial)
const sheet = useForm(
  () => `tried ${trial.value?.entry}`,
  () => ({ gone: null as 'gone' | 'back' | null, words: '' }),
)
const ends: { value: 'gone' | 'back'; title: string; note: string }[] = [
  { value: 'gone', title: 'Gone', note: 'it did not show' },
  { value: 'back', title: 'Back again', note: 'it is open again' },
]

function keep() {
  const { entry: about, title } = trial.value!
  const { gone, words } = sheet.form
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/entries/{entry}/tried', {
          params: { path: { entry: about } },
          body: { id, gone: gone === null ? null : gone === 'gone', words },
        }),
      ),
    async (entry) => {
      await written(gone === 'gone' ? `Cured: ${title}.` : `Open again: ${title}.`, entry)
      trial.value = null
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" :title="`Tried: ${subject?.title}`" act="Write it down" @submit="keep">
    <p>
      It showed: <b>{{ subject?.under }}</b>. Since then: {{ subject?.how }}.
    </p>
    <TouchChoice
      v-model="sheet.form.gone"
      label="Tried under the like, it is"
      :options="ends"
      :error="sheet.refusal?.of('gone')"
    />
    <v-text-field v-first v-bind="sheet.field('words')" label="How it was tried" maxlength="500" autocomplete="off" />
    <p class="soft">How warm, how long, under what load: as when it showed.</p>
  </FormSheet>
</template>
