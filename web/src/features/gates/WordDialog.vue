<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { answer, api, newId, Refusal, type GateAnswer, type GateReason } from '@/api/client'
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
const form = reactive({ words: '', on: '' })
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
const suggested = {
  cranked: 'It turns over freely',
  run: 'It runs; I ran it today',
  ridden: 'It runs; I rode it today',
  pump: 'It has fed it for years',
}

watch(about, (opened) => {
  if (!opened) return
  Object.assign(form, { words: suggested[opened === 'pump' ? 'pump' : (props.gate ?? 'ridden')], on: props.today })
  refusal.value = null
})
watch([about, form], () => (id.value = newId()), { deep: true })

async function keep() {
  const call = { params: { path: { bike: props.bike } } }
  const said = { id: id.value, date: form.on, words: form.words }
  try {
    const entry = await answer(
      about.value === 'pump'
        ? api.POST('/api/bikes/{bike}/pump-word', { ...call, body: said })
        : api.POST('/api/bikes/{bike}/word', { ...call, body: { ...said, gate: props.gate ?? 'ridden' } }),
    )
    about.value = null
    await written(`${props.nickname}: your word is written down.`, entry)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog :model-value="about !== null" aria-labelledby="word-title" @update:model-value="about = null">
    <form v-if="about" class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="word-title">{{ nickname }}: {{ about === 'pump' ? 'its oil pump' : `may be ${gate}` }}</h2>
      </header>
      <div class="inside">
        <template v-if="about === 'gate'">
          <p class="soft">You answer for what the book cannot prove:</p>
          <ul>
            <li v-for="one in reasons" :key="one.why">{{ one.why }}</li>
          </ul>
        </template>
        <p v-else class="soft">
          Say so only of a pump that has long fed this engine and was not opened, run dry or left standing. A pump that fails
          gives no warning: the piston does.
        </p>
        <v-text-field v-model="form.words" label="Your word" autofocus maxlength="200" :error-messages="refusal?.of('words')" />
        <v-text-field v-model="form.on" type="date" label="As of" :max="today" :error-messages="refusal?.of('date')" />
        <p class="soft">It stays marked as your word, and opens nothing that is shut.</p>
        <p v-if="refusal && !refusal.of('words') && !refusal.of('date')" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="about = null">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">I say so</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
