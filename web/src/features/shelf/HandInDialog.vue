<script setup lang="ts">
import { ref, watch } from 'vue'
import { answer, api, newId, Refusal, type ShelfAnswer } from '@/api/client'
import { quantity } from '@/design/format'
import { useNotice } from '@/design/useNotice'

/** Where and when waste was handed in. Nobody's place is guessed; the last one that was named is offered again. */
const shown = defineModel<ShelfAnswer['waste'][number] | null>({ required: true })
const props = defineProps<{ today: string }>()
const emit = defineEmits<{ kept: [shelf: ShelfAnswer] }>()
const { say } = useNotice()
const where = ref('')
const day = ref('')
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
let last = ''

watch(shown, (now) => {
  if (!now) return
  where.value = last
  day.value = props.today
  refusal.value = null
  id.value = newId()
})
watch([where, day], () => (id.value = newId()))

async function keep() {
  const kind = shown.value!.kind
  refusal.value = null
  try {
    const shelf = await answer(
      api.POST('/api/shelf/waste', { body: { id: id.value, kind, date: day.value, where: where.value } }),
    )
    last = where.value
    emit('kept', shelf)
    shown.value = null
    say(`Handed in: ${kind}. It is in the book, and can be struck there.`)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog :model-value="shown !== null" max-width="480" aria-labelledby="hand-in-title" @update:model-value="shown = null">
    <form v-if="shown" class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="hand-in-title">Handed in: {{ shown.kind }}</h2>
      </header>
      <div class="inside">
        <p>{{ quantity(shown.volume) }} in all.</p>
        <v-text-field v-model="where" label="Where" maxlength="80" autofocus :error-messages="refusal?.of('where')" />
        <v-text-field v-model="day" type="date" label="On" :max="today" :error-messages="refusal?.of('date')" />
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="shown = null">Not now</v-btn>
        <v-btn type="submit" class="plate pen">Handed in</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
