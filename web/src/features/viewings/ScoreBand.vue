<script setup lang="ts">
import { computed } from 'vue'
import type { ViewingAnswer } from '@/api/client'
import { scoreWords } from './viewingWords'

/** Condition as a mark inside the range that what was not seen leaves open. The range is the message. */
const props = defineProps<{ score: ViewingAnswer['score'] }>()
const words = computed(() => scoreWords(props.score))
</script>

<template>
  <svg class="band" viewBox="0 0 200 12" preserveAspectRatio="none" role="img" :aria-label="`Condition ${words}`">
    <rect x="0" y="3" width="200" height="6" class="all" />
    <rect :x="score.low * 2" y="3" :width="Math.max(1, (score.high - score.low) * 2)" height="6" class="range" />
    <rect
      v-if="score.condition != null"
      :x="Math.min(197.6, Math.max(0, score.condition * 2 - 1.2))"
      y="0"
      width="2.4"
      height="12"
      class="mark"
    />
  </svg>
</template>

<style scoped>
.band {
  display: block;
  width: 100%;
  height: 18px;
}
.all {
  fill: var(--rule);
}
.range {
  fill: var(--steel);
}
.mark {
  fill: var(--ink);
}
</style>
