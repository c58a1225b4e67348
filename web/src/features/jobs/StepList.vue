<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import type { StepAnswer } from '@/api/client'
import PenMark from '@/design/PenMark.vue'

const props = defineProps<{ steps: StepAnswer[]; shown: string; current: string | null }>()
defineEmits<{ look: [step: string] }>()

const list = ref<HTMLElement | null>(null)
// The list alone is moved: the browser's own way would move the page with it.
function show() {
  const box = list.value
  const at = box?.querySelector<HTMLElement>('[aria-current=step]')
  if (!box || !at) return
  box.scrollTop += at.getBoundingClientRect().top - box.getBoundingClientRect().top - (box.clientHeight - at.offsetHeight) / 2
}
onMounted(show)
watch(() => props.shown, show, { flush: 'post' })
</script>

<template>
  <nav ref="list" aria-label="Order of steps">
    <ol>
      <li v-for="step in steps" :key="step.id">
        <button
          type="button"
          :class="[step.mark, { shown: step.id === shown, current: step.id === current }]"
          :aria-current="step.id === shown ? 'step' : undefined"
          @click="$emit('look', step.id)"
        >
          <PenMark :mark="step.mark" />
          <span>{{ step.title }}</span>
          <em v-if="step.hold">hold</em>
          <span class="seen-only-by-readers">{{ step.mark === 'open' ? '' : step.mark }}</span>
        </button>
      </li>
    </ol>
  </nav>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
button {
  display: flex;
  align-items: center;
  gap: 0.4rem;
  width: 100%;
  min-height: 37px;
  padding: 0.1rem 0.8rem 0.1rem 0.55rem;
  border-left: 6px solid transparent;
  border-bottom: 1px solid var(--rule);
  text-align: left;
  font: 600 1.0625rem/1.15 var(--head);
}
button > span:first-of-type {
  flex: 1;
}
.done,
.skipped {
  color: var(--soft);
}
.current {
  border-left-color: var(--pen);
}
.shown {
  background: var(--card);
  color: var(--ink);
}
em {
  padding: 1px 5px;
  border: 1.5px solid currentcolor;
  font: 600 0.75rem/1.1 var(--head);
  letter-spacing: 0.06em;
  text-transform: uppercase;
}
</style>
