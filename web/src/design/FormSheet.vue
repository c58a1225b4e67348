<script setup lang="ts">
import { nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Refusal } from '@/api/client'
import DraftLine from './DraftLine.vue'
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

const foot = useTemplateRef<HTMLElement>('foot')
const unsaid = ref(false)

watch(open, (opened) => opened && props.sheet.begin(), { immediate: true })
// Words that stand under a field are not said a second time; words that no field of this form shows are said here.
watch(
  () => props.sheet.refusal,
  async (refusal) => {
    unsaid.value = false
    await nextTick()
    unsaid.value = !!refusal && !foot.value?.parentElement?.querySelector('.v-input--error, .said')
  },
)

function leaveIt() {
  props.sheet.leave()
  open.value = false
}
</script>

<template>
  <SheetFrame v-model="open" form :title="title" :width="width" @submit="$emit('submit')">
    <DraftLine :sheet="sheet" />
    <slot />
    <p v-if="unsaid && sheet.refusal" class="refusal" role="alert">{{ sheet.refusal.message }}</p>
    <span ref="foot" hidden />
    <template #acts>
      <slot name="beside" />
      <v-btn class="plate" variant="text" @click="leaveIt">{{ leave ?? 'Leave it' }}</v-btn>
      <v-btn class="plate pen" type="submit" :disabled="sheet.busy">{{ act }}</v-btn>
    </template>
  </SheetFrame>
</template>
