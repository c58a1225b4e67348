<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, api, type WearLine } from '@/api/client'
import { date, days, money, quantity } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { partNames } from '../servicing/partNames'
import MeasureDialog from './MeasureDialog.vue'
import WearPlot from './WearPlot.vue'
import WearStick from './WearStick.vue'
import WearTitle from './WearTitle.vue'
import { leftWords, readingWords, whereTo } from './wearWords'

/** What wears on a bike: what ends next, with its plot, and every part that can be measured. */
const props = defineProps<{ bike: string }>()
const query = useQuery({
  queryKey: ['wear', () => props.bike],
  queryFn: () => answer(api.GET('/api/bikes/{bike}/wear', { params: { path: { bike: props.bike } } })),
})
const { data } = query
const measuring = ref<WearLine | null>(null)
const parts = computed(() =>
  (Object.keys(partNames) as WearLine['part'][])
    .map((part) => ({
      part,
      // What was measured stands first.
      lines: (data.value?.series ?? [])
        .filter((one) => one.part === part)
        .sort((one, other) => Number(other.trust !== 'nothing') - Number(one.trust !== 'nothing')),
    }))
    .filter((group) => group.lines.length),
)
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The wear of this bike" />
    <template v-if="data">
      <WearTitle :bike="bike" :nickname="data.nickname" title="Wear" />
      <div class="columns">
        <div class="main">
          <section v-if="data.next.length" class="cabinet next" aria-labelledby="wear-next">
            <header>
              <h2 id="wear-next">Wears out next</h2>
              <span class="label">likely, and one case in ten either side</span>
            </header>
            <ol>
              <li v-for="one in data.next" :key="one.state.id">
                <RouterLink :to="`/bikes/${bike}/wear/${one.state.id}`">
                  <span class="words">
                    <b class="name">{{ one.state.title }}</b>
                    <span class="left">{{ leftWords(one.state) }}</span>
                    <span class="soft">{{ whereTo(one.state, data.today) }}</span>
                  </span>
                  <WearPlot :series="one" small />
                </RouterLink>
              </li>
            </ol>
          </section>
          <section v-else class="cabinet none">
            <p>
              Nothing here has two readings yet. One says what it is; a second, some rides on, says where it goes, and puts its
              end into the plan.
            </p>
          </section>
          <section v-for="group in parts" :key="group.part" class="cabinet" :aria-labelledby="`wear-${group.part}`">
            <header>
              <h2 :id="`wear-${group.part}`">{{ partNames[group.part] }}</h2>
              <span class="label">left of its life</span>
            </header>
            <ul>
              <li v-for="one in group.lines" :key="one.id" class="line" :class="{ done: one.trust === 'past-limit' }">
                <RouterLink class="name" :to="`/bikes/${bike}/wear/${one.id}`">{{ one.title }}</RouterLink>
                <span class="reading">
                  <template v-if="one.latest"
                    ><b :class="{ figure: one.latest.value && !one.latest.look }">{{ readingWords(one.latest) }}</b>
                    <span class="soft">{{ date(one.latest.date, data.today) }}</span></template
                  >
                </span>
                <WearStick
                  v-if="one.trust !== 'setting'"
                  class="stick"
                  :share="one.share ?? null"
                  :sentence="`${one.title}: ${whereTo(one, data.today)}`"
                />
                <span class="soft where"
                  >{{ whereTo(one, data.today)
                  }}<template v-if="one.limit && one.trust !== 'setting' && one.limit.unit !== 'grade'"
                    >; end at {{ quantity(one.limit) }}</template
                  ></span
                >
                <v-btn class="plate small measure" variant="outlined" @click="measuring = one">{{
                  one.asked.unit ? 'Measure' : 'Look'
                }}</v-btn>
              </li>
            </ul>
          </section>
        </div>
        <aside class="side">
          <section v-if="data.valves" class="cabinet link">
            <RouterLink :to="`/bikes/${bike}/valves`">
              <h2>Valve check</h2>
              <p v-if="data.valves.measured">
                {{ data.valves.measured }} of {{ data.valves.valves }} measured<template v-if="data.valves.lastChecked"
                  >, last {{ date(data.valves.lastChecked, data.today) }}</template
                >.
                <b v-if="data.valves.outside" class="grave">{{ data.valves.outside }} outside.</b>
                <template v-if="data.valves.closing"> {{ data.valves.closing }} closing up.</template>
                <template v-if="data.valves.likelyDue"> The first likely {{ date(data.valves.likelyDue, data.today) }}.</template>
              </p>
              <p v-else>None of its {{ data.valves.valves }} valves was ever measured in this book.</p>
            </RouterLink>
          </section>
          <section class="cabinet link">
            <RouterLink :to="`/bikes/${bike}/trips`">
              <h2>Will it last?</h2>
              <p>A trip, a race, a rally: what to do before, check on the way, and take along.</p>
            </RouterLink>
          </section>
          <section v-if="data.lasted.length" class="cabinet lasted" aria-labelledby="lasted-title">
            <header><h2 id="lasted-title">How long parts lasted</h2></header>
            <ul>
              <li v-for="one in data.lasted" :key="one.series">
                <RouterLink :to="`/bikes/${bike}/wear/${one.series}`">{{ one.title }}</RouterLink>
                <span v-for="(life, at) in one.lives" :key="at">
                  {{ life.length ? quantity(life.length) : days(life.days ?? 0)
                  }}<template v-if="life.costPer">, {{ money(life.costPer, data.currency) }} for {{ life.costPerUnit }}</template>
                  <i v-if="life.blamedOn" class="soft blame">{{ life.blamedOn }}</i>
                </span>
              </li>
            </ul>
          </section>
          <section class="cabinet how">
            <h2>How it is worked out</h2>
            <p>
              A line through the readings of the part that is on the bike, by its meter. How far they scatter, and how uneven such
              wear can be, says how sure the end is. With how you ride it becomes a date. One reading foretells nothing, and a
              claim is no reading.
            </p>
          </section>
        </aside>
      </div>
      <MeasureDialog v-model="measuring" :bike="bike" :today="data.today" />
    </template>
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 1.25rem;
  align-items: start;
  margin-top: 0.8rem;
}
.main,
.side {
  display: grid;
  gap: 1.1rem;
  min-width: 0;
}
ol,
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.next ol {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
}
.next li {
  min-width: 0;
  border-right: 1px solid var(--rule);
}
.next li:last-child {
  border-right: 0;
}
.next a {
  display: grid;
  gap: 0.5rem;
  height: 100%;
  align-content: space-between;
  padding: 0.8rem 1.1rem 0.9rem;
  text-decoration: none;
}
.words {
  display: grid;
}
.name {
  font: 700 1.1875rem/1.15 var(--head);
}
.left {
  font: 700 1.625rem/1.1 var(--head);
}
.line {
  display: grid;
  grid-template-columns: minmax(130px, 1.1fr) minmax(120px, 1fr) minmax(90px, 150px) auto;
  grid-template-areas: 'name reading stick act' 'where where where act';
  align-items: center;
  gap: 0.1rem 1rem;
  padding: 0.55rem 1.1rem;
  border-top: 1px solid var(--rule);
}
.line:first-child {
  border-top: 0;
}
.line .name {
  grid-area: name;
}
.reading {
  grid-area: reading;
}
.reading .soft {
  margin-left: 0.4rem;
  font-size: 0.9375rem;
}
.stick {
  grid-area: stick;
}
.where {
  grid-area: where;
  font-size: 0.9375rem;
}
.measure {
  grid-area: act;
  min-width: 92px;
  height: 44px;
}
.done .where {
  color: var(--oxide);
  font-weight: 600;
}
.lasted li {
  display: grid;
  padding: 0.5rem 1.1rem;
  border-top: 1px solid var(--rule);
}
.lasted li:first-child {
  border-top: 0;
}
.blame {
  display: block;
}
.none,
.how {
  padding: 1rem 1.1rem;
}
.how h2,
.link h2 {
  margin-bottom: 0.3rem;
  font-size: 1.375rem;
}
.link a {
  display: block;
  padding: 0.8rem 1.1rem 0.9rem;
  text-decoration: none;
}
.link h2 {
  text-decoration: underline;
  text-underline-offset: 4px;
}
.grave {
  color: var(--oxide);
}
@media (max-width: 1020px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 600px) {
  .line {
    grid-template-columns: minmax(0, 1fr) auto;
    grid-template-areas: 'name act' 'reading act' 'stick stick' 'where where';
  }
  .next li {
    border-right: 0;
    border-bottom: 1px solid var(--rule);
  }
}
</style>
