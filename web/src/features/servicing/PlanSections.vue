<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { answer, api, type BikeAnswer, type TaskAnswer } from '@/api/client'
import { useTold } from '@/design/useTold'
import { useWritten } from '../ledger/useWritten'
import ItemFile from './ItemFile.vue'
import OwnItemDialog from './OwnItemDialog.vue'
import PlanItems from './PlanItems.vue'
import RestDialog from './RestDialog.vue'
import { stateWords } from './lifeSentence'
import { partNames } from './partNames'

/** A bike's plan: what comes next at its head, the rest folded by part. */
const props = defineProps<{
  bike: string
  name: string
  tasks: TaskAnswer[]
  /** The ids of what is due, or comes next, in their order. */
  next: string[]
  jobs: BikeAnswer['jobs']
  today: string
  zone: TaskAnswer['part'] | null
}>()
const emit = defineEmits<{ done: [task: TaskAnswer]; interval: [task: TaskAnswer]; start: [task: TaskAnswer] }>()

const route = useRoute()
const told = useTold()
const resting = ref<TaskAnswer | null>(null)
const changing = ref<TaskAnswer | 'new' | null>(null)
const { written } = useWritten()
const resume = (task: TaskAnswer) =>
  told.attempt(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/servicing/resume', {
          params: { path: { bike: props.bike } },
          body: { id, task: task.id },
        }),
      ),
    (entry) => written(`${task.component}: it counts again.`, entry),
  )

const parts = computed(() => {
  const tasks = props.tasks
  return (Object.keys(partNames) as TaskAnswer['part'][])
    .filter((part) => !props.zone || part === props.zone)
    .map((part) => {
      // What only its look decides stands last: there is nothing to wait for.
      const own = tasks.filter((task) => task.part === part)
      const idle = (task: TaskAnswer) => task.state === 'when-worn' || task.state === 'rested'
      const sorted = [...own.filter((task) => !idle(task)), ...own.filter(idle)]
      return { part, tasks: sorted.filter((task) => props.zone || !next.value.includes(task)), words: inWords(own) }
    })
    .filter((group) => group.tasks.length)
})
const inWords = (tasks: TaskAnswer[]) =>
  (['overdue', 'due', 'coming-up', 'unknown', 'in-hand', 'fresh', 'when-worn', 'rested'] as const)
    .map((state) => ({ state, count: tasks.filter((task) => task.state === state).length }))
    .filter(({ count }) => count)
    .map(({ state, count }) => `${count} ${stateWords[state]}`)
    .join(', ')
/** What one comes for: what is due, and what comes next. */
const next = computed(() =>
  props.next.flatMap((id) => {
    const task = props.tasks.find((one) => one.id === id)
    return task ? [task] : []
  }),
)
const opened = ref(new Set<string>())
function fold(part: string, open: boolean) {
  const now = new Set(opened.value)
  if (open) now.add(part)
  else now.delete(part)
  opened.value = now
}
// What was just settled leaves the head of the page; its part is laid open, so that one sees where it went.
watch(next, (now, before) => {
  const gone = before.filter((task) => !now.some((one) => one.id === task.id))
  if (now[0] && gone.length <= 3) gone.forEach((task) => fold(task.part, true))
})
// A line of a work order leads to its row: the part that holds it is laid open.
watch(
  [() => route.hash, () => props.bike],
  async () => {
    const task = props.tasks.find((one) => one.id === decodeURIComponent(route.hash.slice(1)))
    if (!task) return
    fold(task.part, true)
    await nextTick()
    document.getElementById(task.id)?.scrollIntoView({ block: 'center' })
  },
  { immediate: true },
)
</script>

<template>
  <section v-if="next.length && !zone" class="cabinet" aria-labelledby="next-title">
    <header>
      <h2 id="next-title">Next</h2>
      <span class="label">left until due</span>
    </header>
    <PlanItems
      :tasks="next"
      :jobs="jobs"
      :today="today"
      @done="(task) => emit('done', task)"
      @interval="(task) => emit('interval', task)"
      @rest="(task) => (resting = task)"
      @resume="resume"
      @change="(task) => (changing = task)"
      @start="(task) => emit('start', task)"
    />
  </section>
  <details
    v-for="group in parts"
    :key="group.part"
    class="cabinet part"
    :open="zone === group.part || opened.has(group.part)"
    @toggle="fold(group.part, ($event.target as HTMLDetailsElement).open)"
  >
    <summary>
      <h2>{{ partNames[group.part] }}</h2>
      <span class="soft">{{ group.words }}</span>
    </summary>
    <PlanItems
      :tasks="group.tasks"
      :jobs="jobs"
      :today="today"
      @done="(task) => emit('done', task)"
      @interval="(task) => emit('interval', task)"
      @rest="(task) => (resting = task)"
      @resume="resume"
      @change="(task) => (changing = task)"
      @start="(task) => emit('start', task)"
    />
  </details>
  <p class="own">
    <button type="button" @click="changing = 'new'">Add a service item of your own</button>
    <ItemFile :bike="bike" :name="name" :own="tasks.some((task) => task.own)" />
  </p>
  <RestDialog v-model="resting" :bike="bike" :today="today" />
  <OwnItemDialog v-model="changing" :bike="bike" />
</template>

<style scoped>
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.6rem;
}
.own :deep(button) {
  min-height: 44px;
  font: 600 1.0625rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 4px;
}
.part summary {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0.2rem 1.2rem;
  min-height: 52px;
  padding: 0.75rem 1.1rem 0.6rem;
  cursor: pointer;
}
.part summary h2 {
  font-size: 1.375rem;
}
.part[open] summary {
  border-bottom: 1px solid var(--rule);
}
</style>
