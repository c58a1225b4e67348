<script setup lang="ts">
import { computed, useId } from 'vue'

/** A reservoir's window, drawn as on the case: two marks, the fluid up to its last seen level; dashed and empty where nothing is known. */
const props = defineProps<{
  state: 'unknown' | 'empty' | 'filled'
  level: 'below' | 'between' | 'at-maximum' | 'above' | null
  tint: string
  /** Put in for now: a chalk stroke stands on it until it is out again. */
  temporary?: boolean
}>()

const window = useId()
const height = computed(() => {
  if (props.state !== 'filled') return 0
  return { below: 12, between: 26, 'at-maximum': 33, above: 40 }[props.level ?? 'between']
})
</script>

<template>
  <svg viewBox="0 0 52 52" class="glass" :class="state" aria-hidden="true">
    <clipPath :id="window"><rect x="8" y="4" width="36" height="44" rx="11" /></clipPath>
    <rect v-if="height" x="8" :y="48 - height" width="36" :height="height" :clip-path="`url(#${window})`" :fill="tint" />
    <rect x="8" y="4" width="36" height="44" rx="11" class="frame" />
    <path d="M8 15h9M35 15h9M8 33h9M35 33h9" class="marks" />
    <path v-if="temporary" d="M4 44 C16 34 30 20 48 8" class="chalk" />
    <text v-if="state === 'unknown'" x="26" y="32" text-anchor="middle">?</text>
    <path v-if="state === 'empty'" d="M18 20l16 14M34 20 18 34" class="out" />
  </svg>
</template>

<style scoped>
.glass {
  width: 52px;
  height: 52px;
}
.frame {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.6;
}
.unknown .frame {
  stroke: var(--soft);
  stroke-dasharray: 4 3;
  stroke-width: 1.8;
}
.marks {
  stroke: var(--ink);
  stroke-width: 2;
}
.unknown .marks {
  stroke: var(--chalk);
}
.chalk {
  fill: none;
  stroke: var(--chalk);
  stroke-width: 6;
  stroke-linecap: round;
  stroke-dasharray: 7 2.5 3 2;
}
.out {
  stroke: var(--oxide);
  stroke-width: 3.2;
}
text {
  font: 700 20px var(--head);
  fill: var(--soft);
}
</style>
