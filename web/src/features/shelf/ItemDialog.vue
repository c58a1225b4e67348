<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ref, watch } from 'vue'
import { answer, api, newId, Refusal, type ShelfAnswer } from '@/api/client'
import { date, quantity } from '@/design/format'
import { useNotice } from '@/design/useNotice'

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
const form = ref<Form>(empty())
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
watch(shown, (now) => {
  if (!now) return
  form.value = now === 'new' ? empty() : (JSON.parse(JSON.stringify(now.form)) as Form)
  if (!form.value.packs.length) form.value.packs.push({ size: '', price: '' })
  refusal.value = null
})
watch(form, () => (id.value = newId()), { deep: true })

const { data: moves } = useQuery({
  queryKey: ['shelf-moves', () => (shown.value && shown.value !== 'new' ? shown.value.id : null)],
  queryFn: () => answer(api.GET('/api/shelf/items/{item}/moves', { params: { path: { item: (shown.value as Item).id } } })),
  enabled: () => shown.value !== null && shown.value !== 'new',
})
const causes = { bought: 'Bought', taken: 'Taken', 'put-back': 'Put back', counted: 'Counted' }

async function write(call: () => Promise<ShelfAnswer>, words: string) {
  refusal.value = null
  try {
    emit('kept', await call())
    shown.value = null
    say(words)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}

function keep() {
  const asked = shown.value
  const body = { id: id.value, item: { ...form.value, packs: form.value.packs.filter((pack) => pack?.size || pack?.price) } }
  return write(
    () =>
      answer(
        asked === 'new' || !asked
          ? api.POST('/api/shelf/items', { body })
          : api.PUT('/api/shelf/items/{item}', {
              params: { path: { item: asked.id } },
              body,
              headers: { 'If-Match': `"${asked.version}"` },
            }),
      ),
    asked === 'new' ? 'On the shelf. Say next how much of it came.' : 'Kept.',
  )
}
const gone = () =>
  write(
    () =>
      answer(
        api.POST('/api/shelf/items/{item}/gone', {
          params: { path: { item: (shown.value as Item).id } },
          body: { id: newId() },
          headers: { 'If-Match': `"${(shown.value as Item).version}"` },
        }),
      ),
    'Not kept any more. What came and went stays in the store.',
  )
const undo = (move: string) =>
  write(
    () => answer(api.POST('/api/shelf/moves/{move}/undone', { params: { path: { move } }, body: { id: newId() } })),
    'Undone.',
  )
</script>

<template>
  <v-dialog
    :model-value="shown !== null"
    max-width="680"
    scrollable
    :aria-label="shown === 'new' ? 'Something new on the shelf' : 'An item of the shelf'"
    @update:model-value="shown = null"
  >
    <form v-if="shown" class="sheet" @submit.prevent="keep">
      <header>
        <h2>{{ shown === 'new' ? 'Something new on the shelf' : shown.name }}</h2>
      </header>
      <div class="inside">
        <v-text-field
          v-model="form.name"
          label="What it is, as the can or the box says"
          maxlength="80"
          :autofocus="shown === 'new'"
          autocomplete="off"
          :error-messages="refusal?.of('name')"
        />
        <div class="pair">
          <v-select
            v-model="form.kind"
            label="Kept as"
            :items="[
              { value: 'fluid', title: 'A fluid, by the bottle' },
              { value: 'part', title: 'A part, by the piece' },
              { value: 'consumable', title: 'Used up, by the piece' },
            ]"
            :error-messages="refusal?.of('kind')"
          />
          <v-text-field
            v-model="form.minimum"
            label="Never less than"
            :suffix="form.kind === 'fluid' ? shelf.volumeUnit : 'pieces'"
            autocomplete="off"
            :error-messages="refusal?.of('minimum')"
          />
        </div>
        <v-text-field
          v-model="form.serves"
          label="What jobs call it, with commas between"
          hint="Such as: engine oil. Or: oil filter. A job then finds it here."
          maxlength="300"
          autocomplete="off"
          :error-messages="refusal?.of('serves')"
        />
        <v-select
          v-model="form.bikes"
          label="For which bikes; none means any"
          :items="shelf.bikes.map((bike) => ({ value: bike.id, title: bike.name }))"
          multiple
          :error-messages="refusal?.of('bikes')"
        />
        <fieldset>
          <legend class="label">How it is sold</legend>
          <div v-for="(pack, at) in form.packs" :key="at" class="pair">
            <v-text-field
              :model-value="pack!.size"
              label="Pack of"
              :suffix="form.kind === 'fluid' ? shelf.volumeUnit : 'pieces'"
              autocomplete="off"
              :error-messages="refusal?.of(`packs.${at}.size`)"
              @update:model-value="form.packs[at] = { ...pack!, size: $event }"
            />
            <v-text-field
              :model-value="pack!.price"
              label="For"
              :suffix="shelf.currency"
              autocomplete="off"
              :error-messages="refusal?.of(`packs.${at}.price`)"
              @update:model-value="form.packs[at] = { ...pack!, price: $event }"
            />
          </div>
          <button type="button" class="more" @click="form.packs.push({ size: '', price: '' })">Another pack size</button>
        </fieldset>
        <div class="pair">
          <v-text-field
            v-model="form.place"
            label="Where it stands"
            maxlength="80"
            autocomplete="off"
            :error-messages="refusal?.of('place')"
          />
          <v-text-field
            v-model="form.note"
            label="Note"
            maxlength="300"
            autocomplete="off"
            :error-messages="refusal?.of('note')"
          />
        </div>
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
        <section v-if="shown !== 'new' && moves?.length" aria-label="What came and went">
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
      </div>
      <footer>
        <v-btn v-if="shown !== 'new'" class="plate" variant="text" @click="gone">Not kept any more</v-btn>
        <v-btn class="plate" variant="text" @click="shown = null">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Keep it</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
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
