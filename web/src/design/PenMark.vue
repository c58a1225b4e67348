<script setup lang="ts">
/** The mark of a step, point or task: a yellow paint-pen stroke when done and checked, a cross when not right, a dash when skipped. */
defineProps<{ mark: 'open' | 'done' | 'not-sound' | 'skipped' }>()
</script>

<template>
  <svg class="mark" :class="mark" viewBox="0 0 30 26" aria-hidden="true">
    <rect x="7" y="6" width="14" height="14" class="box" />
    <path v-if="mark === 'done'" d="M3 23 C9 17 17 10 27 4" class="pen" />
    <path v-else-if="mark === 'not-sound'" d="M9 8l10 10M19 8 9 18" class="cross" />
    <path v-else-if="mark === 'skipped'" d="M10 13h8" class="dash" />
  </svg>
</template>

<style scoped>
.mark {
  width: 30px;
  height: 26px;
  flex: none;
}
.box {
  fill: none;
  stroke: currentcolor;
  stroke-width: 2;
}
.pen {
  fill: none;
  stroke: var(--pen);
  stroke-width: 5.5;
  stroke-linecap: round;
  mix-blend-mode: multiply;
}
[data-light='night'] .pen {
  mix-blend-mode: normal;
}
.cross {
  stroke: var(--oxide);
  stroke-width: 3;
}
.dash {
  stroke: currentcolor;
  stroke-width: 3;
}
</style>
