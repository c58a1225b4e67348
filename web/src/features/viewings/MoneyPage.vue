<script setup lang="ts">
import { computed } from 'vue'
import { number, quantity, roundMoney } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import ClaimsCabinet from './ClaimsCabinet.vue'
import ComparablesCabinet from './ComparablesCabinet.vue'
import CostCabinet from './CostCabinet.vue'
import EndCabinet from './EndCabinet.vue'
import ScoreBand from './ScoreBand.vue'
import WorkshopCabinet from './WorkshopCabinet.vue'
import { useTaps, useViewing } from './useViewing'
import { percent, reasonWords, scoreWords, verdictNames, zoneNames } from './viewingWords'

/** What it is worth: verdict and reasons, condition by zone, trust and how it came about, cost, value, offers. */
const props = defineProps<{ viewing: string }>()
const query = useViewing(() => props.viewing)
const { data } = query
const { tap, refusal } = useTaps(() => props.viewing)
const closed = computed(() => data.value?.status !== 'open')
const money = (amount: number) => roundMoney(amount, data.value?.currency ?? 'EUR')
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The viewing" />
    <div v-if="data" class="money">
      <header class="title">
        <div>
          <p class="label">
            {{ data.details.make }} {{ data.details.model }}, {{ data.details.year
            }}<template v-if="data.meter">, {{ quantity(data.meter) }}</template
            ><template v-if="data.stood"
              >, last ran
              {{ data.stood.least === data.stood.most ? data.stood.most : `${data.stood.least} to ${data.stood.most}` }} years
              ago</template
            >
          </p>
          <h1>{{ data.details.name }}</h1>
        </div>
        <nav class="ways no-print" aria-label="This viewing">
          <RouterLink :to="`/viewings/${viewing}`">Walk round it</RouterLink>
          <RouterLink :to="`/viewings/${viewing}/papers`">To take along</RouterLink>
          <RouterLink :to="`/viewings/${viewing}/details`">The advert</RouterLink>
        </nav>
      </header>
      <section class="verdict" :class="data.verdict" aria-labelledby="verdict">
        <h2 id="verdict">{{ verdictNames[data.verdict] }}</h2>
        <ul>
          <li v-for="reason in data.reasons" :key="reason.kind + reason.found">{{ reasonWords(reason, data.currency) }}</li>
          <li v-for="warning in data.warnings" :key="warning.field">The frame number {{ warning.words }}.</li>
        </ul>
      </section>
      <section v-if="data.offers" class="offers" aria-label="Offers">
        <div>
          <p class="label">Open at</p>
          <p class="figure big">{{ money(data.offers.opening) }}</p>
          <p class="soft">nine times in ten it costs no more to put right</p>
        </div>
        <div>
          <p class="label">Aim for</p>
          <p class="figure big">{{ money(data.offers.target) }}</p>
          <p class="soft">three times in four</p>
        </div>
        <div>
          <p class="label">Walk away above</p>
          <p class="figure big">{{ money(data.offers.walkAway) }}</p>
          <p class="soft">the middling case, or the mean if that is more</p>
        </div>
        <details>
          <summary>How this is worked out</summary>
          <p v-if="data.verdict === 'not-seen-enough'">
            <b>These rest on little.</b> What was not looked at is taken to be as it is on bikes of this age and with a seller of
            this trust: look at more before you name a sum.
          </p>
          <p>
            Worth {{ money(data.value.value ?? 0) }} when sound, less {{ money(data.cost.c90) }}, {{ money(data.cost.c75) }} or
            {{ money(Math.max(data.cost.c50, data.cost.mean)) }} to put right<template v-if="data.papers"
              >, less {{ money(data.papers) }} for the missing title</template
            ><template v-if="data.credits.length">, plus what comes with it</template>. None above the asking price, none below
            nothing.
          </p>
        </details>
      </section>
      <section v-else-if="data.knockedOut" class="no-sum" aria-label="Offers">
        <p><b>There is no sum at which to buy it.</b> What was found decides, whatever it would cost to put right.</p>
      </section>
      <div class="two">
        <div class="stack">
          <CostCabinet :viewing="data" />
          <WorkshopCabinet v-if="!closed && !data.knockedOut" :viewing="data" />
        </div>
        <div class="stack">
          <section class="cabinet" aria-labelledby="cond">
            <header>
              <h2 id="cond">Condition</h2>
              <span class="label">{{ scoreWords(data.score) }}</span>
            </header>
            <ul class="zones">
              <li v-for="zone in data.zones" :key="zone.zone">
                <span>{{ zoneNames[zone.zone] }}</span>
                <ScoreBand :score="zone.score" />
                <span class="figure">{{ zone.score.condition == null ? '–' : number(zone.score.condition, 0) }}</span>
                <span class="soft">{{ zone.checked }} of {{ zone.points }}</span>
              </li>
            </ul>
            <details v-if="data.score.condition != null" class="working">
              <summary>How this is worked out</summary>
              <p>
                Each point has a weight by what hangs on it: 1 cosmetic, 2 a wearing part, 4 costly, 8 dangerous or engine. Of
                {{ number(data.score.weight, 0) }} that apply, {{ number(data.score.looked, 0) }} were looked at ({{
                  percent(data.score.coverage)
                }}), and {{ number(data.score.lost, 1) }} of those are lost to wear: 100 × (1 − {{ number(data.score.lost, 1) }} /
                {{ number(data.score.looked, 0) }}) = {{ number(data.score.condition, 0) }}. Were all the rest failed, it would be
                {{ number(data.score.low, 0) }}; were all the rest sound, {{ number(data.score.high, 0) }}.
              </p>
            </details>
          </section>
          <ClaimsCabinet :viewing="data" :closed="closed" :refusal="refusal" @tap="tap" />
          <ComparablesCabinet :viewing="data" :closed="closed" :refusal="refusal" :tap="tap" />
          <EndCabinet :viewing="data" />
        </div>
      </div>
      <p class="foot soft no-print">
        {{ percent(data.score.coverage) }} seen. Nothing here certifies a bike: have a qualified mechanic look at brakes, frame
        and anything you are unsure of.
      </p>
    </div>
  </main>
</template>

<style scoped>
.money {
  display: grid;
  gap: 1.1rem;
}
.title {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  justify-content: space-between;
  gap: 0.6rem 2rem;
}
h1 {
  font-size: 2.75rem;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.3rem;
  font: 600 1.0625rem/1.4 var(--head);
}
.verdict {
  padding: 0.8rem 1.1rem;
  border-left: 10px solid var(--steel);
  background: var(--card);
}
.verdict h2 {
  font-size: 2rem;
}
.verdict ul {
  margin: 0.2rem 0 0;
  padding: 0 0 0 1.1rem;
}
.walk-away,
.only-as-parts {
  border-color: var(--oxide);
}
.walk-away h2,
.only-as-parts h2 {
  color: var(--oxide);
}
.fair-as-asked,
.bargain-if-the-rest-holds {
  border-color: var(--pen);
}
.offers {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  border: 2px solid var(--ink);
  background: var(--card);
}
.no-sum {
  padding: 0.8rem 1.1rem;
  border: 2px solid var(--ink);
  background: var(--card);
}
.no-sum p {
  margin: 0;
}
.offers > div {
  padding: 0.6rem 1.1rem;
}
.offers > div + div {
  border-left: 1px solid var(--rule);
}
.offers details {
  grid-column: 1 / -1;
  padding: 0.5rem 1.1rem;
  border-top: 1px solid var(--rule);
}
summary {
  cursor: pointer;
  font: 600 1rem/1.4 var(--head);
}
.big {
  font-size: 2.25rem;
  line-height: 1.1;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 1.1rem;
  align-items: start;
}
.stack {
  display: grid;
  gap: 1.1rem;
  min-width: 0;
}
.zones {
  margin: 0;
  padding: 0.4rem 1.1rem 0.8rem;
  list-style: none;
}
.working {
  padding: 0 1.1rem 0.9rem;
}
.zones li {
  display: grid;
  grid-template-columns: minmax(110px, 1.2fr) 2fr 2.6rem 4.4rem;
  align-items: center;
  gap: 0.7rem;
  padding: 0.15rem 0;
}
.zones .figure,
.zones .soft {
  text-align: right;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 620px) {
  .offers {
    grid-template-columns: 1fr;
  }
  .offers > div + div {
    border-top: 1px solid var(--rule);
    border-left: 0;
  }
  .zones li {
    grid-template-columns: minmax(100px, 1.2fr) 1.4fr 2.2rem 3.8rem;
    gap: 0.4rem;
  }
}
</style>
