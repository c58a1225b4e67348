<script setup lang="ts">
/** Says that half-typed words are back after a reload, a way back or a sheet that was tapped away, and lets them go. */
defineProps<{ sheet: { returned: boolean; afresh: () => void } }>()
</script>

<template>
  <p v-if="sheet.returned" class="returned" role="status">
    What you had typed is back. <button type="button" @click="sheet.afresh()">Start afresh</button>
  </p>
</template>

<style scoped>
.returned {
  color: var(--soft);
}
button {
  min-height: 32px;
  font: 600 1rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
