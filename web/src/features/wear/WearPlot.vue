<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import type { WearSeries } from '@/api/client'
import { date, number, quantity } from '@/design/format'
import { dayTicks, decimalsOf, scale, ticks } from './plotScale'
import { readingWords } from './wearWords'

/**
 * A series on a steel rule: readings as punch marks, earlier parts faint, the limit as hatched ground, the line with its sure band, the
 * planning band ahead, and where it likely ends. Every reading can be reached by the arrow keys and is read out below.
 */
const props = defineProps<{ series: WearSeries; small?: boolean }>()

const box = useTemplateRef<HTMLElement>('box')
const width = ref(props.small ? 240 : 720)
const watcher = new ResizeObserver(([entry]) => (width.value = Math.max(200, Math.round(entry!.contentRect.width))))
onMounted(() => box.value && watcher.observe(box.value))
onBeforeUnmount(() => watcher.disconnect())

const height = computed(() => (props.small ? 84 : width.value < 500 ? 300 : 360))
const pad = computed(() => (props.small ? { l: 4, r: 4, t: 6, b: 6 } : { l: 52, r: 16, t: 26, b: 46 }))
const plot = computed(() => props.series.plot)

const lives = computed(() =>
  props.series.lives.map((life, at) => ({
    ...life,
    now: at === props.series.lives.length - 1,
    points: life.points.filter((point) => point.x != null && point.value),
  })),
)
const points = computed(() => lives.value.flatMap((life) => life.points.map((point) => ({ ...point, now: life.now }))))

/** From the oldest reading to the late end, but never so far that what was measured is squeezed into a corner. */
const span = computed(() => {
  const xs = points.value.map((point) => point.x!)
  const { today, lateX, likelyX, line } = plot.value
  if (today != null) xs.push(today)
  xs.push(...line.map((one) => one.x))
  const low = Math.min(...xs)
  const seen = Math.max(...xs) - low
  const far = lateX ?? likelyX ?? null
  const high = Math.max(...xs, far === null ? -Infinity : Math.min(far, low + Math.max(seen * 2.2, 1)))
  const room = (high - low || 1) * 0.03
  return [low - room, high + room] as [number, number]
})
const range = computed(() => {
  const ys = points.value.map((point) => point.value!.value)
  if (plot.value.limit != null) ys.push(plot.value.limit)
  if (plot.value.new != null) ys.push(plot.value.new)
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  const room = (high - low || Math.abs(high) || 1) * 0.12
  return [low - room, high + room] as [number, number]
})
const x = computed(() => scale(span.value, [pad.value.l, width.value - pad.value.r]))
const y = computed(() => scale(range.value, [height.value - pad.value.b, pad.value.t]))
const inside = (value: number) => Math.min(span.value[1], Math.max(span.value[0], value))
const between = (value: number) => Math.min(range.value[1], Math.max(range.value[0], value))

const yMarks = computed(() => ticks(range.value[0], range.value[1], 5))
const xMarks = computed(() => {
  if (!plot.value.axisUnit)
    return dayTicks(span.value[0], span.value[1]).map((mark) => ({ at: mark.at, text: mark.iso.slice(0, 7) }))
  const marks = ticks(span.value[0], span.value[1], width.value < 500 ? 3 : 6)
  return marks.map((at) => ({ at, text: number(at, decimalsOf(marks)) }))
})
const band = (list: { x: number; low: number; high: number }[]) => {
  const shown = list.filter((one) => one.x <= span.value[1] && one.x >= span.value[0])
  if (shown.length < 2) return ''
  const top = shown.map((one) => `${x.value(one.x)},${y.value(between(one.high))}`)
  const low = [...shown].reverse().map((one) => `${x.value(one.x)},${y.value(between(one.low))}`)
  return [...top, ...low].join(' ')
}
const line = computed(() => {
  const [from, to] = plot.value.line
  if (!from || !to) return null
  // Cut off where the rule ends.
  const end = inside(to.x)
  const share = to.x === from.x ? 1 : (end - from.x) / (to.x - from.x)
  return { x1: x.value(from.x), y1: y.value(from.y), x2: x.value(end), y2: y.value(between(from.y + (to.y - from.y) * share)) }
})
/** The side on which the part is done. */
const done = computed(() => {
  const { limit } = plot.value
  if (limit == null) return null
  const fresh = plot.value.new ?? points.value[0]?.value?.value ?? limit + 1
  const at = y.value(limit)
  return fresh < limit
    ? { y: pad.value.t, height: Math.max(0, at - pad.value.t), at }
    : { y: at, height: Math.max(0, height.value - pad.value.b - at), at }
})
const ends = computed(() => {
  const { earlyX, likelyX, lateX } = plot.value
  if (likelyX == null || done.value === null || props.series.state.trust === 'past-limit') return null
  return {
    from: x.value(inside(earlyX ?? likelyX)),
    likely: likelyX <= span.value[1] ? x.value(likelyX) : null,
    to: x.value(inside(lateX ?? span.value[1])),
    open: lateX == null || lateX > span.value[1],
  }
})

const at = ref<number | null>(null)
const shown = computed(() => (at.value === null ? null : (points.value[at.value] ?? null)))
function step(by: number) {
  const last = points.value.length - 1
  const next = at.value === null ? last : Math.min(last, Math.max(0, at.value + by))
  at.value = next
  box.value?.querySelectorAll<SVGGElement>('g.point')[next]?.focus()
}
const said = (point: (typeof points.value)[number]) =>
  [
    date(point.date),
    readingWords(point),
    point.meter ? `at ${point.meterEstimated ? 'about ' : ''}${quantity(point.meter)}` : '',
    point.values.length > 1
      ? point.values
          .map(
            (value, place) =>
              `${point.places[place] ? `${point.places[place]} ` : ''}${number(value.value, value.decimals, value.decimals)}`,
          )
          .join(', ')
      : '',
    point.instrument ? `by ${point.instrument}` : '',
    point.now ? '' : 'on an earlier part',
  ]
    .filter(Boolean)
    .join('; ')
const sentence = computed(
  () =>
    `${props.series.state.title}: ${points.value.length} readings` +
    (plot.value.limit != null && props.series.state.limit ? `, limit ${quantity(props.series.state.limit)}` : ''),
)
const id = `wear-${Math.random().toString(36).slice(2, 8)}`
</script>

<template>
  <figure ref="box" class="plot" :class="{ small }">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      role="group"
      :aria-label="sentence"
      @keydown.left.prevent="step(-1)"
      @keydown.right.prevent="step(1)"
    >
      <defs>
        <pattern :id="`${id}-end`" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <line x1="0" y1="0" x2="0" y2="7" class="hatch" />
        </pattern>
        <pattern :id="`${id}-plan`" width="5" height="5" patternUnits="userSpaceOnUse">
          <circle cx="1.2" cy="1.2" r="0.9" class="dot" />
        </pattern>
      </defs>
      <template v-if="!small">
        <g v-for="mark in yMarks" :key="`y${mark}`">
          <line :x1="pad.l - 9" :x2="pad.l" :y1="y(mark)" :y2="y(mark)" class="notch" />
          <line :x1="pad.l" :x2="width - pad.r" :y1="y(mark)" :y2="y(mark)" class="ruled" />
          <text :x="pad.l - 13" :y="y(mark) + 5" text-anchor="end" class="mark">{{ number(mark, decimalsOf(yMarks)) }}</text>
        </g>
        <g v-for="mark in xMarks" :key="`x${mark.at}`">
          <line :x1="x(mark.at)" :x2="x(mark.at)" :y1="height - pad.b" :y2="height - pad.b + 9" class="notch" />
          <text :x="x(mark.at)" :y="height - pad.b + 24" text-anchor="middle" class="mark">{{ mark.text }}</text>
        </g>
        <text :x="pad.l" y="15" class="unit-name">
          {{ series.state.shows === 'grade' ? 'by look' : series.state.shows }}
        </text>
        <text :x="width - pad.r" :y="height - 5" text-anchor="end" class="unit-name">
          {{ plot.axisUnit ? `${plot.axisUnit} in its life` : 'by the calendar' }}
        </text>
      </template>
      <rect v-if="done" :x="pad.l" :width="width - pad.l - pad.r" :y="done.y" :height="done.height" :fill="`url(#${id}-end)`" />
      <line v-if="done" :x1="pad.l" :x2="width - pad.r" :y1="done.at" :y2="done.at" class="limit" />
      <polygon v-if="plot.planning.length" :points="band(plot.planning)" :fill="`url(#${id}-plan)`" class="planning" />
      <polygon v-if="plot.sure.length && !small" :points="band(plot.sure)" class="sure" />
      <line v-if="line" v-bind="line" class="fit" />
      <line
        v-if="plot.today != null && !small"
        :x1="x(plot.today)"
        :x2="x(plot.today)"
        :y1="pad.t"
        :y2="height - pad.b"
        class="today"
      />
      <text v-if="plot.today != null && !small" :x="x(plot.today)" :y="pad.t - 8" text-anchor="middle" class="unit-name">
        today
      </text>
      <template v-if="!small">
        <template v-for="life in lives" :key="life.fitted ?? 'first'">
          <g v-if="life.startX != null && life.startX >= span[0]">
            <line :x1="x(life.startX)" :x2="x(life.startX)" :y1="pad.t" :y2="height - pad.b" class="fitted" />
            <text :x="x(life.startX) + 4" :y="height - pad.b - 6" class="unit-name">new</text>
          </g>
        </template>
      </template>
      <g v-if="ends && done && !small" class="ends">
        <line :x1="ends.from" :x2="ends.to" :y1="done.at" :y2="done.at" />
        <line :x1="ends.from" :x2="ends.from" :y1="done.at - 7" :y2="done.at + 7" />
        <line v-if="!ends.open" :x1="ends.to" :x2="ends.to" :y1="done.at - 7" :y2="done.at + 7" />
        <path v-if="ends.likely !== null" :d="`M ${ends.likely} ${done.at - 2} l -7 -13 h 14 z`" />
      </g>
      <g
        v-for="(point, place) in points"
        :key="point.entry"
        class="point"
        :class="{ old: !point.now, look: point.look, at: at === place }"
        :tabindex="small ? undefined : place === (at ?? points.length - 1) ? 0 : -1"
        :role="small ? undefined : 'img'"
        :aria-label="small ? undefined : said(point)"
        @focus="at = place"
        @mouseenter="at = place"
      >
        <line
          v-if="point.values.length > 1"
          :x1="x(point.x!)"
          :x2="x(point.x!)"
          :y1="y(between(Math.min(...point.values.map((one) => one.value))))"
          :y2="y(between(Math.max(...point.values.map((one) => one.value))))"
          class="places"
        />
        <rect
          v-if="point.look"
          :x="x(point.x!) - 5"
          :y="y(between(point.value!.value)) - 5"
          width="10"
          height="10"
          :transform="`rotate(45 ${x(point.x!)} ${y(between(point.value!.value))})`"
        />
        <circle v-else :cx="x(point.x!)" :cy="y(between(point.value!.value))" :r="small ? 3 : 5.5" />
        <circle v-if="!small" class="touch" :cx="x(point.x!)" :cy="y(between(point.value!.value))" r="16" />
      </g>
    </svg>
    <figcaption v-if="!small" aria-live="polite">
      <template v-if="shown">{{ said(shown) }}</template>
      <template v-else-if="points.length">
        Round marks are measured, square ones seen. Solid: the line and how sure it is. Dotted: where the part may be, one case in
        ten outside on either side. Arrow keys go from mark to mark.
      </template>
    </figcaption>
  </figure>
</template>

<style scoped>
.plot {
  margin: 0;
  min-width: 0;
}
svg {
  display: block;
  max-width: 100%;
  overflow: visible;
}
.notch {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.ruled {
  stroke: var(--rule);
  stroke-width: 1;
  stroke-dasharray: 1 5;
}
.mark {
  font: 500 0.875rem var(--mono);
  fill: var(--ink);
}
.unit-name {
  font: 600 0.875rem var(--head);
  letter-spacing: 0.03em;
  fill: var(--soft);
}
.hatch {
  stroke: var(--oxide);
  stroke-width: 2;
  opacity: 0.35;
}
.limit {
  stroke: var(--oxide);
  stroke-width: 2;
}
.dot {
  fill: var(--blueing);
}
.planning {
  stroke: none;
}
.sure {
  fill: var(--green);
  opacity: 0.22;
}
.fit {
  stroke: var(--green);
  stroke-width: 2.5;
}
.today {
  stroke: var(--blueing);
  stroke-width: 2;
  stroke-dasharray: 2 4;
}
.fitted {
  stroke: var(--ink);
  stroke-width: 1;
  stroke-dasharray: 7 3;
}
.ends line {
  stroke: var(--ink);
  stroke-width: 4;
}
.ends path {
  fill: var(--pen);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.point {
  outline: none;
  cursor: pointer;
}
.point circle,
.point rect {
  fill: var(--card);
  stroke: var(--ink);
  stroke-width: 2.5;
}
.point .touch {
  fill: transparent;
  stroke: none;
}
.point.old circle:not(.touch),
.point.old rect {
  stroke: var(--chalk);
}
.point .places {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.point.old .places {
  stroke: var(--chalk);
}
.point.at circle:not(.touch),
.point.at rect {
  fill: var(--pen);
}
.point:focus-visible .touch {
  stroke: var(--ink);
  stroke-width: 2;
  stroke-dasharray: 3 2;
}
figcaption {
  min-height: 2.8em;
  padding-top: 0.3rem;
  font-size: 0.9375rem;
  color: var(--soft);
}
@media print {
  .point.at circle:not(.touch),
  .point.at rect {
    fill: var(--card);
  }
}
</style>
