<script setup lang="ts">
import type { WearLine } from '@/api/client'
import { plainWords } from '@/design/format'

/** What the places looked like the last time, one beside the other, the odd one marked. */
defineProps<{ looks: NonNullable<WearLine['latest']>['looks'] }>()
</script>

<template>
  <ol class="row">
    <li v-for="look in looks" :key="look.place" :class="[look.grade, { odd: look.odd }]">
      <b class="place">{{ plainWords(look.place) }}</b>
      <span class="words">{{ look.words }}</span>
      <span v-if="look.odd" class="label">the odd one</span>
      <span v-if="look.means" class="soft">{{ look.means }}</span>
    </li>
  </ol>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: 1rem;
  margin: 0;
  padding: 0 0 0.6rem;
  list-style: none;
}
li {
  display: grid;
  align-content: start;
  gap: 0.25rem;
  padding: 0.6rem 0.9rem 0.8rem;
  border: 1px solid var(--rule);
  border-top: 8px solid var(--green);
}
.slight,
.worn {
  border-top-color: var(--pen);
}
.bad,
.failed {
  border-top-color: var(--oxide);
}
.odd {
  border-color: var(--ink);
}
.place {
  font: 700 1.1875rem/1.1 var(--head);
}
.words {
  font-weight: 600;
}
</style>
