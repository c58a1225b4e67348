<script setup lang="ts">
import { ref } from 'vue'
import { useAct } from '@/design/useAct'
import { photoKinds } from './sendPhoto'

/** Takes a picture, or one from the roll. One that could not be sent is kept and can be tried again under the same id. */
const props = defineProps<{ send: (photo: string, file: File) => Promise<unknown>; label?: string }>()
const act = useAct()
const waiting = ref<File | null>(null)

async function chosen(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  act.renew()
  waiting.value = file
  await attempt()
}

async function attempt() {
  const file = waiting.value
  if (!file) return
  const done = await act.attempt((photo) => props.send(photo, file))
  const status = act.refusal?.status ?? 0
  if (done || (status >= 400 && status < 500)) waiting.value = null
}
</script>

<template>
  <span class="photo-button">
    <label :class="{ sending: act.busy }">
      <input type="file" :accept="photoKinds" :disabled="act.busy" @change="chosen" />
      {{ act.busy ? 'Sending the photo…' : (label ?? 'Photo') }}
    </label>
    <span v-if="act.refusal && !act.busy" class="refusal" role="alert"
      >{{ act.refusal.message }} <button v-if="waiting" type="button" @click="attempt">Send it again</button></span
    >
  </span>
</template>

<style scoped>
.photo-button {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem;
}
label {
  display: inline-flex;
  align-items: center;
  min-height: 36px;
  cursor: pointer;
  font: 600 1rem/1.1 var(--head);
  text-decoration: underline;
  text-underline-offset: 3px;
}
label:focus-within {
  outline: 3px solid var(--blueing);
  outline-offset: 2px;
}
input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
</style>
