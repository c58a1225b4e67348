<script setup lang="ts">
import { answer, api, newId, type ShelfAnswer, whole } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { date as dateWords, quantity } from '@/design/format'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import QuantityField from '@/design/QuantityField.vue'

/** What came, went or was counted. One at a time, and undone at once if it was wrong. */
type Item = ShelfAnswer['items'][number]
type Cause = 'bought' | 'taken' | 'counted'
const shown = defineModel<{ item: Item; cause: Cause } | null>({ required: true })
const props = defineProps<{ today: string; volumeUnit: string }>()
const emit = defineEmits<{ kept: [shelf: ShelfAnswer] }>()
const { say } = useNotice()
const { open, subject } = useSubject(shown)

const titles: Record<Cause, string> = { bought: 'Bought', taken: 'Taken from the shelf', counted: 'Counted' }
const labels: Record<Cause, string> = { bought: 'How much in each pack', taken: 'How much', counted: 'How much is there' }

/** What is usual: a pack, if it was bought. The unit stands behind the field already. */
function usual() {
  const about = shown.value
  if (about?.cause !== 'bought') return ''
  const pack = about.item.form.packs[0]?.size?.replace(` ${props.volumeUnit}`, '')
  return pack ?? (about.item.kind === 'fluid' ? '' : '1')
}
const sheet = useForm(
  () => `${shown.value?.cause} ${shown.value?.item.id}`,
  () => ({
    amount: usual(),
    count: '1',
    day: props.today,
    note: '',
    container: shown.value?.item.containers[0]?.id ?? (null as string | null),
  }),
)

async function undo(move: string) {
  const params = { path: { move } }
  emit('kept', await answer(api.POST('/api/shelf/moves/{move}/undone', { params, body: { id: newId() } })))
}
function keep() {
  const { item, cause } = shown.value!
  let move = ''
  return sheet.send(
    (id) => {
      move = id
      const { amount, count, day, note, container } = sheet.form
      return answer(
        api.POST('/api/shelf/items/{item}/moves', {
          params: { path: { item: item.id } },
          body: {
            id,
            cause,
            amount,
            count: whole(count),
            date: day,
            note: note || null,
            container: cause === 'bought' ? null : container,
          },
        }),
      )
    },
    (shelf) => {
      emit('kept', shelf)
      shown.value = null
      say(`${titles[cause]}: ${item.name}.`, () => undo(move))
    },
  )
}
</script>

<template>
  <FormSheet
    v-model="open"
    :sheet="sheet"
    :width="520"
    :title="subject ? titles[subject.cause] : ''"
    act="Keep it"
    @submit="keep"
  >
    <template v-if="subject">
      <p>{{ subject.item.name }}: {{ quantity(subject.item.left) }} there.</p>
      <v-select
        v-if="subject.cause !== 'bought' && subject.item.containers.length > 1"
        v-bind="sheet.field('container')"
        label="Which one"
        :items="
          subject.item.containers.map((one) => ({
            value: one.id,
            title: `${quantity(one.left)} of ${quantity(one.size)}, since ${dateWords(one.since, today)}`,
          }))
        "
      />
      <QuantityField
        v-first
        v-bind="sheet.field('amount')"
        class="figure-field"
        :label="labels[subject.cause]"
        :unit="subject.item.kind === 'fluid' ? volumeUnit : 'pieces'"
      />
      <v-text-field
        v-if="subject.cause === 'bought'"
        v-bind="sheet.field('count')"
        label="How many of them"
        inputmode="numeric"
        autocomplete="off"
      />
      <DateField v-bind="sheet.field('day', 'date')" label="Day" :max="today" />
      <v-text-field v-bind="sheet.field('note')" label="Note, if any" maxlength="200" autocomplete="off" />
    </template>
  </FormSheet>
</template>
