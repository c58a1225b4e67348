<script setup lang="ts">
import type { TaskAnswer } from '@/api/client'

/** A side view drawn by us. Its zones filter the page; a hatched zone has something due. */
type Part = TaskAnswer['part']
const zone = defineModel<Part | null>({ required: true })
defineProps<{ form: 'road' | 'dirt'; pressing: Record<string, boolean>; names: Record<Part, string> }>()

const zones: Record<'road' | 'dirt', { part: Part; d: string }[]> = {
  road: [
    { part: 'engine', d: 'M128 84l52-4 16 30-14 24h-56l-10-24z' },
    { part: 'intake', d: 'M124 60q18-24 54-20l26 22-18 14-60 4z' },
    { part: 'electrics', d: 'M62 68l58-8 4 20-14 8-46-6z' },
    {
      part: 'chassis',
      d: 'M204 44l10-6 34 84-10 4zM42 128a34 34 0 1 0 68 0 34 34 0 1 0-68 0M214 128a34 34 0 1 0 68 0 34 34 0 1 0-68 0',
    },
    { part: 'drive-and-brakes', d: 'M76 116l48 2v18l-48 2a11 11 0 0 1 0-22M248 117a11 11 0 1 1-.1 0' },
  ],
  dirt: [
    { part: 'engine', d: 'M130 80l40-2 18 26-12 26h-42l-14-20z' },
    { part: 'intake', d: 'M128 56l46-12 26 12-22 18-48 4z' },
    { part: 'electrics', d: 'M66 50l58-2 4 26-18 4z' },
    {
      part: 'chassis',
      d: 'M202 30l10-4 36 94-10 5zM34 122a37 37 0 1 0 74 0 37 37 0 1 0-74 0M208 122a37 37 0 1 0 74 0 37 37 0 1 0-74 0',
    },
    { part: 'drive-and-brakes', d: 'M71 111l58 2v16l-58 4a11 11 0 0 1 0-22M245 112a10 10 0 1 1-.1 0' },
  ],
}
const lines = {
  road: 'M36 74l30-6 54-8M204 44l-6-14 18-4M196 110q10 20 6 26l-78 4M110 88l14-8M186 76l18-14',
  dirt: 'M28 46l40 4M198 32l-4-14 20-2M210 74q34-16 64 4M188 104l-4 22-54 6M60 54l64 22',
}
const choose = (part: Part) => (zone.value = zone.value === part ? null : part)
</script>

<template>
  <svg viewBox="0 0 316 172" class="bike" role="group" aria-label="Side view; choose a part to see only its items">
    <defs>
      <pattern id="due" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0v6" class="hatch" />
      </pattern>
    </defs>
    <path d="M8 164h300" class="ground" />
    <path :d="lines[form]" class="frame" />
    <g
      v-for="one in zones[form]"
      :key="one.part"
      tabindex="0"
      role="button"
      class="zone"
      :class="{ chosen: zone === one.part, pressing: pressing[one.part] }"
      :aria-pressed="zone === one.part"
      :aria-label="`${names[one.part]}${pressing[one.part] ? ', something due' : ''}`"
      @click="choose(one.part)"
      @keydown.enter.prevent="choose(one.part)"
      @keydown.space.prevent="choose(one.part)"
    >
      <title>{{ names[one.part] }}</title>
      <path :d="one.d" class="body" />
      <path v-if="pressing[one.part]" :d="one.d" class="over" />
    </g>
  </svg>
</template>

<style scoped>
.bike {
  width: 100%;
}
.ground {
  stroke: var(--rule);
  stroke-width: 2;
}
.frame {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3.2;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.body {
  fill: color-mix(in srgb, var(--card) 86%, transparent);
  stroke: var(--ink);
  stroke-width: 3;
  stroke-linejoin: round;
}
.over {
  fill: url(#due);
}
.hatch {
  stroke: var(--oxide);
  stroke-width: 2.4;
}
.zone {
  cursor: pointer;
}
.zone:hover .body {
  fill: var(--rail);
}
.pressing .body {
  stroke: var(--oxide);
}
.chosen .body {
  fill: var(--pen);
}
</style>
