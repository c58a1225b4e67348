<script setup lang="ts">
import type { ActRequest, StepAnswer } from '@/api/client'
import { plainWords } from '@/design/format'

/** The bike from its side, with the places where it can leak. Each is a target for a knuckle; what was seen there is drawn as drops. */
type Place = NonNullable<StepAnswer['watch']>['canLeak'][number]['place']
type Spot = NonNullable<ActRequest['spots']>[number]
const place = defineModel<Place | null>({ required: true })
const props = defineProps<{ form: 'road' | 'dirt'; places: Place[]; spots: Spot[] }>()

const shapes = {
  road: 'M42 128a34 34 0 1 0 68 0 34 34 0 1 0-68 0M214 128a34 34 0 1 0 68 0 34 34 0 1 0-68 0M128 84l52-4 16 30-14 24h-56l-10-24zM124 60q18-24 54-20l26 22-18 14-60 4zM62 68l58-8 4 20-14 8-46-6zM204 44l-6-14 18-4M204 44l44 84M110 88l-34 40',
  dirt: 'M34 122a37 37 0 1 0 74 0 37 37 0 1 0-74 0M208 122a37 37 0 1 0 74 0 37 37 0 1 0-74 0M130 80l40-2 18 26-12 26h-42l-14-20zM128 56l46-12 26 12-22 18-48 4zM66 50l58-2 4 26-18 4zM202 30l43 92M198 32l-4-14 20-2M110 84l-39 38',
}
const at: Record<Place, [number, number]> = {
  'front-brake': [262, 118],
  'fork-seals': [226, 82],
  'tank-and-tap': [158, 56],
  carburettor: [128, 84],
  'cylinder-head': [166, 78],
  'cylinder-base': [168, 98],
  'clutch-cover': [146, 116],
  'generator-cover': [166, 122],
  'drain-plug': [150, 138],
  'oil-filter': [182, 112],
  'gearbox-sprocket': [122, 112],
  'oil-lines': [188, 92],
  radiator: [202, 76],
  'rear-brake': [84, 116],
  'shaft-drive': [64, 128],
  'front-drive': [248, 128],
}
const spot = (one: Place) => props.spots.find((each) => each.place === one)
const drops = { none: 0, damp: 1, 'one-spot': 1, several: 3, drip: 3, running: 5 }
</script>

<template>
  <div class="leaks">
    <svg viewBox="20 10 280 166" role="group" aria-label="Side view; touch a place where there is something">
      <path :d="shapes[form]" class="frame" />
      <path d="M20 166h280" class="ground" />
      <g
        v-for="one in places"
        :key="one"
        role="button"
        tabindex="0"
        class="place"
        :class="{ chosen: place === one, seen: spot(one) }"
        :aria-pressed="place === one"
        :aria-label="`${plainWords(one)}${spot(one) ? ': ' + plainWords(spot(one)!.grade).toLowerCase() : ''}`"
        @click="place = one"
        @keydown.enter.prevent.stop="place = one"
        @keydown.space.prevent="place = one"
      >
        <title>{{ plainWords(one) }}</title>
        <circle :cx="at[one][0]" :cy="at[one][1]" r="7.5" />
        <path
          v-for="drop in drops[spot(one)?.grade ?? 'none']"
          :key="drop"
          :d="`M${at[one][0] - 6 + drop * 4} ${at[one][1] + 6 + drop * 2}q4 6 0 8q-4-2 0-8`"
          class="drop"
        />
      </g>
    </svg>
    <ul class="names">
      <li v-for="one in places" :key="one">
        <button type="button" :class="{ chosen: place === one, seen: spot(one) }" @click="place = one">
          {{ plainWords(one) }}
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
svg {
  width: 100%;
  max-height: 260px;
}
.frame {
  fill: none;
  stroke: var(--steel);
  stroke-width: 2.4;
  stroke-linejoin: round;
}
.ground {
  stroke: var(--rule);
  stroke-width: 2;
}
.place {
  cursor: pointer;
}
.place circle {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 2;
}
.place.seen circle {
  stroke: var(--oxide);
  stroke-width: 3;
}
.place.chosen circle {
  fill: var(--pen);
}
.drop {
  fill: var(--oxide);
}
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
  margin: 0;
  padding: 0;
  list-style: none;
}
.names button {
  min-height: 36px;
  padding: 0 0.6rem;
  border: 1px solid var(--rule);
  font: 600 0.9375rem/1 var(--head);
}
.names .seen {
  border-color: var(--oxide);
  color: var(--oxide);
}
.names .chosen {
  border-color: var(--ink);
  background: var(--ink);
  color: var(--card);
}
</style>
