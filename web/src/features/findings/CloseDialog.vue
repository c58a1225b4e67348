<script setup lang="ts">
import { answer, api, type FindingAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import { useWritten } from '../ledger/useWritten'

/** What was done about a finding; of one that shows only under some conditions, whether it was tried under them. */
const finding = defineModel<FindingAnswer | null>({ required: true })

const { written } = useWritten()
const { open, subject } = useSubject(finding)
const sheet = useForm(
  () => `close ${finding.value?.entry}`,
  () => ({ how: '', tried: '' }),
)

function keep() {
  const { entry: about, title, under } = finding.value!
  const { how, tried } = sheet.form
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/entries/{entry}/close', {
          params: { path: { entry: about! } },
          body: { id, how, tried: (under && tried) || null },
        }),
      ),
    async (entry) => {
      await written(under && !tried ? `Put right, and to be tried: ${title}.` : `Closed: ${title}.`, entry)
      finding.value = null
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" :title="`Put right: ${subject?.title}`" act="Close it" @submit="keep">
    <v-text-field v-first v-bind="sheet.field('how')" label="What was done about it" maxlength="500" autocomplete="off" />
    <template v-if="subject?.under">
      <p>
        It shows: <b>{{ subject.under }}</b>. It is cured when it was tried under the like, not before.
      </p>
      <v-text-field
        v-bind="sheet.field('tried')"
        label="How it was tried since, or empty if it was not"
        maxlength="500"
        autocomplete="off"
      />
    </template>
  </FormSheet>
</template>
