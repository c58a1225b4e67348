<script setup lang="ts">
import { computed } from 'vue'
import type { ViewingAnswer } from '@/api/client'
import { roundMoney } from '@/design/format'
import { percent } from './viewingWords'

/** What it takes to put right: the levels on one scale, parts and own hours, and which faults drive it. */
const props = defineProps<{ viewing: ViewingAnswer }>()
const cost = computed(() => props.viewing.cost)
const most = computed(() => Math.max(1, cost.value.c90 * 1.08))
const longest = computed(() => Math.max(1, ...cost.value.drivers.map((driver) => driver.expected)))
const money = (amount: number) => roundMoney(amount, props.viewing.currency)
const at = (amount: number) => (amount / most.value) * 300
const care = computed(() => {
  const shift = cost.value.care
  if (shift > 0.4) return 'What was found says that it was kept worse than most, so more is allowed for what was not seen.'
  if (shift < -0.4) return 'What was found says that it was kept better than most, so less is allowed for what was not seen.'
  return 'What was found says that it was kept like most.'
})
</script>

<template>
  <section class="cabinet" aria-labelledby="cost-title">
    <header>
      <h2 id="cost-title">To put it right</h2>
      <span class="label">parts {{ money(cost.parts) }}, own hours {{ money(cost.hours) }}</span>
    </header>
    <div class="inside">
      <svg
        viewBox="0 14 320 30"
        role="img"
        :aria-label="`Half the time at most ${money(cost.c50)}, nine times in ten at most ${money(cost.c90)}`"
      >
        <path d="M8 30h304" class="rule" />
        <rect :x="8 + at(cost.c10)" y="26" :width="Math.max(1, at(cost.c90) - at(cost.c10))" height="8" class="wide" />
        <rect :x="8 + at(cost.c50)" y="26" :width="Math.max(1, at(cost.c75) - at(cost.c50))" height="8" class="tight" />
        <path :d="`M${8 + at(cost.c50)} 20v20`" class="mark" />
      </svg>
      <dl class="levels">
        <div
          v-for="[name, amount] in [
            ['1 in 10 under', cost.c10],
            ['Half under', cost.c50],
            ['3 in 4 under', cost.c75],
            ['9 in 10 under', cost.c90],
          ] as [string, number][]"
          :key="name"
        >
          <dt class="label">{{ name }}</dt>
          <dd class="figure">{{ money(amount) }}</dd>
        </div>
      </dl>
      <p class="soft">{{ care }}</p>
      <h3 class="label">What drives it</h3>
      <ol>
        <li v-for="driver in cost.drivers" :key="driver.point">
          <RouterLink :to="{ path: `/viewings/${viewing.id}`, query: { point: driver.point } }">{{ driver.title }}</RouterLink>
          <span class="figure">{{ money(driver.expected) }}</span>
          <span class="bar" :class="{ seen: driver.seen }" :style="{ width: percent(driver.expected / longest) }" />
          <span class="soft">{{
            driver.seen
              ? `found, ${percent(driver.chance)} sure`
              : `not looked at, ${percent(driver.chance)} likely; on bikes of its age and use ${percent(driver.usual)}`
          }}</span>
        </li>
      </ol>
      <p v-if="!cost.drivers.length" class="soft">Nothing that costs anything.</p>
      <details>
        <summary>How this is worked out</summary>
        <p>
          Each fault is there or not: by how common it is at this age and use, by the seller's trust, by how the bike was kept as
          far as what you found tells, and by the look itself, which misses one in ten. What is there costs from, likely and up to
          what
          <RouterLink to="/viewings/prices">the price book</RouterLink> says, a part once however many points it fails. All of
          them are added up together, not one by one, and all prices may be off by 15% at once. The mean is
          {{ money(cost.mean) }}.
        </p>
      </details>
    </div>
  </section>
</template>

<style scoped>
.inside {
  display: grid;
  gap: 0.6rem;
  padding: 0.6rem 1.1rem 1rem;
}
.rule {
  stroke: var(--rule);
  stroke-width: 2;
}
.wide {
  fill: var(--chalk);
}
.tight {
  fill: var(--steel);
}
.mark {
  stroke: var(--ink);
  stroke-width: 3;
}
.levels {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(84px, 1fr));
  gap: 0.5rem;
  margin: 0;
}
dd {
  margin: 0;
  font-size: 1.25rem;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 1rem;
  padding: 0.3rem 0;
}
.bar {
  grid-column: 1 / -1;
  height: 5px;
  background: repeating-linear-gradient(-45deg, var(--steel) 0 3px, transparent 3px 6px);
}
.bar.seen {
  background: var(--oxide);
}
summary {
  cursor: pointer;
  font: 600 1rem/1.4 var(--head);
}
li .soft {
  grid-column: 1 / -1;
  font-size: 0.9375rem;
}
</style>
