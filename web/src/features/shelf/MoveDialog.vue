<script setup lang="ts">
import { ref, watch } from 'vue'
import { answer, api, newId, Refusal, type ShelfAnswer, whole } from '@/api/client'
import { date as dateWords, quantity } from '@/design/format'
import { useNotice } from '@/design/useNotice'

/** What came, went or was counted. One at a time, and undone at once if it was wrong. */
type Item = ShelfAnswer['items'][number]
type Cause = 'bought' | 'taken' | 'counted'
const shown = defineModel<{ item: Item; cause: Cause } | null>({ required: true })
const props = defineProps<{ today: string; volumeUnit: string }>()
const emit = defineEmits<{ kept: [shelf: ShelfAnswer] }>()
const { say } = useNotice()

const amount = ref('')
const count = ref('1')
const day = ref('')
const note = ref('')
const container = ref<string | null>(null)
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
const titles: Record<Cause, string> = { bought: 'Bought', taken: 'Taken from the shelf', counted: 'Counted' }
const labels: Record<Cause, string> = { bought: 'How much in each pack', taken: 'How much', counted: 'How much is there' }

watch(shown, (now) => {
  if (!now) return
  // The unit stands behind the field already.
  const pack = now.item.form.packs[0]?.size?.replace(` ${props.volumeUnit}`, '')
  amount.value = now.cause === 'bought' ? (now.item.kind === 'fluid' ? (pack ?? '') : (pack ?? '1')) : ''
  count.value = '1'
  day.value = props.today
  note.value = ''
  container.value = now.item.containers[0]?.id ?? null
  refusal.value = null
  id.value = newId()
})
watch([amount, count, day, note, container], () => (id.value = newId()))

async function keep() {
  const asked = shown.value!
  refusal.value = null
  const written = id.value
  try {
    const shelf = await answer(
      api.POST('/api/shelf/items/{item}/moves', {
        params: { path: { item: asked.item.id } },
        body: {
          id: written,
          cause: asked.cause,
          amount: amount.value,
          count: whole(count.value),
          date: day.value,
          note: note.value || null,
          container: asked.cause === 'bought' ? null : container.value,
        },
      }),
    )
    emit('kept', shelf)
    shown.value = null
    say(`${titles[asked.cause]}: ${asked.item.name}.`, async () =>
      emit(
        'kept',
        await answer(api.POST('/api/shelf/moves/{move}/undone', { params: { path: { move: written } }, body: { id: newId() } })),
      ),
    )
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog
    :model-value="shown !== null"
    max-width="520"
    :aria-label="shown ? titles[shown.cause] : ''"
    @update:model-value="shown = null"
  >
    <form v-if="shown" class="sheet" @submit.prevent="keep">
      <header>
        <h2>{{ titles[shown.cause] }}</h2>
      </header>
      <div class="inside">
        <p>{{ shown.item.name }}: {{ quantity(shown.item.left) }} there.</p>
        <v-select
          v-if="shown.cause !== 'bought' && shown.item.containers.length > 1"
          v-model="container"
          label="Which one"
          :items="
            shown.item.containers.map((one) => ({
              value: one.id,
              title: `${quantity(one.left)} of ${quantity(one.size)}, since ${dateWords(one.since, today)}`,
            }))
          "
          :error-messages="refusal?.of('container')"
        />
        <v-text-field
          v-model="amount"
          class="figure-field"
          :label="labels[shown.cause]"
          :suffix="shown.item.kind === 'fluid' ? volumeUnit : 'pieces'"
          autofocus
          autocomplete="off"
          :error-messages="refusal?.of('amount')"
        />
        <v-text-field
          v-if="shown.cause === 'bought'"
          v-model="count"
          label="How many of them"
          inputmode="numeric"
          autocomplete="off"
          :error-messages="refusal?.of('count')"
        />
        <v-text-field v-model="day" type="date" label="Day" :max="today" :error-messages="refusal?.of('date')" />
        <v-text-field
          v-model="note"
          label="Note, if any"
          maxlength="200"
          autocomplete="off"
          :error-messages="refusal?.of('note')"
        />
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="shown = null">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Keep it</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
