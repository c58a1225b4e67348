<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, api, type ShelfAnswer } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { date, quantity } from '@/design/format'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { useSubject } from '@/design/useSubject'
import { vFirst } from '@/design/vFirst'
import QuantityField from '@/design/QuantityField.vue'
import MoneyField from '@/design/MoneyField.vue'

/** What an item is: what jobs call it, which bikes it fits, how it is sold; and what came and went. */
type Item = ShelfAnswer['items'][number]
type Form = Item['form']
const shown = defineModel<Item | 'new' | null>({ required: true })
const props = defineProps<{ shelf: ShelfAnswer; wanted: ShelfAnswer['toBuy'][number] | null }>()
const emit = defineEmits<{ kept: [shelf: ShelfAnswer] }>()
const { say } = useNotice()

/** A new one starts from the row of the list that was tapped as bought, if one was. */
const empty = (): Form => ({
  name: props.wanted?.what ?? '',
  kind: props.wanted?.kind ?? 'fluid',
  serves: '',
  bikes: [],
  minimum: '',
  packs: [{ size: '', price: '' }],
  place: '',
  note: '',
})
const { open, subject } = useSubject(shown)
const sheet = useForm(
  () => `item ${shown.value && shown.value !== 'new' ? shown.value.id : 'new'}`,
  () => {
    const form = shown.value && shown.value !== 'new' ? (JSON.parse(JSON.stringify(shown.value.form)) as Form) : empty()
    if (!form.packs.length) form.packs.push({ size: '', price: '' })
    return form
  },
)
const item = computed(() => (subject.value && subject.value !== 'new' ? subject.value : null))

const { data: moves } = useQuery({
  queryKey: ['shelf-moves', () => (shown.value && shown.value !== 'new' ? shown.value.id : null)],
  queryFn: () => answer(api.GET('/api/shelf/items/{item}/moves', { params: { path: { item: (shown.value as Item).id } } })),
  enabled: () => shown.value !== null && shown.value !== 'new',
})
const causes = { bought: 'Bought', taken: 'Taken', 'put-back': 'Put back', counted: 'Counted' }

const write = (call: (id: string) => Promise<ShelfAnswer>, words: string) =>
  sheet.send(call, (shelf) => {
    emit('kept', shelf)
    shown.value = null
    say(words)
  })

function keep() {
  const about = item.value
  return write(
    (id) => {
      const body = { id, item: { ...sheet.form, packs: sheet.form.packs.filter((pack) => pack?.size || pack?.price) } }
      return answer(
        about
          ? api.PUT('/api/shelf/items/{item}', {
              params: { path: { item: about.id } },
              body,
              headers: { 'If-Match': `"${about.version}"` },
            })
          : api.POST('/api/shelf/items', { body }),
      )
    },
    about ? 'Kept.' : 'On the shelf. Say next how much of it came.',
  )
}
const gone = () =>
  write(
    (id) =>
      answer(
        api.POST('/api/shelf/items/{item}/gone', {
          params: { path: { item: item.value!.id } },
          body: { id },
          headers: { 'If-Match': `"${item.value!.version}"` },
        }),
      ),
    'Not kept any more. What came and went stays in the store.',
  )
const undo = (move: string) =>
  write((id) => answer(api.POST('/api/shelf/moves/{move}/undone', { params: { path: { move } }, body: { id } })), 'Undone.')
</script>

<template>
  <FormSheet
    v-model="open"
    :sheet="sheet"
    :width="680"
    :title="item?.name ?? 'Something new on the shelf'"
    act="Keep it"
    @submit="keep"
  >
    <v-text-field
      v-first="!item"
      v-bind="sheet.field('name')"
      label="What it is, as the can or the box says"
      maxlength="80"
      autocomplete="off"
    />
    <div class="pair">
      <v-select
        v-bind="sheet.field('kind')"
        label="Kept as"
        :items="[
          { value: 'fluid', title: 'A fluid, by the bottle' },
          { value: 'part', title: 'A part, by the piece' },
          { value: 'consumable', title: 'Used up, by the piece' },
        ]"
      />
      <QuantityField
        v-bind="sheet.field('minimum')"
        label="Never less than"
        :unit="sheet.form.kind === 'fluid' ? shelf.volumeUnit : 'pieces'"
      />
    </div>
    <v-text-field
      v-bind="sheet.field('serves')"
      label="What jobs call it, with commas between"
      hint="Such as: engine oil. Or: oil filter. A job then finds it here."
      maxlength="300"
      autocomplete="off"
    />
    <v-select
      v-bind="sheet.field('bikes')"
      label="For which bikes; none means any"
      :items="shelf.bikes.map((bike) => ({ value: bike.id, title: bike.name }))"
      multiple
    />
    <fieldset>
      <legend class="label">How it is sold</legend>
      <div v-for="(pack, at) in sheet.form.packs" :key="at" class="pair">
        <QuantityField
          :model-value="pack!.size"
          label="Pack of"
          :unit="sheet.form.kind === 'fluid' ? shelf.volumeUnit : 'pieces'"
          :error-messages="sheet.refusal?.of(`packs.${at}.size`)"
          @update:model-value="sheet.form.packs[at] = { ...pack!, size: $event }"
        />
        <MoneyField
          :model-value="pack!.price"
          label="For"
          :error-messages="sheet.refusal?.of(`packs.${at}.price`)"
          @update:model-value="sheet.form.packs[at] = { ...pack!, price: $event }"
        />
      </div>
      <button type="button" class="more" @click="sheet.form.packs.push({ size: '', price: '' })">Another pack size</button>
    </fieldset>
    <div class="pair">
      <v-text-field v-bind="sheet.field('place')" label="Where it stands" maxlength="80" autocomplete="off" />
      <v-text-field v-bind="sheet.field('note')" label="Note" maxlength="300" autocomplete="off" />
    </div>
    <section v-if="item && moves?.length" aria-label="What came and went">
      <span class="label">What came and went</span>
      <ul>
        <li v-for="move in moves" :key="move.id">
          <span class="figure">{{ date(move.date, shelf.today) }}</span> {{ causes[move.cause] }}
          <span class="figure">{{ quantity(move.amount) }}</span>
          <span v-if="move.note && !move.note.startsWith('undone: ')" class="soft"> {{ move.note }}</span>
          <button v-if="move.canUndo" type="button" class="more" @click="undo(move.id)">undo</button>
        </li>
      </ul>
    </section>
    <template #beside>
      <v-btn v-if="item" class="plate" variant="text" @click="gone">Not kept any more</v-btn>
    </template>
  </FormSheet>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: 0.7rem;
}
fieldset {
  display: grid;
  gap: 0.4rem;
  justify-items: stretch;
  margin: 0;
  padding: 0;
  border: 0;
}
legend {
  padding-bottom: 0.5rem;
}
.more {
  justify-self: start;
  font: 600 1rem/1.4 var(--head);
  text-decoration: underline;
}
ul {
  max-height: 180px;
  margin: 0.3rem 0 0;
  padding: 0;
  overflow: auto;
  list-style: none;
}
</style>
