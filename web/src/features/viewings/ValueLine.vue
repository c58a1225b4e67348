<script setup lang="ts">
import { computed } from 'vue'
import type { ViewingSummary } from '@/api/client'
import { roundMoney } from '@/design/format'

/** Asking prices of bikes like it by year, the line through them, what this one asks, and what it would be worth if it were sound. */
const props = defineProps<{
  value: ViewingSummary['value']
  comparables: ViewingSummary['comparables']
  year: number
  asking?: number | null
  currency: string
  /** The same height for several beside each other; by default the dearest of its own. */
  upTo?: number
}>()

const plot = computed(() => {
  const { value, comparables, year } = props
  const prices = [...comparables.map((one) => one.price), value.value, props.asking].filter((one) => one != null)
  if (!prices.length) return null
  const years = [...comparables.map((one) => one.year), year]
  const [from, to] = [Math.min(...years) - 0.5, Math.max(...years) + 0.5]
  const top = props.upTo ?? Math.max(...prices) * 1.1
  const x = (at: number) => 44 + ((at - from) / (to - from)) * 266
  const y = (price: number) => 112 - (price / top) * 100
  const onLine = (at: number) => (value.value ?? 0) - value.lift + (value.perYear ?? 0) * (at - year)
  return {
    dots: comparables.map((one) => ({ id: one.id, x: x(one.year), y: y(one.price) })),
    line: value.source === 'comparables' ? `M${x(from)} ${y(onLine(from))}L${x(to)} ${y(onLine(to))}` : null,
    own: value.value == null ? null : { x: x(year), y: y(value.value) },
    asked: props.asking == null ? null : { x: x(year), y: y(props.asking) },
    years: [...new Set([Math.min(...years), Math.max(...years)])].map((tick) => ({ tick, x: x(tick) })),
    prices: [0.5, 1].map((part) => ({ words: roundMoney((top / 1.1) * part, props.currency), y: y((top / 1.1) * part) })),
  }
})
const words = computed(
  () =>
    `${props.comparables.length} bikes like it by year and price` +
    (props.asking == null ? '' : `; this one asks ${roundMoney(props.asking, props.currency)}`) +
    (props.value.value == null ? '' : ` and would be worth ${roundMoney(props.value.value, props.currency)} if it were sound`),
)
</script>

<template>
  <svg v-if="plot" viewBox="0 0 320 132" role="img" :aria-label="words">
    <path d="M44 112h266M44 8v104" class="axis" />
    <g v-for="tick in plot.prices" :key="tick.y">
      <path :d="`M44 ${tick.y}h266`" class="tick-line" />
      <text x="40" :y="tick.y + 4" class="tick price">{{ tick.words }}</text>
    </g>
    <path v-if="plot.line" :d="plot.line" class="line" />
    <circle v-for="dot in plot.dots" :key="dot.id" :cx="dot.x" :cy="dot.y" r="4" class="dot" />
    <path v-if="plot.asked" :d="`M${plot.asked.x - 8} ${plot.asked.y}h16M${plot.asked.x} ${plot.asked.y - 6}v12`" class="asked" />
    <path v-if="plot.own" :d="`M${plot.own.x - 7} ${plot.own.y + 5}l14-10`" class="own" />
    <text v-for="one in plot.years" :key="one.tick" :x="one.x" y="127" class="tick">{{ one.tick }}</text>
  </svg>
</template>

<style scoped>
.axis {
  fill: none;
  stroke: var(--rule);
  stroke-width: 1.5;
}
.tick-line {
  stroke: var(--rule);
  stroke-dasharray: 2 4;
}
.line {
  stroke: var(--blueing);
  stroke-width: 2;
}
.dot {
  fill: var(--steel);
}
.asked {
  stroke: var(--oxide);
  stroke-width: 2.5;
}
.own {
  stroke: var(--ink);
  stroke-width: 5;
}
.tick {
  fill: var(--soft);
  font: 500 11px var(--body);
  text-anchor: middle;
}
.price {
  text-anchor: end;
}
</style>
