<script setup lang="ts">
import { computed, ref } from 'vue'
import type { BikeAnswer } from '@/api/client'
import { plainWords } from '@/design/format'
import JoinDialog from './JoinDialog.vue'

/** What can be run on this bike, heading by heading; several at once where their strip-downs are shared. */
type Offer = BikeAnswer['jobs'][number]
const props = defineProps<{ bike: string; jobs: Offer[]; open: Offer['group'][] }>()
const emit = defineEmits<{ start: [jobs: string[]] }>()

const headings: Record<Offer['group'], string> = {
  rides: 'Rides',
  'oil-and-fluids': 'Oil and fluids',
  'engine-top': 'Top of the engine',
  'fuel-and-air': 'Fuel and air',
  drive: 'Drive',
  'brakes-and-wheels': 'Brakes and wheels',
  chassis: 'Chassis',
  electrics: 'Electrics',
  standing: 'Standing, coming and going',
  other: 'Other',
}
const groups = computed(() =>
  (Object.keys(headings) as Offer['group'][])
    .map((group) => ({
      group,
      title: headings[group] ?? plainWords(group),
      jobs: props.jobs.filter((job) => job.group === group),
    }))
    .filter((one) => one.jobs.length),
)
const joining = ref(false)
const chosen = ref<string[]>([])
const asked = ref(false)
const press = (job: string) => {
  if (!joining.value) return emit('start', [job])
  chosen.value = chosen.value.includes(job) ? chosen.value.filter((one) => one !== job) : [...chosen.value, job]
}
const leave = () => {
  joining.value = false
  chosen.value = []
}
</script>

<template>
  <section class="cabinet" aria-labelledby="jobs-title">
    <header>
      <h2 id="jobs-title">Jobs</h2>
      <button v-if="!joining" type="button" class="label" @click="joining = true">join several</button>
      <button v-else type="button" class="label" @click="leave">one at a time</button>
    </header>
    <p v-if="joining" class="say" role="status">
      Pick what you want done in one go. What is in the way comes off once.
      <v-btn class="plate pen small" :disabled="chosen.length < 2" @click="asked = true">
        See {{ chosen.length || 'them' }} as one run
      </v-btn>
    </p>
    <details v-for="one in groups" :key="one.group" :open="joining || open.includes(one.group) || groups.length < 3">
      <summary>
        <span>{{ one.title }}</span> <span class="figure">{{ one.jobs.length }}</span>
      </summary>
      <ul class="jobs">
        <li v-for="job in one.jobs" :key="job.id">
          <button
            type="button"
            :title="job.for"
            :aria-label="`${job.title}, ${job.minutes} min`"
            :aria-pressed="joining ? chosen.includes(job.id) : undefined"
            @click="press(job.id)"
          >
            <svg v-if="joining" viewBox="0 0 20 20" aria-hidden="true">
              <path d="M3 3h14v14H3z" class="box" />
              <path v-if="chosen.includes(job.id)" d="M3 16 17 4" class="stroke" />
            </svg>
            <span class="name">{{ job.title }}<small v-if="job.own"> yours</small></span>
            <span class="figure">{{ job.minutes }} min</span>
          </button>
        </li>
      </ul>
    </details>
    <p class="more"><RouterLink to="/jobs">All job files: read, copy, write your own</RouterLink></p>
    <JoinDialog v-model="asked" :bike="bike" :jobs="chosen" @start="$emit('start', $event)" />
  </section>
</template>

<style scoped>
header button {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.say {
  display: grid;
  gap: 0.5rem;
  justify-items: start;
  padding: 0.6rem 1.1rem;
  border-bottom: 1px solid var(--rule);
}
details {
  border-bottom: 1px solid var(--rule);
}
summary {
  box-sizing: border-box;
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  min-height: 40px;
  padding: 0.4rem 1.1rem;
  cursor: pointer;
  font: 700 1.0625rem/1.3 var(--head);
  list-style: none;
}
summary::-webkit-details-marker {
  display: none;
}
summary span:first-child::before {
  content: '+';
  display: inline-block;
  width: 1.1rem;
  color: var(--soft);
}
details[open] > summary span:first-child::before {
  content: '\2212';
}
summary .figure,
.jobs .figure {
  flex: none;
  font-size: 0.9375rem;
  color: var(--soft);
}
summary:hover,
.jobs button:hover {
  background: var(--enamel);
}
.jobs {
  margin: 0;
  padding: 0 0 0.3rem;
  list-style: none;
}
.jobs button {
  box-sizing: border-box;
  display: flex;
  align-items: center;
  gap: 0.6rem;
  width: 100%;
  min-height: 40px;
  padding: 0.25rem 1.1rem 0.25rem 2.2rem;
  font-size: 1rem;
  text-align: left;
}
.name {
  flex: 1;
}
small {
  color: var(--soft);
}
svg {
  flex: none;
  width: 20px;
  margin-left: -1.6rem;
}
.box {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
.stroke {
  fill: none;
  stroke: var(--pen);
  stroke-width: 4.5;
}
.more {
  padding: 0.6rem 1.1rem;
  font: 600 1rem/1.3 var(--head);
}
</style>
