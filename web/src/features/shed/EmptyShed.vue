<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, newId, Refusal } from '@/api/client'
import { useNotice } from '@/design/useNotice'
import { useRefresh } from './useShed'

const refresh = useRefresh()
const { say } = useNotice()
const refusal = ref<Refusal | null>(null)
const busy = ref(false)
const field = ref<HTMLInputElement | null>(null)

/** Takes in a whole shed that another Muddy Ledger has written out. */
async function takeIn(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  busy.value = true
  refusal.value = null
  try {
    const text = await file.text()
    const taken = await answer(
      api.POST('/api/import', {
        params: { query: { id: newId() } },
        body: text as never,
        bodySerializer: (body) => body as unknown as string,
      }),
    )
    await refresh()
    say(`Taken in: ${taken.bikes} bikes, ${taken.entries} lines.`)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, 'This file cannot be read.')
  } finally {
    busy.value = false
    if (field.value) field.value.value = ''
  }
}
</script>

<template>
  <section class="cabinet empty">
    <h1>The shed is empty.</h1>
    <p>
      Bring in the first bike. A name, its maker and model, and what the dash shows are enough; the rest starts from a sensible
      set and can be changed at any time.
    </p>
    <v-btn class="plate pen" to="/bikes/new">Bring in the first bike</v-btn>
    <label class="take-in">
      <input ref="field" type="file" accept="application/json,.json" :disabled="busy" @change="takeIn" />
      <span>{{ busy ? 'Reading it' : 'Or take in a shed from a file' }}</span>
    </label>
    <p v-if="refusal" class="refusal" role="alert">{{ refusal.message }}</p>
    <p class="soft">Everything is kept on this machine, in one file. Nothing is sent anywhere.</p>
  </section>
</template>

<style scoped>
.empty {
  display: grid;
  justify-items: start;
  gap: 1rem;
  max-width: 620px;
  padding: 2rem;
}
.take-in {
  font: 600 1.0625rem/1.2 var(--head);
  text-decoration: underline;
  text-underline-offset: 4px;
  cursor: pointer;
}
.take-in input {
  position: absolute;
  opacity: 0;
}
.take-in:has(:focus-visible) {
  outline: 3px solid var(--blueing);
}
.empty h1 {
  font-size: 2.25rem;
}
</style>
