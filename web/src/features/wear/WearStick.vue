<script setup lang="ts">
import { computed } from 'vue'

/** How much of a part is left: a bar of its material from new to its end, worn away from the right. */
const props = defineProps<{ share: number | null; sentence: string }>()
const left = computed(() => (props.share === null ? 0 : Math.max(0, Math.min(1, props.share)) * 100))
</script>

<template>
  <span class="bar" :class="{ unknown: share === null, over: share !== null && share <= 0 }" role="img" :aria-label="sentence">
    <span v-if="share !== null" class="left" :style="{ width: `${left}%` }" />
  </span>
</template>

<style scoped>
.bar {
  display: block;
  position: relative;
  height: 14px;
  min-width: 90px;
  border: 1.5px solid var(--ink);
  background: repeating-linear-gradient(-45deg, transparent 0 5px, var(--hatch) 5px 6px);
}
.left {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--steel);
  border-right: 2px solid var(--ink);
}
.over {
  border-color: var(--oxide);
  background: repeating-linear-gradient(-45deg, transparent 0 4px, var(--oxide) 4px 6px);
}
.unknown {
  border: 1.5px dashed var(--soft);
  background: none;
}
</style>
