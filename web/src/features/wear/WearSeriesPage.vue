<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, api, type WearLine } from '@/api/client'
import { date, days, magnitude, money, number, plainWords, quantity } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import PhotoStrip from '../photos/PhotoStrip.vue'
import { useShed } from '../shed/useShed'
import MeasureDialog from './MeasureDialog.vue'
import SideBySide from './SideBySide.vue'
import WearPlot from './WearPlot.vue'
import WearTitle from './WearTitle.vue'
import { leftWords, readingWords, verdictWords, whereTo } from './wearWords'

/** One series: the plot, the same in words and as a table, and how long earlier parts lasted. */
const props = defineProps<{ bike: string; series: string }>()
const query = useQuery({
  queryKey: ['wear-series', () => props.bike, () => props.series],
  queryFn: () =>
    answer(api.GET('/api/bikes/{bike}/wear/{series}', { params: { path: { bike: props.bike, series: props.series } } })),
})
const { data } = query
const { data: settings } = useQuery({ queryKey: ['settings'], queryFn: () => answer(api.GET('/api/settings')) })
const { data: shed } = useShed()
const measuring = ref<WearLine | null>(null)
const line = computed(() => data.value?.state)
const plotted = computed(() => data.value?.lives.some((life) => life.points.some((point) => point.x != null && point.value)))
const rows = computed(() =>
  (data.value?.lives ?? []).flatMap((life, at) => life.points.map((point) => ({ point, life: at + 1 }))).reverse(),
)
const ended = computed(() => (data.value?.lives ?? []).filter((life) => life.ended))
const lasted = computed(() => {
  const lengths = ended.value.filter((life) => life.length).map((life) => quantity(life.length!))
  return lengths.length < 2 ? '' : `The last ${lengths.length} lasted ${lengths.slice(0, -1).join(', ')} and ${lengths.at(-1)}.`
})
/** The plain line in words, beside the planning band. */
const sure = computed(() => {
  const plot = data.value?.plot
  if (!plot?.axisUnit || plot.sureFrom == null) return ''
  const from = number(plot.sureFrom, 0)
  return plot.sureTo == null
    ? `The line alone crosses from ${from} ${plot.axisUnit} on; how late is open.`
    : `The line alone crosses between ${from} and ${number(plot.sureTo, 0)} ${plot.axisUnit}.`
})
const wetWords = {
  'not-low': 'was not low',
  rings: 'rises well: rings, or the bore',
  'valves-or-gasket': 'hardly rises: valves, or the head gasket',
  either: 'rises some: rings and valves both, maybe',
} as const
const print = () => window.print()
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The series" />
    <template v-if="data && line">
      <WearTitle :bike="bike" :nickname="data.nickname" :title="line.title" below>
        <v-btn class="plate" variant="text" @click="print">Print</v-btn>
        <v-btn class="plate pen" variant="flat" @click="measuring = line">{{ line.asked.unit ? 'Measure' : 'Look at it' }}</v-btn>
      </WearTitle>
      <div class="columns">
        <section class="cabinet sheet" aria-label="Plot">
          <WearPlot v-if="plotted && line.trust !== 'setting'" :series="data" />
          <SideBySide v-else-if="line.latest?.looks.length" :looks="line.latest.looks" />
          <p v-else-if="line.latest && !line.latest.value" class="soft none">
            A look has a place on the plot once it is known what a new one measures, or it was measured itself.
          </p>
          <p v-else-if="line.trust === 'nothing'" class="soft none">Never measured in this book. {{ line.asked.how }}</p>
          <p v-else class="soft none">No reading of the meter covers its readings yet: they stand in the table.</p>
        </section>
        <aside class="side">
          <section class="cabinet standing">
            <dl>
              <div v-if="line.latest">
                <dt class="label">{{ line.latest.look ? 'Seen' : 'Measured' }} {{ date(line.latest.date, data.today) }}</dt>
                <dd :class="{ 'figure big': !line.latest.look }">{{ readingWords(line.latest) }}</dd>
              </div>
              <div v-if="line.limit && line.limit.unit !== 'grade'">
                <dt class="label">Its end</dt>
                <dd>
                  <span class="figure">{{ quantity(line.limit) }}</span>
                  <span v-if="line.limitFrom" class="soft from">{{
                    [plainWords(line.limitFrom.kind).toLowerCase(), line.limitFrom.source].filter(Boolean).join(': ')
                  }}</span>
                </dd>
              </div>
              <div v-if="line.trust !== 'setting' || !line.verdict?.means">
                <dt class="label">Where it goes</dt>
                <dd>
                  <b v-if="leftWords(line)" class="left">{{ leftWords(line) }}</b>
                  {{ whereTo(line, data.today) }}
                </dd>
              </div>
            </dl>
            <p
              v-if="line.verdict?.grade && (line.verdict.grade !== 'sound' || line.trust === 'setting')"
              class="verdict"
              :class="line.verdict.grade ?? ''"
            >
              <b>{{ verdictWords(line.verdict).name }}</b> {{ verdictWords(line.verdict).rest }}
            </p>
            <p v-if="data.spread" class="verdict bad">
              <b v-if="data.spread.spread">{{ quantity(data.spread.spread) }} between its places.</b> {{ data.spread.means }}
              {{ data.spread.do }}
            </p>
            <p v-if="sure" class="soft">{{ sure }}</p>
            <p v-for="words in data.about" :key="words" class="soft">{{ words }}</p>
            <p v-if="line.task" class="soft">
              Its end is a due date of <RouterLink :to="`/bikes/${bike}#${line.task}`">the plan</RouterLink>.
            </p>
          </section>
          <section v-if="ended.length" class="cabinet lives" aria-labelledby="lives-title">
            <header><h2 id="lives-title">Earlier parts</h2></header>
            <p v-if="lasted">{{ lasted }}</p>
            <ol>
              <li v-for="(life, at) in ended" :key="at">
                <b>{{ life.length ? magnitude(life.length) : 'not known how far' }}</b>
                <span class="soft">
                  {{ life.fitted ? `${date(life.fitted)} to ${date(life.ended!)}` : `to ${date(life.ended!)}`
                  }}<template v-if="life.days">, {{ days(life.days) }}</template></span
                >
                <span v-if="life.races" class="soft">{{ life.races === 1 ? 'one race' : `${life.races} races` }}</span>
                <span v-if="life.blamedOn" class="blame">{{ life.blamedOn }}</span>
                <span v-if="life.price && settings" class="soft">
                  {{ money(life.price, settings.currency)
                  }}<template v-if="life.costPer"
                    >, {{ money(life.costPer, settings.currency) }} for {{ life.costPerUnit }}</template
                  ></span
                >
              </li>
            </ol>
          </section>
        </aside>
      </div>
      <section v-if="data.wet" class="cabinet wet" aria-labelledby="wet-title">
        <header><h2 id="wet-title">With a spoon of oil</h2></header>
        <ul>
          <li v-for="one in data.wet.cylinders" :key="one.place">
            <b>{{ one.place ? plainWords(one.place) : 'The cylinder' }}</b>
            <span class="figure">{{ number(one.dry.value, one.dry.decimals) }} to {{ quantity(one.wet) }}</span>
            <span>{{ one.rise < 0 ? '−' : '+' }}{{ number(Math.abs(one.rise), 0) }}%</span>
            <span :class="{ grave: one.verdict !== 'not-low' }">{{ wetWords[one.verdict] }}</span>
          </li>
        </ul>
        <p v-if="data.wet.twoStroke" class="soft">A two-stroke is oily anyway: this tells less of it than of a four-stroke.</p>
      </section>
      <section v-if="rows.length" class="cabinet table" aria-labelledby="table-title">
        <header><h2 id="table-title">Every reading</h2></header>
        <div class="scroll">
          <table>
            <thead>
              <tr>
                <th scope="col">Date</th>
                <th scope="col">Meter</th>
                <th scope="col">Reading</th>
                <th scope="col">Places</th>
                <th scope="col">Part</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="{ point, life } in rows" :key="point.entry" :class="{ old: life < data.lives.length }">
                <td class="close">{{ date(point.date, data.today) }}</td>
                <td class="figure close">
                  {{ point.meter ? `${point.meterEstimated ? '~' : ''}${quantity(point.meter)}` : '' }}
                </td>
                <td>
                  <span :class="{ 'figure close': !point.look }">{{ readingWords(point) }}</span>
                  <span v-if="point.instrument" class="soft"> {{ point.instrument }}</span>
                  <PhotoStrip v-if="point.photo" :photos="[point.photo]" :about="line.title" />
                </td>
                <td>
                  <template v-if="point.looks.length">{{
                    point.looks.map((look) => `${look.place}: ${look.words}`).join('; ')
                  }}</template>
                  <template v-else-if="point.values.length > 1">
                    {{
                      point.values
                        .map((value, at) =>
                          [point.places[at], number(value.value, value.decimals, value.decimals)].filter(Boolean).join(': '),
                        )
                        .join('; ')
                    }}</template
                  >
                </td>
                <td>{{ life === data.lives.length ? 'on the bike' : `earlier, ${life}` }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <MeasureDialog v-if="shed" v-model="measuring" :bike="bike" :today="shed.today" />
    </template>
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 1.25rem;
  align-items: start;
  margin: 0.8rem 0 1.1rem;
}
.side {
  display: grid;
  gap: 1.1rem;
  min-width: 0;
}
.sheet {
  padding: 1rem 1.1rem 0.6rem;
}
.standing {
  display: grid;
  gap: 0.7rem;
  padding: 0.9rem 1.1rem;
}
dl,
dd {
  margin: 0;
}
dl {
  display: grid;
  gap: 0.7rem;
}
.big {
  font-size: 2.25rem;
  line-height: 1.1;
}
.from {
  display: block;
  font-size: 0.9375rem;
}
.left {
  display: block;
  font: 700 1.375rem/1.1 var(--head);
}
.verdict {
  padding-left: 0.8rem;
  border-left: 6px solid var(--pen);
}
.verdict.sound {
  border-color: var(--green);
}
.verdict.bad,
.verdict.failed {
  border-color: var(--oxide);
}
.lives > p,
.lives li {
  padding: 0.5rem 1.1rem;
}
.lives ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
.lives li {
  display: grid;
  border-top: 1px solid var(--rule);
}
.blame {
  font-style: italic;
}
.wet {
  margin-bottom: 1.1rem;
}
.wet ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.wet li {
  display: grid;
  grid-template-columns: minmax(90px, 1fr) minmax(120px, 1fr) 60px minmax(150px, 2fr);
  gap: 0.2rem 1rem;
  padding: 0.5rem 1.1rem;
  border-top: 1px solid var(--rule);
}
.wet > p {
  padding: 0.5rem 1.1rem 0.8rem;
}
.grave {
  color: var(--oxide);
  font-weight: 600;
}
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  padding: 0.45rem 1.1rem;
  border-top: 1px solid var(--rule);
  text-align: left;
  vertical-align: top;
}
th {
  font: 600 0.9375rem/1.2 var(--head);
  color: var(--soft);
}
.close {
  white-space: nowrap;
}
.old td {
  color: var(--soft);
}
.none {
  padding: 1.5rem 0;
}
@media (max-width: 1020px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 600px) {
  .wet li {
    grid-template-columns: 1fr auto;
  }
  th,
  td {
    padding-inline: 0.7rem;
  }
}
</style>
