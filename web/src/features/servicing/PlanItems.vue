<script setup lang="ts">
import type { BikeAnswer, TaskAnswer } from '@/api/client'
import ServiceItem from './ServiceItem.vue'

/** Service items one under the other, each with what can be done about it. */
defineProps<{ tasks: TaskAnswer[]; jobs: BikeAnswer['jobs']; today: string }>()
const emit = defineEmits<{
  done: [task: TaskAnswer]
  interval: [task: TaskAnswer]
  rest: [task: TaskAnswer]
  resume: [task: TaskAnswer]
  change: [task: TaskAnswer]
  start: [task: TaskAnswer]
}>()
</script>

<template>
  <ul class="items">
    <ServiceItem
      v-for="task in tasks"
      :id="task.id"
      :key="task.id"
      :task="task"
      :today="today"
      :startable="jobs.some((job) => job.id === task.job)"
      @done="emit('done', task)"
      @interval="emit('interval', task)"
      @rest="emit('rest', task)"
      @resume="emit('resume', task)"
      @change="emit('change', task)"
      @start="emit('start', task)"
    />
  </ul>
</template>

<style scoped>
.items {
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
