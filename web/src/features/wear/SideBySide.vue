<script setup lang="ts">
import { computed } from 'vue'
import type { WearLine } from '@/api/client'
import { plainWords } from '@/design/format'

/** What the places looked like the last time, one beside the other, the odd one marked. */
type Look = NonNullable<WearLine['latest']>['looks'][number]
const props = defineProps<{ looks: Look[]; scale: WearLine['asked']['looks'] }>()
const alike = computed(() => props.looks.every((one) => one.grade === props.looks[0]!.grade))
/** The look that most of them have; one that differs from it is the odd one. */
const usual = computed(() => {
  const counts = props.scale.map((step) => props.looks.filter((one) => one.grade === step.grade).length)
  const most = Math.max(...counts)
  return counts.filter((count) => count === most).length === 1 ? props.scale[counts.indexOf(most)]!.grade : null
})
const odd = (look: Look) => !alike.value && usual.value !== null && look.grade !== usual.value
</script>

<template>
  <ol class="row">
    <li v-for="look in looks" :key="look.place" :class="[look.grade, { odd: odd(look) }]">
      <b class="place">{{ plainWords(look.place) }}</b>
      <span class="words">{{ look.words }}</span>
      <span v-if="odd(look)" class="label">the odd one</span>
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
