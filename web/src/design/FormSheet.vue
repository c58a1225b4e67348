<script setup lang="ts">
import { watch } from 'vue'
import type { Refusal } from '@/api/client'
import DraftLine from './DraftLine.vue'
import RefusalLine from './RefusalLine.vue'
import SheetFrame from './SheetFrame.vue'

/** A sheet with a form that writes: it starts the form when it opens, brings back what was typed, and says every refusal. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{
  sheet: { refusal: Refusal | null; busy: boolean; returned: boolean; begin: () => void; leave: () => void; afresh: () => void }
  title: string
  /** What is written on the button that writes. */
  act: string
  /** What is written on the one that does not. */
  leave?: string
  width?: number | string
}>()
defineEmits<{ submit: [] }>()

watch(open, (opened) => opened && props.sheet.begin(), { immediate: true })

function leaveIt() {
  props.sheet.leave()
  open.value = false
}
</script>

<template>
  <SheetFrame v-model="open" form :title="title" :width="width" @submit="$emit('submit')">
    <DraftLine :sheet="sheet" />
    <slot />
    <RefusalLine :refusal="sheet.refusal" />
    <template #acts>
      <slot name="beside" />
      <v-btn class="plate" variant="text" @click="leaveIt">{{ leave ?? 'Leave it' }}</v-btn>
      <v-btn class="plate pen" type="submit" :disabled="sheet.busy">{{ act }}</v-btn>
    </template>
  </SheetFrame>
</template>
