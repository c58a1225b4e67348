<script setup lang="ts">
import type { NextAnswer } from '@/api/client'
import SheetFrame from '@/design/SheetFrame.vue'
import { roundMoney } from '@/design/format'
import { lookTime, percent, stageNames } from './viewingWords'

/** What should I still look at? Ranked by how far a look would move the price, for each minute it takes. */
const open = defineModel<boolean>({ required: true })
defineProps<{ looks: NextAnswer[]; currency: string }>()
defineEmits<{ go: [point: string] }>()
const few = 8
</script>

<template>
  <SheetFrame v-model="open" title="What tells most for its minutes">
    <p v-if="!looks.length" class="soft">Nothing is left to look at.</p>
    <ol>
      <li v-for="look in looks.slice(0, few)" :key="look.point">
        <button type="button" @click="$emit('go', look.point)">
          <b>{{ look.title }}</b>
          <span class="figure">{{ roundMoney(look.perMinute, currency) }}<span class="unit">a minute</span></span>
          <span class="soft"
            >{{ stageNames[look.stage].toLowerCase() }}, {{ lookTime(look.minutes) }}; {{ percent(look.chanceOfFault) }} chance of
            a fault, and the price would move by {{ roundMoney(look.change, currency)
            }}<template v-if="look.knockOut">; a knock-out</template></span
          >
        </button>
      </li>
    </ol>

    <template #acts><v-btn class="plate" variant="text" @click="open = false">Back to the walk</v-btn></template>
  </SheetFrame>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li + li {
  border-top: 1px solid var(--rule);
}
button {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.1rem 1rem;
  width: 100%;
  padding: 0.5rem 0;
  text-align: left;
}
b {
  font: 700 1.125rem/1.2 var(--head);
}
.soft {
  grid-column: 1 / -1;
}
</style>
