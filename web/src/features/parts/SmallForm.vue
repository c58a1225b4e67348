<script setup lang="ts">
import { nextTick, useTemplateRef, watch } from 'vue'
import type { Refusal } from '@/api/client'
import DraftLine from '@/design/DraftLine.vue'
import RefusalLine from '@/design/RefusalLine.vue'

/** A form within the page, behind a button: it writes one line and closes. */
const props = defineProps<{
  sheet: { refusal: Refusal | null; busy: boolean; returned: boolean; begin: () => void; leave: () => void; afresh: () => void }
  /** What is written on the button that opens it. */
  opener: string
}>()
defineEmits<{ submit: [] }>()
const open = defineModel<boolean>({ default: false })
const button = useTemplateRef<{ $el: HTMLElement }>('button')

watch(open, async (opened) => {
  if (opened) return
  await nextTick()
  button.value?.$el.focus()
})

function begin() {
  props.sheet.begin()
  open.value = true
}
function leave() {
  props.sheet.leave()
  open.value = false
}
</script>

<template>
  <form v-if="open" class="small-form" @submit.prevent="$emit('submit')">
    <DraftLine class="whole" :sheet="sheet" />
    <slot />
    <RefusalLine class="whole" :refusal="sheet.refusal" />
    <footer>
      <v-btn class="plate pen small" type="submit" :disabled="sheet.busy">Write it down</v-btn>
      <slot name="beside" />
      <v-btn class="plate small" variant="text" @click="leave">Leave it</v-btn>
    </footer>
  </form>
  <p v-else class="small-form">
    <v-btn ref="button" class="plate small" variant="outlined" @click="begin">{{ opener }}</v-btn>
  </p>
</template>

<style scoped>
.small-form {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 0.6rem;
  padding: 0.8rem 1.1rem;
}
:slotted(.wide),
.whole,
footer {
  grid-column: 1 / -1;
}
:slotted(.rest) {
  grid-column: 1 / -1;
}
@media (min-width: 700px) {
  :slotted(.rest) {
    grid-column: span 2;
  }
}
footer {
  display: flex;
  gap: 0.6rem;
}
</style>
