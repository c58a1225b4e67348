<script setup lang="ts">
import { computed, reactive } from 'vue'
import { api } from '@/api/client'
import { number, plainWords } from '@/design/format'
import SumCabinet from './SumCabinet.vue'
import { useFromBike } from './useFromBike'
import { useSum } from './useSum'

/** A splash engine on a slope: where its oil stands, whether the dipper meets it, and how far it may lean. Worked out by the server; drawn here. */
const sump = reactive({
  length: '180',
  width: '140',
  height: '150',
  oil: '0.6 L',
  axisHeight: '70',
  axisPlace: '90',
  reach: '60',
  lies: 'across',
  direction: 'nose-up',
  degrees: '20',
})
useFromBike('tilt', sump)
type Direction = 'nose-up' | 'nose-down' | 'left' | 'right'
const tilt = useSum(sump, ({ degrees, direction, ...query }) =>
  api.GET('/api/sums/tilt', { params: { query: { ...query, direction, degrees: Number(degrees) } } }),
)
const drawing = computed(() => tilt.data.value?.drawing)
const scale = computed(() => 150 / Math.max(drawing.value?.across ?? 1, drawing.value?.height ?? 1))
const at = (x: number, z: number) => `${x * scale.value},${-z * scale.value}`
const oil = computed(() => drawing.value?.oil.map((point) => at(point.x, point.z)).join(' ') ?? '')
const turn = computed(() => (sump.direction === 'nose-up' || sump.direction === 'left' ? -1 : 1) * Number(sump.degrees))
const centre = computed(() => ({
  x: ((drawing.value?.across ?? 0) * scale.value) / 2,
  y: (-(drawing.value?.height ?? 0) * scale.value) / 2,
}))
const names: Record<Direction, string> = {
  'nose-up': 'Nose up',
  'nose-down': 'Nose down',
  left: 'To the left',
  right: 'To the right',
}
const directions = (Object.keys(names) as Direction[]).map((value) => ({ value, title: names[value] }))
const lies = [
  { value: 'across', title: 'Across the bike' },
  { value: 'along', title: 'Along the bike' },
]
</script>

<template>
  <SumCabinet id="tilt" title="Tilt bench, splash engines" :stale="tilt.stale.value">
    <template #fields>
      <v-text-field v-model="sump.length" label="Sump, length" suffix="mm" :error-messages="tilt.wrong('length')" />
      <v-text-field v-model="sump.width" label="Width" suffix="mm" :error-messages="tilt.wrong('width')" />
      <v-text-field v-model="sump.height" label="Height" suffix="mm" :error-messages="tilt.wrong('height')" />
      <v-text-field v-model="sump.oil" label="Oil in it" :error-messages="tilt.wrong('oil')" />
      <v-text-field v-model="sump.axisHeight" label="Crank, above floor" suffix="mm" :error-messages="tilt.wrong('axisHeight')" />
      <v-text-field
        v-model="sump.axisPlace"
        label="Crank, from rear wall"
        suffix="mm"
        :error-messages="tilt.wrong('axisPlace')"
      />
      <v-text-field v-model="sump.reach" label="Dipper's reach" suffix="mm" :error-messages="tilt.wrong('reach')" />
      <v-select v-model="sump.lies" label="The crank lies" :items="lies" />
      <v-select v-model="sump.direction" label="Leans" :items="directions" />
      <v-text-field
        v-model="sump.degrees"
        type="number"
        min="0"
        max="90"
        label="By"
        suffix="°"
        :error-messages="tilt.wrong('degrees')"
      />
    </template>
    <template v-if="tilt.data.value && drawing">
      <div class="bench">
        <svg
          viewBox="-70 -195 290 240"
          role="img"
          :aria-label="`${names[sump.direction as Direction]} by ${sump.degrees} degrees: the dipper ${tilt.data.value.reached ? 'meets the oil' : 'misses the oil'}`"
        >
          <path d="M-70 40h290" class="ground" />
          <g :transform="`rotate(${turn} ${centre.x} ${centre.y})`">
            <polygon :points="oil" class="oil" />
            <rect
              x="0"
              :y="-drawing.height * scale"
              :width="drawing.across * scale"
              :height="drawing.height * scale"
              class="box"
            />
            <path
              v-if="drawing.edgeOn"
              :d="`M${at(drawing.axisAt, drawing.axisHeight - drawing.reach)}L${at(drawing.axisAt, drawing.axisHeight + drawing.reach)}`"
              class="dipper"
            />
            <circle
              v-else
              :cx="drawing.axisAt * scale"
              :cy="-drawing.axisHeight * scale"
              :r="drawing.reach * scale"
              class="dipper"
            />
            <circle :cx="drawing.axisAt * scale" :cy="-drawing.axisHeight * scale" r="3.5" class="axis" />
            <text x="0" y="14" class="mark">{{ sump.direction === 'left' || sump.direction === 'right' ? 'left' : 'rear' }}</text>
          </g>
        </svg>
        <div>
          <span class="big" :class="{ misses: !tilt.data.value.reached }">{{
            tilt.data.value.reached ? 'The dipper meets the oil' : 'The dipper misses the oil'
          }}</span>
          <span v-if="tilt.data.value.reached" class="soft block">{{ number(drawing.depth, 0) }} mm deep at its lowest</span>
          <table>
            <thead>
              <tr class="label">
                <th scope="col">Leans</th>
                <th scope="col">misses at</th>
                <th scope="col">work to</th>
              </tr>
            </thead>
            <tbody class="figure">
              <tr v-for="limit in tilt.data.value.limits" :key="limit.direction">
                <th scope="row">{{ plainWords(limit.direction).toLowerCase() }}</th>
                <td>{{ limit.lost == null ? 'never' : `${number(limit.lost, 0)}°` }}</td>
                <td>{{ number(limit.working, 0) }}°</td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
      <p class="levels">
        <span class="label">Of this fill, the least angle</span>
        <span v-for="one in tilt.data.value.byLevel" :key="one.percent" class="level">
          <span class="bar" :style="{ height: `${((one.lost ?? 90) / 90) * 46 + 2}px` }" />
          <b class="figure">{{ one.lost == null ? '–' : `${number(one.lost, 0)}°` }}</b>
          <span class="soft">{{ one.percent }}%</span>
        </span>
      </p>
      <b
        >An idealised, still sump: the maker's limit decides. Oil that sloshes is not lubrication; such engines are usually given
        some {{ tilt.data.value.usuallyGiven }} to 25° (from memory). {{ tilt.data.value.neverExceed }}° is a moment, not a
        working angle.</b
      >
    </template>
    <template #how>
      The oil's face is level, so it is the line under which the oil's own area lies in the tilted box. Contact is lost when no
      point of the dipper's circle inside the box lies under it. To work within is half of that angle, and never more than such
      engines are usually given.
    </template>
  </SumCabinet>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0.8rem;
  align-items: center;
}
svg {
  width: 100%;
}
.ground {
  stroke: var(--rule);
  stroke-width: 2;
}
.oil {
  fill: #8a5a1c;
  opacity: 0.75;
}
.box {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3;
}
.dipper {
  fill: none;
  stroke: var(--blueing);
  stroke-width: 2.2;
  stroke-dasharray: 6 3;
}
.axis {
  fill: var(--blueing);
}
.mark {
  fill: var(--soft);
  font: 600 12px var(--head);
}
.misses {
  color: var(--oxide);
}
.block {
  display: block;
}
.levels {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.7rem;
  align-items: end;
}
.levels .label {
  flex-basis: 100%;
}
.level {
  display: grid;
  justify-items: center;
}
.bar {
  width: 16px;
  background: var(--green);
}
@media (max-width: 720px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
