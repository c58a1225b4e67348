<script setup lang="ts">
import type { BikeAnswer } from '@/api/client'
import { date } from '@/design/format'

/** Jobs that were begun and not signed off: those under way, and those that were set aside. */
defineProps<{ bike: BikeAnswer }>()
</script>

<template>
  <section v-for="run in bike.running" :key="run.id" class="half">
    <div>
      <b>{{ run.title }} is half done.</b> {{ run.answered }} of {{ run.steps }} steps. Next: {{ run.next }}.
    </div>
    <v-btn class="plate pen small" :to="`/runs/${run.id}`">Go on with it</v-btn>
  </section>
  <section v-for="one in bike.setAside" :key="one.run" class="half aside">
    <div>
      <b>{{ date(one.date, bike.today) }}</b> {{ one.words }}
    </div>
    <v-btn class="plate small" variant="outlined" :to="`/runs/${one.run}`">See it, take it up again</v-btn>
  </section>
</template>

<style scoped>
.half {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.4rem 1rem;
  padding: 0.6rem 1.1rem;
  border: 2px dashed var(--ink);
}
.aside {
  border: 1px dashed var(--rule);
}
.half div {
  flex: 1 1 14rem;
  min-width: 0;
  overflow-wrap: anywhere;
}
</style>
