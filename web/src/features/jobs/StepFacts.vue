<script setup lang="ts">
import { factWords, type Fact } from './stepFacts'

/** What is written down already of what this step asks: it is confirmed on the bike, not looked up. */
defineProps<{ facts: Fact[]; today: string }>()
</script>

<template>
  <dl class="facts" aria-label="In the book">
    <div v-for="fact in facts" :key="fact.thing" :class="fact.state">
      <dt class="label">{{ factWords(fact, today).name }}</dt>
      <dd>
        <span class="says">{{ factWords(fact, today).says }}</span>
        <b v-if="fact.state === 'over'" class="over"> too old</b>
        <span v-if="factWords(fact, today).more" class="soft">{{ factWords(fact, today).more }}</span>
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.7rem 2.4rem;
  margin: 0;
  padding: 0.6rem 0 0.6rem 1rem;
  border-left: 3px solid var(--margin-line);
}
dd {
  max-width: 24rem;
  margin: 0;
}
.says {
  font: 700 1.5rem/1.25 var(--head);
}
.unknown .says {
  color: var(--soft);
}
.over {
  color: var(--oxide);
  font: 700 1.25rem/1.25 var(--head);
}
.soft {
  display: block;
}
</style>
