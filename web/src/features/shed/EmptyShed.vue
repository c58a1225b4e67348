<script setup lang="ts">
import { ref } from 'vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useAct } from '@/design/useAct'
import { useNotice } from '@/design/useNotice'
import { useTakeIn } from '../exchange/useTakeIn'
import { useRefresh } from './useShed'

const refresh = useRefresh()
const { say } = useNotice()
const { takeIn, giveUp, going, words, share } = useTakeIn()
const act = useAct()
const field = ref<HTMLInputElement | null>(null)

async function chosen(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  await act.attempt(
    (id) => takeIn(id, file),
    async (taken) => {
      await refresh()
      say(`Taken in: ${taken.bikes} ${taken.bikes === 1 ? 'bike' : 'bikes'}, ${taken.entries} lines.`)
    },
    `${file.name} ${file.size} ${file.lastModified}`,
  )
  if (field.value) field.value.value = ''
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
    <label v-if="!going" class="take-in">
      <input ref="field" type="file" accept="application/json,.json" @change="chosen" />
      <span>Or take in a shed from a file</span>
    </label>
    <div v-else class="going" role="status">
      <span>{{ words }}</span>
      <v-progress-linear
        :model-value="(share ?? 0) * 100"
        :indeterminate="share === null || share === 1"
        color="currentColor"
        height="6"
      />
      <v-btn class="plate small" variant="outlined" @click="giveUp">Give it up</v-btn>
    </div>
    <RefusalLine v-if="!going" :refusal="act.refusal" />
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
.going {
  display: grid;
  gap: 0.5rem;
  justify-items: start;
  width: 100%;
}
.take-in:has(:focus-visible) {
  outline: 3px solid var(--blueing);
}
.empty h1 {
  font-size: 2.25rem;
}
</style>
