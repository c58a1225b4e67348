<script setup lang="ts">
import { ref } from 'vue'
import { newId, Refusal } from '@/api/client'
import { photoKinds } from './sendPhoto'

/** Takes a picture, or one from the roll. One that could not be sent is kept and can be tried again under the same id. */
const props = defineProps<{ send: (photo: string, file: File) => Promise<unknown>; label?: string }>()
const sending = ref(false)
const failed = ref('')
let waiting: { photo: string; file: File } | null = null

async function chosen(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  waiting = { photo: newId(), file }
  await attempt()
}

async function attempt() {
  if (!waiting) return
  sending.value = true
  failed.value = ''
  try {
    await props.send(waiting.photo, waiting.file)
    waiting = null
  } catch (refused) {
    failed.value = refused instanceof Refusal ? refused.message : String(refused)
    if (refused instanceof Refusal && refused.status >= 400 && refused.status < 500) waiting = null
  } finally {
    sending.value = false
  }
}
</script>

<template>
  <span class="photo-button">
    <label :class="{ sending }">
      <input type="file" :accept="photoKinds" :disabled="sending" @change="chosen" />
      {{ sending ? 'Sending the photo…' : (label ?? 'Photo') }}
    </label>
    <span v-if="failed" class="refusal" role="alert"
      >{{ failed }} <button v-if="waiting" type="button" @click="attempt">Send it again</button></span
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
