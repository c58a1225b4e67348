<script setup lang="ts">
import type { PointAnswer, ViewingAnswer } from '@/api/client'
import { zoneNames } from './viewingWords'

/** A side view drawn by us. A zone fills with hatching as its points are seen; one with a fault is drawn in oxide. */
type Zone = PointAnswer['zone']
const chosen = defineModel<Zone | null>({ required: true })
const props = defineProps<{ form: 'road' | 'dirt'; zones: ViewingAnswer['zones']; current?: Zone }>()

const shapes: Record<'road' | 'dirt', Partial<Record<Zone, string>>> = {
  dirt: {
    'front-wheel': 'M34 122a37 37 0 1 0 74 0 37 37 0 1 0-74 0',
    'rear-wheel': 'M208 122a37 37 0 1 0 74 0 37 37 0 1 0-74 0',
    'front-end': 'M66 118 100 40l10 4-34 80zM84 30h34v10H84z',
    'tank-and-intake': 'M128 56l46-12 26 12-22 18-48 4z',
    'rear-end': 'M202 52l52-16 6 12-52 18zM188 112l56 6v10l-58-6z',
    engine: 'M130 80l40-2 18 26-12 26h-42l-14-20z',
    exhaust: 'M120 96q-16 8-8 26l26 12 60-2v8l-64 2-32-16q-12-26 14-38z',
    drive: 'M176 128l66-10v10l-62 10z',
    frame: 'M108 48l24 30-6 8-26-28zM188 76l16 30-8 4-16-30z',
    electrics: 'M116 26l22 4-4 18-18-4z',
  },
  road: {
    'front-wheel': 'M42 128a34 34 0 1 0 68 0 34 34 0 1 0-68 0',
    'rear-wheel': 'M214 128a34 34 0 1 0 68 0 34 34 0 1 0-68 0',
    'front-end': 'M72 124 100 52l10 4-28 72zM92 40h30v10H92z',
    'tank-and-intake': 'M124 60q18-24 54-20l26 22-18 14-60 4z',
    'rear-end': 'M206 58l56-14 8 12-58 16zM190 112l56 8v10l-58-8z',
    engine: 'M128 84l52-4 16 30-14 24h-56l-10-24z',
    exhaust: 'M118 108q-12 12 0 26l24 8 100 2v8l-104-2-28-10q-18-22 2-36z',
    drive: 'M182 128l64-8v10l-60 8z',
    frame: 'M106 58l22 24-4 10-26-26zM194 78l16 30-8 4-16-30z',
    electrics: 'M66 56l24-4 4 20-24 4z',
  },
}
const state = (zone: Zone) => props.zones.find((one) => one.zone === zone)
const share = (zone: Zone) => {
  const one = state(zone)
  return one && one.points ? one.checked / one.points : 0
}
const words = (zone: Zone) => {
  const one = state(zone)
  return one ? `${zoneNames[zone]}: ${one.checked} of ${one.points} seen${one.fault ? ', with a fault' : ''}` : zoneNames[zone]
}
const choose = (zone: Zone) => (chosen.value = chosen.value === zone ? null : zone)
</script>

<template>
  <svg viewBox="20 14 276 150" class="bike" role="group" aria-label="Side view; choose a zone to see its points">
    <defs>
      <pattern id="seen" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0v6" class="hatch" />
      </pattern>
    </defs>
    <path d="M20 162h276" class="ground" />
    <g
      v-for="(d, zone) in shapes[form]"
      :key="zone"
      tabindex="0"
      role="button"
      class="zone"
      :class="{ chosen: chosen === zone, current: current === zone, fault: state(zone)?.fault }"
      :aria-pressed="chosen === zone"
      :aria-label="words(zone)"
      @click="choose(zone)"
      @keydown.enter.prevent="choose(zone)"
      @keydown.space.prevent="choose(zone)"
    >
      <title>{{ words(zone) }}</title>
      <path :d="d" class="body" />
      <path :d="d" class="over" :style="{ opacity: share(zone) }" />
    </g>
  </svg>
</template>

<style scoped>
.bike {
  display: block;
  width: 100%;
}
.ground {
  stroke: var(--rule);
  stroke-width: 2;
}
.body {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 2.6;
  stroke-linejoin: round;
}
.over {
  fill: url(#seen);
  pointer-events: none;
}
.hatch {
  stroke: var(--green);
  stroke-width: 2.6;
}
.zone {
  cursor: pointer;
}
.fault .body {
  stroke: var(--oxide);
  stroke-width: 4;
}
.current .body {
  fill: var(--rail);
}
.chosen .body {
  fill: var(--pen);
}
</style>
