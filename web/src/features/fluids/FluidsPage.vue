<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, api, type FluidsAnswer } from '@/api/client'
import { date, number, plainWords, quantity } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import EntryLine from '../ledger/EntryLine.vue'
import FuelDialog from '../fuel/FuelDialog.vue'
import LevelDialog from './LevelDialog.vue'
import StatusStrip from './StatusStrip.vue'

/** Everything wet on one bike: how far each reservoir has come, what is in it, what it uses, and what the weeks ahead ask of the oil. */
type Page = FluidsAnswer['reservoirs'][number]
const props = defineProps<{ bike: string }>()
const queries = useQueryClient()
const query = useQuery({
  queryKey: ['fluids', () => props.bike],
  queryFn: () => answer(api.GET('/api/bikes/{bike}/fluids', { params: { path: { bike: props.bike } } })),
})
const { data } = query
const reading = ref<Page | null>(null)
const fuelling = ref(false)
const names: Partial<Record<Page['id'], string>> = {
  engine: 'Engine oil',
  gearbox: 'Gearbox oil',
  primary: 'Primary oil',
  'two-stroke-oil': 'Two-stroke oil',
  'front-brake': 'Front brake fluid',
  'rear-brake': 'Rear brake fluid',
  clutch: 'Clutch fluid',
  'fork-legs': 'Fork oil',
  'shaft-drive': 'Shaft drive oil',
  'front-drive': 'Front drive oil',
}
const nameOf = (id: Page['id']) => names[id] ?? plainWords(id)
const verdicts = {
  'not-known': 'Not known: it takes two readings at the upper mark, with a way between them.',
  ordinary: 'Ordinary',
  rising: 'Rising: three spells in a row, each more than the last. Look for the reason now.',
  'too-much': 'Too much: look at the level every few hundred kilometres, and find where it goes.',
}
const oil = computed(() => data.value?.oil)
const kept = (fluids: FluidsAnswer) => {
  queries.setQueryData(['fluids', props.bike], fluids)
  void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'fluids' })
}
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The fluids" />
    <template v-if="data">
      <header class="title">
        <p class="label">
          <RouterLink :to="`/bikes/${bike}`">{{ data.nickname }}</RouterLink>
        </p>
        <h1>Fluids</h1>
      </header>
      <StatusStrip :reservoirs="data.reservoirs.map((one) => ({ id: one.id, name: nameOf(one.id), status: one.status }))" />
      <div class="columns">
        <div class="main">
          <section v-for="one in data.reservoirs" :id="one.id" :key="one.id" class="cabinet" :aria-labelledby="`r-${one.id}`">
            <header>
              <h2 :id="`r-${one.id}`">{{ nameOf(one.id) }}</h2>
              <button type="button" class="label act" @click="reading = one">level seen</button>
            </header>
            <div class="inside">
              <p v-if="one.now.state === 'filled'" class="now">
                <b>{{ one.now.fluid }}</b>
                <span v-if="one.now.poured"
                  ><span class="figure">{{ quantity(one.now.poured) }}</span> poured</span
                >
                <span class="soft">
                  since {{ date(one.now.since!, data.today)
                  }}<template v-if="one.now.ageMonths">, {{ one.now.ageMonths }} months</template
                  ><template v-if="one.now.use">, {{ quantity(one.now.use) }}</template>
                </span>
                <span v-if="one.now.temporary" class="grave">a flush fill: drain it, and fill it properly</span>
              </p>
              <p v-else-if="one.now.state === 'empty'" class="grave">Drained, and not filled.</p>
              <p v-else class="soft">
                What is in it is not known.<template v-if="one.now.grade"> Wanted: {{ one.now.grade }}.</template> Change it, and
                it is.
              </p>
              <p v-if="one.strength" :class="{ grave: one.strength.tooWeak }">
                <b>{{ number(one.strength.share, 0) }}% antifreeze</b
                ><template v-if="one.strength.changed"
                  >, filled at {{ number(one.strength.filled, 0) }}% and topped up since</template
                ><template v-if="one.strength.freezesAt != null"
                  >; holds to {{ number(one.strength.freezesAt, 0) }} °C <span class="soft">(ethylene glycol)</span></template
                ><template v-if="one.strength.tooWeak"
                  >. Under {{ number(one.strength.least, 0) }}% it no longer keeps the metal from rotting: drain some, pour
                  concentrate.</template
                >
              </p>
              <p v-for="warning in one.warnings" :key="warning.because" class="warning" :data-fit="warning.fit">
                <b>{{ warning.fit === 'never' ? 'Does not go together.' : 'Doubtful.' }}</b> {{ warning.because }}
              </p>
              <div v-if="one.consumption && (one.consumption.rate != null || one.id !== 'coolant')" class="used">
                <span class="label">Uses</span>
                <template v-if="one.consumption.rate != null">
                  <span class="figure big">{{ number(one.consumption.rate, 2) }}</span>
                  <span class="unit">{{ one.consumption.unit }}</span>
                  <span :class="{ grave: one.consumption.verdict === 'too-much' || one.consumption.verdict === 'rising' }">{{
                    verdicts[one.consumption.verdict]
                  }}</span>
                  <span class="soft">it warns at {{ number(one.consumption.warnsAt, 1) }} (house)</span>
                </template>
                <span v-else class="soft">{{ verdicts['not-known'] }}</span>
              </div>
              <ol
                v-if="one.consumption && one.consumption.spells.length > 1"
                class="bars"
                aria-label="What it used from reading to reading, the newest first"
              >
                <li v-for="(spell, index) in one.consumption.spells" :key="index">
                  <span class="figure">{{ date(spell.to, data.today) }}</span>
                  <span
                    class="bar"
                    :style="{ width: `${Math.min(100, (spell.rate / (one.consumption.warnsAt * 1.5)) * 100)}%` }"
                  />
                  <span class="figure">{{ number(spell.rate, 2, 2) }}</span>
                </li>
              </ol>
              <ul v-if="one.lastDrain.length" class="drain">
                <li v-for="meaning in one.lastDrain" :key="meaning.sign">
                  <b>{{ meaning.sign }}</b><template v-if="one.drainedOn">, {{ date(one.drainedOn, data.today) }}</template
                  >: {{ meaning.meaning }} {{ meaning.action }}
                </li>
              </ul>
              <details v-if="one.chain.length">
                <summary>Its chain, {{ one.chainLength }} {{ one.chainLength === 1 ? 'line' : 'lines' }}</summary>
                <ol class="lines">
                  <EntryLine v-for="entry in one.chain" :key="entry.id" :entry="entry" :today="data.today" />
                </ol>
              </details>
            </div>
          </section>
        </div>
        <aside class="side">
          <section v-if="oil" class="cabinet" aria-labelledby="oil-title">
            <header>
              <h2 id="oil-title">Oil for the weeks ahead</h2>
              <span v-if="oil.simulated" class="label">weather made up</span>
            </header>
            <div class="inside">
              <p class="now">
                <b class="figure big">{{ oil.advice.grade ?? 'by the manual' }}</b>
                <span>{{ oil.advice.school === 'makers' ? "the maker's grade" : 'heavier, for the heat' }}</span>
              </p>
              <p>
                <span class="figure">{{ number(oil.advice.coldest, 0) }} °C</span> at the coldest start,
                <span class="figure">{{ number(oil.advice.hottest, 0) }} °C</span> on the hottest ride, to
                {{ date(oil.to, data.today) }}.
              </p>
              <p v-if="oil.advice.cranksTo != null" :class="{ grave: !oil.advice.coldEnough }">
                What is in it may be cranked down to {{ number(oil.advice.cranksTo, 0) }} °C{{
                  oil.advice.coldEnough ? '.' : ': too thick for the coldest morning ahead. Warm the engine, or change it.'
                }}
              </p>
              <p v-if="oil.advice.heldBack" class="soft">{{ oil.advice.heldBack }}</p>
              <p v-if="oil.advice.cost">{{ oil.advice.cost }}</p>
              <p v-if="oil.advice.suits.length" class="soft">
                By the tables alone: {{ oil.advice.suits.join(', ') }}. The manual wins.
              </p>
              <p class="soft">
                <template v-if="oil.heavierChosen">You said yes to a heavier oil in heat.</template>
                <template v-else>The other school, a heavier oil for heat alone, is a tick in the profile.</template>
                {{ ' ' }}<RouterLink :to="`/bikes/${bike}/profile`">Profile</RouterLink>
              </p>
            </div>
          </section>
          <section class="cabinet" aria-labelledby="fuel-title">
            <header>
              <h2 id="fuel-title">Fuel</h2>
              <button type="button" class="label act" @click="fuelling = true">note fuel</button>
            </header>
            <div v-if="!data.fuel" class="inside">
              <p class="soft">
                What it burns, and how far a tank goes, stand here after two fillings to the brim with the meter read at each.
              </p>
            </div>
            <div v-else class="inside">
              <p class="now">
                <b class="figure big">{{ number(data.fuel.likely, 1) }}</b> <span class="unit">{{ data.fuel.unit }}</span>
                <span class="soft">{{ number(data.fuel.low, 1) }} to {{ number(data.fuel.high, 1) }}</span>
              </p>
              <p v-if="data.fuel.dropped" class="grave">The last tank burned markedly more than is usual: look for the reason.</p>
              <dl v-if="data.fuel.onTank">
                <div>
                  <dt class="label">On the tank, {{ quantity(data.fuel.tank!) }}</dt>
                  <dd>
                    <span class="figure">{{ quantity(data.fuel.onTank.likely) }}</span>
                    <span class="soft"
                      >&ensp;{{ number(data.fuel.onTank.short.value, 0) }} to {{ quantity(data.fuel.onTank.long) }}</span
                    >
                  </dd>
                </div>
                <div v-if="data.fuel.onReserve">
                  <dt class="label">On reserve</dt>
                  <dd>
                    <span class="figure">{{ quantity(data.fuel.onReserve.likely) }}</span>
                    <span class="soft"
                      >&ensp;{{ number(data.fuel.onReserve.short.value, 0) }} to {{ quantity(data.fuel.onReserve.long) }}</span
                    >
                  </dd>
                </div>
              </dl>
              <p v-else class="soft">Write the tank's capacity into the profile, and its range stands here.</p>
              <ol class="bars" aria-label="Fuel burned from brim to brim, the newest first">
                <li v-for="(spell, index) in data.fuel.spells" :key="index">
                  <span class="figure">{{ date(spell.to, data.today) }}</span>
                  <span class="bar" :style="{ width: `${Math.min(100, (spell.rate / (data.fuel.high * 1.4)) * 100)}%` }" />
                  <span class="figure">{{ number(spell.rate, 1, 1) }}</span>
                </li>
              </ol>
              <p v-for="(spell, index) in data.fuel.leftOut" :key="index" class="soft">
                Left out, because it cannot be: {{ number(spell.rate, 1, 1) }} {{ data.fuel.unit }} until {{ date(spell.to) }}.
                Was a filling not written down?
              </p>
            </div>
          </section>
        </aside>
      </div>
      <FuelDialog v-model="fuelling" :bike="bike" :nickname="data.nickname" :today="data.today" />
      <LevelDialog
        v-model="reading"
        :bike="bike"
        :name="reading ? nameOf(reading.id) : ''"
        :today="data.today"
        :unit="data.volumeUnit"
        @kept="kept"
      />
    </template>
  </main>
</template>

<style scoped>
h1 {
  font-size: 2.75rem;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 1.25rem;
  align-items: start;
  margin-top: 1.1rem;
}
.main,
.side {
  display: grid;
  gap: 1.1rem;
  min-width: 0;
}
.inside {
  display: grid;
  gap: 0.5rem;
  padding: 0.7rem 1.1rem 0.9rem;
}
.now,
.used {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.8rem;
  align-items: baseline;
}
.now b {
  font: 700 1.1875rem/1.3 var(--head);
}
.now b.figure {
  font-family: var(--mono);
}
.big,
.now b.big {
  font-size: 1.75rem;
}
.grave {
  color: var(--oxide);
  font-weight: 600;
}
.warning {
  padding: 0.35rem 0.8rem;
  border-left: 4px solid var(--rule);
}
.warning[data-fit='never'] {
  border-color: var(--oxide);
}
.drain,
.lines,
.bars {
  margin: 0;
  padding: 0;
  list-style: none;
}
.act {
  text-decoration: underline;
  text-underline-offset: 3px;
}
summary {
  min-height: 32px;
  cursor: pointer;
  font: 600 1rem/1.6 var(--head);
}
dl,
dd {
  margin: 0;
}
.bars li {
  display: grid;
  grid-template-columns: 7.5rem 1fr 3rem;
  gap: 0.6rem;
  align-items: center;
  font-size: 0.9375rem;
}
.bars li > :last-child {
  text-align: right;
}
.bar {
  height: 9px;
  background: var(--steel);
}
@media (max-width: 1020px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
