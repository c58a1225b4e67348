<script setup lang="ts">
import { nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import type { Refusal } from '@/api/client'

/**
 * What the server said against what was asked. Words that stand under a field are not said a second time, but looked up: the first such
 * field is where one goes on typing, and it may be out of sight. Words that no field of the form shows are said here, so that no refusal
 * goes unheard.
 */
const props = defineProps<{
  refusal: Refusal | null
  /** Said here although a field says it, too. */
  always?: boolean
}>()
const line = useTemplateRef<HTMLElement>('line')
const unsaid = ref(false)
const field = '.v-input--error :is(input:not([type=hidden]), textarea), input[aria-invalid=true]'

async function hear(refusal: Refusal | null) {
  unsaid.value = false
  await nextTick()
  if (!refusal) return
  const form = line.value?.closest('form, .v-overlay, section') ?? line.value?.parentElement
  const wrong = form?.querySelector('.v-input--error, .said')
  wrong?.scrollIntoView({ block: 'center' })
  form?.querySelector<HTMLElement>(field)?.focus({ preventScroll: true })
  unsaid.value = props.always || !wrong
}

watch(() => props.refusal, hear)
// One that came before this line did, as when a sheet over it closes, is said and moves nothing.
onMounted(() => (unsaid.value = !!props.refusal))
</script>

<template>
  <p v-show="unsaid" ref="line" class="refusal" :role="unsaid ? 'alert' : undefined">{{ unsaid ? refusal?.message : '' }}</p>
</template>
