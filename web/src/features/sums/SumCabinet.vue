<script setup lang="ts">
/** One sum: its fields, its answer in large figures, and how it is worked out. */
defineProps<{ title: string; stale: boolean; id: string }>()
</script>

<template>
  <section :id="id" class="cabinet" :aria-labelledby="`${id}-title`">
    <header>
      <h2 :id="`${id}-title`">{{ title }}</h2>
    </header>
    <div class="inside">
      <div class="fields"><slot name="fields" /></div>
      <div class="answer" :class="{ stale }" aria-live="polite"><slot /></div>
      <details v-if="$slots.how">
        <summary>How this is worked out</summary>
        <slot name="how" />
      </details>
    </div>
  </section>
</template>

<style scoped>
.inside {
  display: grid;
  gap: 0.8rem;
  padding: 0.8rem 1.1rem 1rem;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(148px, 100%), 1fr));
  gap: 0.6rem;
}
.answer {
  display: grid;
  gap: 0.3rem;
  min-height: 3.2rem;
  padding: 0.5rem 0.8rem;
  border-left: 6px solid var(--green);
  background: var(--enamel);
}
.answer.stale {
  border-color: var(--rule);
  color: var(--soft);
}
.answer :deep(.big) {
  font-size: 2rem;
  line-height: 1.1;
}
.answer :deep(table) {
  border-collapse: collapse;
}
.answer :deep(td),
.answer :deep(th) {
  padding: 0.1rem 1.2rem 0.1rem 0;
  text-align: right;
  font-weight: 400;
}
summary {
  cursor: pointer;
  font: 600 1rem/1.4 var(--head);
}
</style>
