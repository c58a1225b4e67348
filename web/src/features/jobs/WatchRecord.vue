<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import type { ActRequest, RunAnswer, StepAnswer } from '@/api/client'
import { moment, plainWords } from '@/design/format'
import LeakDrawing from './LeakDrawing.vue'
import TouchChoice from './TouchChoice.vue'

/** A watch for leaks: started once, then a look at each set time, by places on the bike's drawing. */
type Watch = NonNullable<StepAnswer['watch']>
type Place = Watch['canLeak'][number]['place']
type Spot = NonNullable<ActRequest['spots']>[number]
const props = defineProps<{
  step: StepAnswer
  run: RunAnswer
  act: (tap: Omit<ActRequest, 'id'>) => Promise<boolean>
  busy: boolean
}>()

const watch = computed(() => props.step.watch!)
const next = computed(() => (watch.value.left ? watch.value.hours[watch.value.hours.length - watch.value.left] : undefined))
/** A look before its hour is kept, and proves nothing dry. */
const early = computed(() => watch.value.nextFrom && Date.parse(watch.value.nextFrom) > Date.parse(props.run.now))
const spots = reactive<Partial<Record<Place, Spot>>>({})
const place = ref<Place | null>(null)
const grades: { value: Spot['grade']; title: string }[] = [
  { value: 'none', title: 'Nothing' },
  { value: 'damp', title: 'Damp' },
  { value: 'one-spot', title: 'One spot' },
  { value: 'several', title: 'Several' },
  { value: 'drip', title: 'A drip' },
  { value: 'running', title: 'It runs' },
]
const fluids: { value: Spot['fluid']; title: string }[] = (
  ['engine-oil', 'gear-oil', 'fork-oil', 'coolant', 'brake-fluid', 'fuel', 'unknown'] as const
).map((value) => ({ value, title: plainWords(value) }))
const grade = computed({
  get: () => (place.value && spots[place.value]?.grade) || null,
  set: (value) => {
    if (!place.value || !value) return
    if (value === 'none') delete spots[place.value]
    else spots[place.value] = { place: place.value, grade: value, fluid: spots[place.value]?.fluid ?? likely(place.value) }
  },
})
const fluid = computed({
  get: () => (place.value && spots[place.value]?.fluid) || null,
  set: (value) => {
    if (place.value && value && spots[place.value]) spots[place.value]!.fluid = value
  },
})
const likely = (one: Place) => watch.value.canLeak.find((can) => can.place === one)?.fluid ?? 'unknown'
const seen = computed(() => Object.values(spots).filter((spot) => spot !== undefined))
const verdicts: Record<Watch['verdict'], string> = {
  watching: 'Still watching',
  dry: 'Dry',
  weeping: 'Weeping: watch it',
  leaking: 'Leaking: trace it and fix it',
}

async function keep() {
  if (!(await props.act({ act: 'look-taken', step: props.step.id, spots: seen.value }))) return
  for (const one of Object.keys(spots) as Place[]) delete spots[one]
  place.value = null
}
</script>

<template>
  <div class="watch">
    <ol v-if="watch.looks.length" class="looks">
      <li v-for="(look, at) in watch.looks" :key="at">
        <b>Look {{ at + 1 }}</b> {{ moment(look.at) }}:
        {{
          look.spots.length
            ? look.spots
                .map((spot) => `${plainWords(spot.place).toLowerCase()} ${plainWords(spot.grade).toLowerCase()}`)
                .join(', ')
            : 'dry'
        }}<span v-if="!look.counts" class="soft"> (too early: watched too short)</span>
      </li>
    </ol>
    <p v-if="watch.looks.length" class="verdict" :data-verdict="watch.verdict">{{ verdicts[watch.verdict] }}</p>
    <ul v-if="watch.verdict === 'weeping' || watch.verdict === 'leaking'" class="because">
      <li v-for="one in watch.places.filter((each) => each.verdict === watch.verdict)" :key="one.place">
        {{ plainWords(one.place) }}: {{ one.because }}
      </li>
    </ul>
    <div v-if="!watch.began" class="begin">
      <v-btn class="plate" :disabled="busy" @click="act({ act: 'timer-started', step: step.id })">Start the watch</v-btn>
      <span class="soft"
        >The first look is due {{ watch.hours[0] }} h from then. You can leave; it stands in the shed's foot.</span
      >
    </div>
    <template v-else-if="next !== undefined">
      <p v-if="early" class="soft" role="status">
        The look at {{ next }} h counts from {{ moment(watch.nextFrom!) }} on. One before that is kept, but proves nothing dry.
      </p>
      <LeakDrawing
        v-model="place"
        :form="run.use === 'road' || run.use === 'dual-sport' ? 'road' : 'dirt'"
        :places="watch.canLeak.map((one) => one.place)"
        :spots="seen"
      />
      <div class="choice">
        <template v-if="place">
          <TouchChoice v-model="grade" :label="`${plainWords(place)}: what is there?`" :options="grades" />
          <TouchChoice v-if="grade && grade !== 'none'" v-model="fluid" label="Of what?" :options="fluids" />
        </template>
        <p v-else class="soft">Touch the places where there is something. Leave the rest.</p>
        <v-btn class="plate pen" :disabled="busy" @click="keep">
          {{ seen.length ? `Keep this look: ${seen.length} ${seen.length > 1 ? 'places' : 'place'}` : 'Keep this look: all dry' }}
        </v-btn>
        <span class="soft">Wipe off what you saw, so that what comes back is new.</span>
      </div>
    </template>
  </div>
</template>

<style scoped>
.watch {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0.6rem 1.4rem;
  width: 100%;
}
.looks,
.verdict,
.because,
.begin {
  grid-column: 1 / -1;
}
.looks,
.because {
  margin: 0;
  padding-left: 1.2rem;
}
.verdict {
  font: 700 1.5rem/1.2 var(--head);
}
.verdict[data-verdict='leaking'] {
  color: var(--oxide);
}
.begin {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 1.2rem;
}
.choice {
  display: grid;
  align-content: start;
  gap: 0.7rem;
  justify-items: start;
}
@media (max-width: 720px) {
  .watch {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
