<script setup lang="ts">
import { computed } from 'vue'
import type { ShelfAnswer } from '@/api/client'
import { date, quantity } from '@/design/format'

/** One thing on the shelf: bottles drawn as they stand, pieces as a tally, with its minimum. */
type Item = ShelfAnswer['items'][number]
const props = defineProps<{ item: Item; today: string }>()
defineEmits<{ edit: []; move: [cause: 'bought' | 'taken' | 'counted'] }>()
const words = computed(
  () =>
    `${props.item.name}: ${quantity(props.item.left)} left` +
    (props.item.minimum.value > 0 ? `, minimum ${quantity(props.item.minimum)}` : '') +
    (props.item.low ? ', below it' : ''),
)
const pieces = computed(() => Math.min(12, Math.max(props.item.left.value, props.item.minimum.value)))
</script>

<template>
  <li :aria-label="words">
    <button type="button" class="name" @click="$emit('edit')">
      <b>{{ item.name }}</b>
      <span class="soft">{{
        [item.bikes.length ? item.bikes.join(', ') : 'any bike', item.place].filter(Boolean).join('; ')
      }}</span>
    </button>
    <span class="drawn" aria-hidden="true">
      <template v-if="item.kind === 'fluid'">
        <svg
          v-for="one in item.containers"
          :key="one.id"
          viewBox="0 0 26 44"
          :style="{ height: one.size.value > 2 ? '44px' : '34px' }"
        >
          <title>{{ quantity(one.left) }} of {{ quantity(one.size) }}, since {{ date(one.since, today) }}</title>
          <path d="M10 2h6v6l6 5v27q0 3-3 3H7q-3 0-3-3V13l6-5z" class="glass" />
          <rect x="5" :y="41.5 - 27 * one.share" width="16" :height="27 * one.share" class="oil" />
        </svg>
      </template>
      <svg v-else :viewBox="`0 0 ${pieces * 11 + 2} 22`" :style="{ width: `${pieces * 11 + 2}px`, height: '22px' }">
        <rect
          v-for="at in pieces"
          :key="at"
          :x="(at - 1) * 11 + 1.5"
          y="3"
          width="8"
          height="16"
          :class="at <= item.left.value ? 'there' : 'gap'"
        />
      </svg>
    </span>
    <span class="left">
      <span class="figure">{{ quantity(item.left) }}</span>
      <span v-if="item.low" class="low">under {{ quantity(item.minimum) }}</span>
      <span v-else-if="item.minimum.value > 0" class="soft">min {{ quantity(item.minimum) }}</span>
    </span>
    <span class="acts">
      <button type="button" @click="$emit('move', 'bought')">Bought</button>
      <button type="button" :disabled="item.left.value <= 0" @click="$emit('move', 'taken')">Taken</button>
      <button type="button" :disabled="item.kind === 'fluid' && !item.containers.length" @click="$emit('move', 'counted')">
        Count
      </button>
    </span>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 120px auto;
  gap: 0.4rem 1.1rem;
  align-items: center;
  padding: 0.45rem 1.1rem;
  border-bottom: 1px solid var(--rule);
}
.name {
  display: grid;
  text-align: left;
}
.name b {
  font: 700 1.125rem/1.25 var(--head);
  text-decoration: underline;
  text-decoration-color: var(--rule);
  text-underline-offset: 3px;
}
.name .soft {
  font-size: 0.9375rem;
}
.drawn {
  display: flex;
  gap: 3px;
  align-items: end;
  justify-content: end;
}
.glass {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.8;
}
.oil,
.there {
  fill: var(--steel);
}
.gap {
  fill: none;
  stroke: var(--oxide);
  stroke-width: 1.4;
  stroke-dasharray: 3 2;
}
.left {
  display: grid;
  justify-items: end;
}
.left .figure {
  font-size: 1.375rem;
}
.low {
  font: 600 0.9375rem/1.2 var(--head);
  color: var(--oxide);
}
.acts {
  display: flex;
  gap: 0.7rem;
}
.acts button {
  min-height: 40px;
  font: 600 1rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.acts button:disabled {
  opacity: 0.45;
  text-decoration: none;
}
@media (max-width: 720px) {
  li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .drawn {
    order: 3;
    justify-content: start;
  }
  .acts {
    order: 4;
    justify-content: end;
  }
}
</style>
