<script setup lang="ts">
import { answer, api, type ShelfAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { quantity } from '@/design/format'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'

/** Where and when waste was handed in. Nobody's place is guessed; the last one that was named is offered again. */
const shown = defineModel<ShelfAnswer['waste'][number] | null>({ required: true })
const props = defineProps<{ today: string }>()
const emit = defineEmits<{ kept: [shelf: ShelfAnswer] }>()
const { say } = useNotice()
const { open, subject } = useSubject(shown)
let last = ''
const sheet = useForm(
  () => `handed in ${shown.value?.kind}`,
  () => ({ where: last, day: props.today }),
)

function keep() {
  const kind = shown.value!.kind
  const { where, day } = sheet.form

  return sheet.send(
    (id) => answer(api.POST('/api/shelf/waste', { body: { id, kind, date: day, where } })),
    async (shelf) => {
      last = where
      emit('kept', shelf)
      shown.value = null
      say(`Handed in: ${kind}. It is in the book, and can be struck there.`)
    },
  )
}
</script>

<template>
  <FormSheet
    v-model="open"
    :sheet="sheet"
    :width="480"
    :title="`Handed in: ${subject?.kind}`"
    act="Handed in"
    leave="Not now"
    @submit="keep"
  >
    <p v-if="subject">{{ quantity(subject.volume) }} in all.</p>
    <v-text-field v-first v-bind="sheet.field('where')" label="Where" maxlength="80" />
    <DateField v-bind="sheet.field('day', 'date')" label="On" :max="today" />
  </FormSheet>
</template>
