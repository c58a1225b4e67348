<script setup lang="ts">
import { lostWords, useStore } from './useStore'

/** Over every page, for as long as nothing can be written or not everything can be read. */
const { data: store } = useStore()
</script>

<template>
  <aside v-if="store && (store.lookOnly || store.damaged.length)" class="banner no-print" role="alert">
    <svg viewBox="0 0 30 28" aria-hidden="true">
      <path d="M15 3 28 26H2z" class="tri" />
      <path d="M15 11v7M15 20.5v3" class="bang" />
    </svg>
    <div>
      <p v-if="store.words">{{ store.words }}</p>
      <p v-if="store.lost.length">Could not be read: {{ store.lost.map(lostWords).join(', ') }}.</p>
      <p v-for="(bike, at) in store.damaged" :key="at">
        <b>{{ bike.name }}</b>: {{ bike.words }}
        <template v-if="bike.shown"> Its gates count as not proven until they are.</template>
      </p>
      <RouterLink to="/settings#copies">Automatic copies, and the way back to one</RouterLink>
    </div>
  </aside>
</template>

<style scoped>
.banner {
  display: flex;
  gap: 0.9rem;
  align-items: start;
  padding: 0.7rem clamp(1rem, 3vw, 2rem);
  border-bottom: 3px solid var(--oxide);
  background: var(--card);
  overflow-wrap: anywhere;
}
.banner svg {
  flex: none;
  width: 32px;
  height: 30px;
}
.tri {
  fill: none;
  stroke: var(--oxide);
  stroke-width: 2.6;
  stroke-linejoin: round;
}
.bang {
  stroke: var(--oxide);
  stroke-width: 3;
}
.banner p {
  max-width: 80ch;
  margin: 0 0 0.3rem;
}
.banner a {
  font: 600 1.0625rem/1.3 var(--head);
}
</style>
