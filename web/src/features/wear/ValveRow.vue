<script setup lang="ts">
import { computed } from 'vue'
import type { ShimPlan, ValveAnswer } from '@/api/client'
import { number } from '@/design/format'
import { clearanceWords, valveColumns, valveWords, type ValveTyped } from './valveWords'

/** One valve of the grid: what is typed of it, and what the plan says of that. */
const typed = defineModel<ValveTyped>({ required: true })
const props = defineProps<{
  valve: ValveAnswer
  columns: typeof valveColumns
  line?: ShimPlan['lines'][number]
  unit: 'mm' | 'thou'
  today: string
  wrong: (field: keyof ValveTyped) => string | undefined
}>()
const verdicts: Record<string, string> = {
  right: 'right',
  tight: 'tight',
  wide: 'wide',
  closed: 'no gap at all',
  'no-range': 'no limits entered',
  'not-measured': '',
}
const screws = computed(() => !props.columns.some((column) => column.shims))
const from = computed(() =>
  props.line?.where === 'buy' ? 'to buy' : props.line?.where === 'shelf' ? 'from the shelf' : `out of ${props.line?.from}`,
)
const off = computed(() => ['tight', 'wide', 'closed'].includes(props.line?.verdict ?? ''))
</script>

<template>
  <div class="row" :class="[line?.verdict, { screws }]">
    <span class="name">{{ valve.side === 'intake' ? 'Intake' : 'Exhaust' }} {{ valve.number }}</span>
    <label v-for="column in columns" :key="column.field">
      <span class="small">{{ column.head }}</span>
      <input
        v-model="typed[column.field]"
        inputmode="decimal"
        autocomplete="off"
        :aria-label="`${valve.name}, ${column.spoken}`"
        :aria-invalid="!!wrong(column.field)"
      />
    </label>
    <span class="verdict">
      <template v-if="line">
        <b>{{ verdicts[line.verdict] }}</b>
        <template v-if="line.put != null">
          put in <b class="figure">{{ number(line.put, 3, 2) }}</b>, {{ from }}; leaves {{ clearanceWords(line.left!, unit) }}
        </template>
        <template v-if="line.why"> {{ line.why }}</template>
        <template v-if="screws && off"> set it to the middle, and measure again with the locknut tight</template>
      </template>
      <span v-else class="soft">{{ valveWords(valve, today) }}</span>
      <template v-for="column in valveColumns" :key="column.field">
        <span v-if="wrong(column.field)" class="refusal said">{{ wrong(column.field) }}</span>
      </template>
    </span>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 110px repeat(4, 96px) minmax(0, 1fr);
  gap: 0.2rem 0.8rem;
  align-items: center;
  padding: 0.4rem 1.1rem;
  border-top: 1px solid var(--rule);
}
.row.screws {
  grid-template-columns: 110px repeat(2, 110px) minmax(0, 1fr);
}
.name {
  font: 700 1.1875rem/1.1 var(--head);
}
input {
  width: 100%;
  min-height: 44px;
  padding: 0 0.5rem;
  border: 0;
  border-bottom: 2px solid var(--steel);
  background: transparent;
  color: var(--ink);
  font: 500 1.1875rem var(--mono);
}
input:focus {
  outline: 2px solid var(--ink);
}
input[aria-invalid='true'] {
  border-color: var(--oxide);
}
.small {
  display: none;
  font: 600 0.875rem/1 var(--head);
  color: var(--soft);
}
.row.tight,
.row.wide,
.row.closed {
  box-shadow: inset 6px 0 0 var(--oxide);
}
.row.right {
  box-shadow: inset 6px 0 0 var(--green);
}
.said {
  display: block;
  width: fit-content;
  margin-top: 0.2rem;
}
@media (max-width: 820px) {
  .row {
    grid-template-columns: repeat(4, minmax(0, 1fr));
    align-items: end;
  }
  .row.screws {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .name,
  .verdict {
    grid-column: 1 / -1;
  }
  .small {
    display: block;
  }
}
@media print {
  input {
    border-bottom: 1px solid #000;
  }
}
</style>
