<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'
import SheetFrame from '@/design/SheetFrame.vue'
import { minutes, quantity } from '@/design/format'
import LoadState from '@/design/LoadState.vue'

/** Several jobs as one run, before it is started: what is opened once, how long, in which order. */
const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; jobs: string[] }>()
defineEmits<{ start: [jobs: string[]] }>()

const query = useQuery({
  queryKey: ['joined', () => props.bike, () => props.jobs],
  queryFn: () =>
    answer(api.GET('/api/bikes/{bike}/joined', { params: { path: { bike: props.bike }, query: { jobs: props.jobs } } })),
  enabled: () => shown.value && props.jobs.length > 1,
})
const { data } = query
</script>

<template>
  <SheetFrame v-model="shown" :width="760" title="As one run">
    <LoadState :query="query" what="The plan" />
    <p v-if="data?.refused" class="refusal" role="alert">{{ data.refused }}</p>
    <template v-else-if="data">
      <p class="title">{{ data.title }}</p>
      <dl>
        <div>
          <dt class="label">Together about</dt>
          <dd class="figure">{{ minutes(data.minutes) }}</dd>
        </div>
        <div>
          <dt class="label">One after another</dt>
          <dd class="figure soft">{{ minutes(data.minutesApart) }}</dd>
        </div>
        <div v-if="data.minutesApart > data.minutes">
          <dt class="label">Saved</dt>
          <dd class="figure">{{ minutes(data.minutesApart - data.minutes) }}</dd>
        </div>
      </dl>
      <p v-if="data.minutesApart === data.minutes" class="soft">
        It saves no time to speak of. {{ data.sharedSteps }} steps, such as the meter and the sign-off, are done once.
      </p>
      <ul v-if="data.opened.length" class="opened">
        <li v-for="(one, at) in data.opened" :key="at">
          <b>{{ one.title }}</b> once, {{ one.minutes }} min, for {{ one.for.join(', ').toLowerCase() }}
        </li>
      </ul>
      <details>
        <summary>The order, {{ data.steps.length }} steps</summary>
        <ol>
          <li v-for="step in data.steps" :key="step.id">{{ step.title }}</li>
        </ol>
      </details>
      <details>
        <summary>Have ready, {{ data.needs.length }} things</summary>
        <ul class="needs">
          <li v-for="need in data.needs" :key="need.what">
            {{ need.what }}<template v-if="need.count > 1">, {{ need.count }}</template>
            <b v-if="need.volume"> {{ quantity(need.volume) }}</b>
          </li>
        </ul>
      </details>
    </template>

    <template #acts>
      <v-btn class="plate" variant="text" @click="shown = false">Leave it</v-btn>
      <v-btn class="plate pen" :disabled="!data || Boolean(data.refused)" @click="$emit('start', jobs)">Start this run</v-btn>
    </template>
  </SheetFrame>
</template>

<style scoped>
.title {
  font: 600 1.25rem/1.3 var(--head);
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 2.4rem;
  margin: 0;
}
dd {
  margin: 0;
  font-size: 1.75rem;
}
.opened,
.needs {
  margin: 0;
  padding-left: 1.1rem;
}
summary {
  min-height: 36px;
  cursor: pointer;
  font: 600 1.0625rem/1.4 var(--head);
}
ol {
  margin: 0;
  padding-left: 2.2rem;
  columns: 2;
  column-gap: 2rem;
}
@media (max-width: 720px) {
  ol {
    columns: 1;
  }
}
</style>
