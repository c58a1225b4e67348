<script setup lang="ts">
import { computed } from 'vue'
import type { Refusal } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useForm } from '@/design/useForm'
import { vFirst } from '@/design/vFirst'

/** A sheet that asks for words: a reason, or a note. */
const props = defineProps<{
  open: boolean
  title: string
  /** What it is about: half-typed words are kept by it. */
  about: string
  label: string
  button: string
  words?: string
  /** Words to take with one tap. */
  offers?: string[]
  save: (words: string) => Promise<boolean | void>
  refusal: Refusal | null
}>()
const emit = defineEmits<{ close: [] }>()
const shown = computed({ get: () => props.open, set: (now) => !now && emit('close') })

const sheet = useForm(
  () => `words ${props.about}`,
  () => ({ text: props.words ?? '' }),
)
const against = computed(() => props.refusal?.of('reason') ?? props.refusal?.of('text'))

async function keep() {
  if ((await props.save(sheet.form.text)) === false) return
  sheet.leave()
  emit('close')
}
</script>

<template>
  <FormSheet v-model="shown" :sheet="sheet" :title="title" :act="button" @submit="keep">
    <p class="soft">{{ label }}{{ /[?.]$/.test(label) ? '' : '.' }}</p>
    <div v-if="offers?.length" class="offers" role="group" aria-label="Words to take">
      <button
        v-for="offer in offers"
        :key="offer"
        type="button"
        :aria-pressed="sheet.form.text === offer"
        @click="sheet.form.text = offer"
      >
        {{ offer }}
      </button>
    </div>
    <v-textarea v-model="sheet.form.text" v-first label="In your words" maxlength="1000" :error-messages="against" />
    <RefusalLine :refusal="refusal" />
  </FormSheet>
</template>

<style scoped>
.offers {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.offers button {
  min-height: 44px;
  padding-inline: 0.9rem;
  border: 1px solid var(--ink);
  font: 600 1rem/1.2 var(--head);
}
.offers button[aria-pressed='true'] {
  background: var(--chalk);
  color: var(--on-pen);
}
</style>
