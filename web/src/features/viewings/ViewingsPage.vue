<script setup lang="ts">
import { computed } from 'vue'
import { useQuery } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'
import { number, quantity, roundMoney } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import ScoreBand from './ScoreBand.vue'
import ValueLine from './ValueLine.vue'
import { percent, verdictNames } from './viewingWords'

/** All viewings side by side, those still open first. */
const query = useQuery({
  queryKey: ['viewings'],
  queryFn: async () => {
    const all = await answer(api.GET('/api/viewings'))
    return [...all].reverse().sort((one, other) => Number(one.status !== 'open') - Number(other.status !== 'open'))
  },
})
const { data } = query
const valued = computed(
  () => data.value?.filter((one) => one.status === 'open' && (one.comparables.length || one.value.value != null)) ?? [],
)
const dearest = computed(
  () =>
    1.1 *
    Math.max(
      ...valued.value.flatMap((one) => [one.value.value ?? 0, one.asking ?? 0, ...one.comparables.map((other) => other.price)]),
    ),
)
const sold = { runner: 'runs', 'non-runner': 'does not run', project: 'a project' }
</script>

<template>
  <main class="page viewings">
    <header class="head">
      <h1>Viewings</h1>
      <span class="acts">
        <v-btn class="plate" variant="text" to="/viewings/prices">Price book</v-btn>
        <v-btn class="plate" variant="outlined" to="/viewings/practice">Practise first</v-btn>
        <v-btn class="plate pen" to="/viewings/new">A bike to look at</v-btn>
      </span>
    </header>
    <LoadState :query="query" what="The list of viewings" />
    <section v-if="data && !data.length" class="cabinet none">
      <p>
        Before you drive out to look at a bike, put in its advert. You get the questions to ask, what to bring, and the walk round
        it in ten stages, which ends in what to offer.
      </p>
    </section>
    <div v-if="data?.length" class="scroll" tabindex="0" role="region" aria-label="Viewings side by side">
      <table>
        <thead>
          <tr>
            <th scope="col">Bike</th>
            <th scope="col">Condition, with its range</th>
            <th scope="col" class="n">Seen</th>
            <th scope="col" class="n">Trust</th>
            <th scope="col" class="n">To put right</th>
            <th scope="col" class="n">Worth when sound</th>
            <th scope="col" class="n">Asked</th>
            <th scope="col" class="n">Walk away above</th>
            <th scope="col">Verdict</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in data" :key="one.id" :class="{ over: one.status !== 'open' }">
            <th scope="row">
              <RouterLink :to="`/viewings/${one.id}`">{{ one.name }}</RouterLink>
              <span class="soft"
                >{{ one.make }} {{ one.model }}, {{ one.year }}, {{ sold[one.soldAs]
                }}<template v-if="one.meter">, {{ quantity(one.meter) }}</template></span
              >
            </th>
            <td class="cond">
              <span class="figure">{{ one.score.condition == null ? '–' : number(one.score.condition, 0) }}</span>
              <ScoreBand :score="one.score" />
            </td>
            <td class="n figure">{{ percent(one.score.coverage) }}</td>
            <td class="n figure">{{ percent(one.trust) }}</td>
            <td class="n">
              <span class="figure">{{ roundMoney(one.c50, one.currency) }}</span>
              <span class="soft">to {{ roundMoney(one.c90, one.currency) }}</span>
            </td>
            <td class="n">
              <span class="figure">{{ one.value.value == null ? '–' : roundMoney(one.value.value, one.currency) }}</span>
              <span v-if="one.value.source === 'comparables'" class="soft"
                >± {{ roundMoney(one.value.spread ?? 0, one.currency) }}</span
              >
            </td>
            <td class="n figure">{{ one.asking == null ? '–' : roundMoney(one.asking, one.currency) }}</td>
            <td class="n figure">{{ one.offers ? roundMoney(one.offers.walkAway, one.currency) : '–' }}</td>
            <td>
              <b>{{
                one.status === 'bought' ? 'Bought' : one.status === 'not-bought' ? 'Not bought' : verdictNames[one.verdict]
              }}</b>
              <span class="soft">{{ one.ended ?? one.wanted.join(', ') }}</span>
              <RouterLink class="money" :to="`/viewings/${one.id}/money`">the money</RouterLink>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <section v-if="valued.length" class="lines" aria-label="What bikes like them ask">
      <figure v-for="one in valued" :key="one.id" class="cabinet">
        <figcaption>
          <b>{{ one.name }}</b>
          <span class="soft">{{
            one.comparables.length ? `beside ${one.comparables.length} like it` : 'worth as you stated it'
          }}</span>
        </figcaption>
        <ValueLine
          :value="one.value"
          :comparables="one.comparables"
          :year="one.year"
          :asking="one.asking"
          :currency="one.currency"
          :up-to="dearest"
        />
      </figure>
    </section>
    <p v-if="valued.length" class="soft key">
      Dots are what bikes like it ask, with the line through them. The cross is what this one asks, the stroke what it would be
      worth if it were sound. All share one scale of money.
    </p>
  </main>
</template>

<style scoped>
.viewings {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  gap: 1rem;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.6rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
}
h1 {
  font-size: 2.75rem;
}
.none {
  max-width: 640px;
  padding: 1.1rem;
}
.scroll {
  overflow-x: auto;
  border: 1px solid var(--rule);
  border-top: 3px solid var(--ink);
  background: var(--card);
}
table {
  width: 100%;
  min-width: 900px;
  border-collapse: collapse;
}
th,
td {
  padding: 0.6rem 0.9rem;
  border-bottom: 1px solid var(--rule);
  text-align: left;
  vertical-align: top;
}
thead th {
  font: 600 0.8125rem/1.2 var(--head);
  letter-spacing: 0.06em;
  text-transform: uppercase;
  color: var(--soft);
}
tbody th {
  min-width: 190px;
  font-weight: 400;
}
tbody th a {
  display: block;
  font: 700 1.25rem/1.2 var(--head);
}
td > .soft,
th > .soft {
  display: block;
  font-size: 0.9375rem;
}
.n {
  text-align: right;
  white-space: nowrap;
}
.figure {
  font-size: 1.125rem;
}
.cond {
  min-width: 150px;
}
.over {
  color: var(--soft);
  background: var(--enamel);
}
.lines {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(320px, 100%), 1fr));
  gap: 1rem;
}
figure {
  margin: 0;
  padding: 0.7rem 0.9rem 0.5rem;
}
figcaption {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 1rem;
}
figcaption b {
  font: 700 1.1875rem/1.2 var(--head);
}
.money {
  font: 600 1rem/1.2 var(--head);
}
</style>
