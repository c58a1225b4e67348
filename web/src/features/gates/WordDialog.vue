<script setup lang="ts">
import { answer, api, type GateAnswer, type GateReason } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import { useWritten } from '../ledger/useWritten'

/** The owner's own word, dated and kept as a word: that a gate may be passed, or that the oil pump feeds its engine. */
const about = defineModel<'gate' | 'pump' | null>({ required: true })
const props = defineProps<{
  bike: string
  nickname: string
  gate: GateAnswer['gate'] | null
  today: string
  reasons: GateReason[]
}>()

const { written } = useWritten()
const { open, subject } = useSubject(about)
const suggested = {
  cranked: 'It turns over freely',
  run: 'It runs; I ran it today',
  ridden: 'It runs; I rode it today',
  pump: 'It has fed it for years',
}
const what = () => (about.value === 'pump' ? 'pump' : (props.gate ?? 'ridden'))
const sheet = useForm(
  () => `word ${what()} ${props.bike}`,
  () => ({ words: suggested[what()], on: props.today }),
)

const keep = () =>
  sheet.send(
    (id) => {
      const call = { params: { path: { bike: props.bike } } }
      const said = { id, date: sheet.form.on, words: sheet.form.words }
      return answer(
        about.value === 'pump'
          ? api.POST('/api/bikes/{bike}/pump-word', { ...call, body: said })
          : api.POST('/api/bikes/{bike}/word', { ...call, body: { ...said, gate: props.gate ?? 'ridden' } }),
      )
    },
    async (entry) => {
      about.value = null
      await written(`${props.nickname}: your word is written down.`, entry)
    },
  )
</script>

<template>
  <FormSheet
    v-model="open"
    :sheet="sheet"
    :title="`${nickname}: ${subject === 'pump' ? 'its oil pump' : `may be ${gate}`}`"
    act="I say so"
    @submit="keep"
  >
    <template v-if="subject === 'gate'">
      <p class="soft">You answer for what the book cannot prove:</p>
      <ul>
        <li v-for="(one, at) in reasons" :key="at">{{ one.why }}</li>
      </ul>
    </template>
    <p v-else class="soft">
      Say so only of a pump that has long fed this engine and was not opened, run dry or left standing. A pump that fails gives no
      warning: the piston does.
    </p>
    <v-text-field v-first v-bind="sheet.field('words')" label="Your word" maxlength="200" />
    <DateField v-bind="sheet.field('on', 'date')" label="As of" :max="today" />
    <p class="soft">It stays marked as your word, and opens nothing that is shut.</p>
  </FormSheet>
</template>
