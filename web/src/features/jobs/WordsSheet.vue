<script setup lang="ts">
import { ref, watch } from 'vue'
import type { Refusal } from '@/api/client'

/** A sheet that asks for words: a reason, or a note. */
const props = defineProps<{
  open: boolean
  title: string
  label: string
  button: string
  words?: string
  /** Words to take with one tap. */
  offers?: string[]
  save: (words: string) => Promise<boolean | void>
  refusal: Refusal | null
}>()
const emit = defineEmits<{ close: [] }>()

const text = ref('')
watch(
  () => props.open,
  (opened) => opened && (text.value = props.words ?? ''),
)

async function keep() {
  if ((await props.save(text.value)) !== false) emit('close')
}
</script>

<template>
  <v-dialog :model-value="open" :aria-label="title" @update:model-value="$emit('close')">
    <form class="sheet" @submit.prevent="keep">
      <header>
        <h2>{{ title }}</h2>
      </header>
      <div class="inside">
        <p class="soft">{{ label }}.</p>
        <div v-if="offers?.length" class="offers" role="group" aria-label="Words to take">
          <button v-for="offer in offers" :key="offer" type="button" :aria-pressed="text === offer" @click="text = offer">
            {{ offer }}
          </button>
        </div>
        <v-textarea
          v-model="text"
          label="In your words"
          autofocus
          maxlength="1000"
          :error-messages="refusal?.of('reason') ?? refusal?.of('text')"
        />
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="$emit('close')">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">{{ button }}</v-btn>
      </footer>
    </form>
  </v-dialog>
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
