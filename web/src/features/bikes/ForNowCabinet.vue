<script setup lang="ts">
import type { BikeAnswer } from '@/api/client'
import ForNowList from './ForNowList.vue'

/** The undo list of a bike. What stands here stays until it is undone, whatever became of the job. */
defineProps<{ bike: string; things: BikeAnswer['forNow']; today: string }>()
</script>

<template>
  <section v-if="things.length" class="cabinet" aria-labelledby="for-now-title">
    <header>
      <h2 id="for-now-title">Only for now</h2>
      <span class="label">undo before you forget</span>
    </header>
    <ForNowList :bike="bike" :things="things" :today="today" />
  </section>
</template>
