<script setup lang="ts">
import { ref } from 'vue'
import type { ShelfAnswer } from '@/api/client'
import { quantity } from '@/design/format'
import HandInDialog from './HandInDialog.vue'

/** What jobs have drained, until it is handed in. */
defineProps<{ waste: ShelfAnswer['waste']; today: string }>()
defineEmits<{ kept: [shelf: ShelfAnswer] }>()
const handing = ref<ShelfAnswer['waste'][number] | null>(null)
</script>

<template>
  <section class="cabinet" aria-labelledby="waste-title">
    <header><h2 id="waste-title">To hand in</h2></header>
    <ul v-if="waste.length">
      <li v-for="one in waste" :key="one.kind">
        <span>{{ one.kind }}</span> <span class="figure">{{ quantity(one.volume) }}</span>
        <v-btn class="plate small" variant="outlined" @click="handing = one">Handed in</v-btn>
      </li>
    </ul>
    <p v-else>Nothing waits. What jobs drain stands here until it is handed in.</p>
    <p class="soft">In closed, marked cans. Where it goes is for local rules to say.</p>
    <HandInDialog v-model="handing" :today="today" @kept="$emit('kept', $event)" />
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 0.8rem;
  align-items: center;
  padding: 0.35rem 1.1rem;
}
p {
  padding: 0.5rem 1.1rem 0.7rem;
}
@media print {
  button {
    display: none;
  }
}
</style>
