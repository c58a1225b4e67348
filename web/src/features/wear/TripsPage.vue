<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api, Refusal, type TripLine } from '@/api/client'
import { date, magnitude, number, quantity } from '@/design/format'
import { useAct } from '@/design/useAct'
import { useNotice } from '@/design/useNotice'
import LoadState from '@/design/LoadState.vue'
import DateField from '@/design/DateField.vue'
import QuantityField from '@/design/QuantityField.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useRefresh } from '../shed/useShed'
import WearTitle from './WearTitle.vue'

/** Whether the bike lasts to the end of a trip: answered while it is typed, kept by name, answered anew as readings come. */
const props = defineProps<{ bike: string }>()
const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const refresh = useRefresh()
const { say } = useNotice()
const query = useQuery({
  queryKey: ['trips', () => props.bike],
  queryFn: () => answer(api.GET('/api/bikes/{bike}/trips', { params: { path: { bike: props.bike } } })),
})
const { data } = query

const form = reactive({ title: '', amount: '', from: '', days: '1', hard: '1', loaded: false })
const opened = ref<string | null>(null)
function open(trip: string | null) {
  opened.value = trip
  const kept = data.value?.trips.find((one) => one.trip === trip)
  Object.assign(
    form,
    kept
      ? {
          title: kept.title,
          amount: kept.amount,
          from: kept.from,
          days: String(kept.days),
          hard: String(kept.hard),
          loaded: kept.loaded,
        }
      : { title: '', amount: '', from: '', days: '1', hard: '1', loaded: false },
  )
}
// Which trip is open stands in the address, so that it can be sent on and reloaded.
watch(
  [data, () => route.query.trip],
  ([now, trip]) => {
    if (!now) return
    const wanted = now.trips.find((one) => one.trip === trip) ?? (trip === 'new' ? null : now.trips[0])
    if ((wanted?.trip ?? null) !== opened.value || (!opened.value && !form.amount)) open(wanted?.trip ?? null)
  },
  { immediate: true },
)
const asked = computed(() => ({
  amount: form.amount.trim(),
  from: form.from,
  days: Number(form.days) || 0,
  hard: Number(form.hard) || 1,
  loaded: form.loaded,
}))
const settled = ref(asked.value)
let waiting = 0
watch(asked, (now) => {
  clearTimeout(waiting)
  waiting = window.setTimeout(() => (settled.value = now), 300)
})
const { data: lasts, error: wrong } = useQuery({
  queryKey: ['lasts', () => props.bike, settled],
  queryFn: () => answer(api.GET('/api/bikes/{bike}/lasts', { params: { path: { bike: props.bike }, query: settled.value } })),
  enabled: () => !!settled.value.amount && !!settled.value.from,
  retry: false,
  placeholderData: (before) => before,
})
const act = useAct()
const of = (field: string) => act.refusal?.of(field) ?? (wrong.value instanceof Refusal ? wrong.value.of(field) : undefined)
const touched = computed(() => JSON.stringify(form))
watch(touched, () => act.renew())

const keep = (dropped: boolean) =>
  act.attempt(
    async (id) => {
      const before = opened.value
      const trips = await answer(
        api.POST('/api/bikes/{bike}/trips', {
          params: { path: { bike: props.bike } },
          body: { id, trip: before, title: form.title, ...asked.value, dropped },
        }),
      )
      return { trips, kept: before ?? id }
    },
    async ({ trips, kept }) => {
      opened.value = dropped ? null : kept
      queries.setQueryData(['trips', props.bike], trips)
      await router.replace({ query: { trip: dropped ? (trips.trips[0]?.trip ?? 'new') : kept } })
      await refresh()
      say(dropped ? 'Called off. It stands in the book.' : 'Kept. It is answered anew as readings come.')
    },
  )

const hardness = [
  { value: '1', title: 'as it is ridden now' },
  { value: '1.5', title: 'harder: hills, heat, bad roads' },
  { value: '2', title: 'hard: sand, mud, racing' },
  { value: '3', title: 'a rally' },
]
const chance = (line: TripLine) =>
  line.percent == null ? '' : line.percent >= 99.5 ? 'surely' : line.percent < 0.5 ? 'under 1%' : `${number(line.percent, 0)}%`
function reason(line: TripLine) {
  const today = data.value!.today
  switch (line.reason) {
    case 'due-now':
      return line.state === 'overdue' ? 'overdue already' : 'due already'
    case 'day-falls':
      return `its day is ${date(line.day!, today)}`
    case 'short-interval':
      return `every ${magnitude(line.every!)}${line.after && line.after.value > 0 ? `, first after about ${magnitude(line.after)}` : ''}`
    case 'each-ride':
      return 'after each ride'
    case 'runs-out':
      return `${chance(line) === 'surely' ? 'surely due' : `${chance(line)} that it is due`} before you are back${
        line.after
          ? line.after.value > 0
            ? `; one in ten by ${magnitude(line.after)} into it`
            : '; maybe before you set off'
          : ''
      }`
    case 'not-known':
      return line.seriesValue
        ? 'too little measured to say: look at it'
        : line.state === 'when-worn'
          ? 'never measured: look at it'
          : 'no history: look at it, or do it'
    default:
      return line.percent == null ? '' : `${chance(line)} that it does not`
  }
}
const measuredWords = (line: TripLine) =>
  [
    line.seriesValue ? `about ${quantity(line.seriesValue)} now` : '',
    line.seriesLimit && line.seriesLimit.unit !== 'grade' ? `end at ${quantity(line.seriesLimit)}` : '',
  ]
    .filter(Boolean)
    .join(', ')
/** The valves have a page of their own. */
const seriesLink = (series: string) => `/bikes/${props.bike}/${series === 'valves' ? 'valves' : `wear/${series}`}`
/** "order by 2 May: rear tyre". */
function orderWords(order: NonNullable<TripLine['order']>) {
  const when = order.late
    ? 'order today, it may come too late'
    : order.by === data.value!.today
      ? 'order today'
      : `order by ${date(order.by, data.value!.today)}`
  return `${when}: ${order.what.join(', ')}`
}
const print = () => window.print()
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The trips" />
    <template v-if="data">
      <WearTitle :bike="bike" :nickname="data.nickname" title="Will it last?" below />
      <nav v-if="data.trips.length" class="kept" aria-label="Trips that are kept">
        <RouterLink
          v-for="trip in data.trips"
          :key="trip.trip"
          :to="{ query: { trip: trip.trip } }"
          :aria-current="trip.trip === opened ? 'page' : undefined"
          ><b>{{ trip.title }}</b> {{ quantity(trip.shown) }}, {{ date(trip.from, data.today) }}</RouterLink
        >
        <RouterLink :to="{ query: { trip: 'new' } }" :aria-current="opened === null ? 'page' : undefined">Another</RouterLink>
      </nav>
      <form class="cabinet ask" @submit.prevent="keep(false)">
        <v-text-field
          v-model="form.title"
          class="wide"
          label="What is it called?"
          maxlength="80"
          autocomplete="off"
          :error-messages="of('title')"
        />
        <QuantityField
          v-model="form.amount"
          label="How far, or how many hours"
          inputmode="decimal"
          :unit="data.unit"
          :error-messages="of('amount')"
        />
        <DateField v-model="form.from" label="From" :min="data.today" :error-messages="of('from')" />
        <v-text-field v-model="form.days" label="Days" inputmode="numeric" autocomplete="off" :error-messages="of('days')" />
        <v-select v-model="form.hard" :items="hardness" label="How hard" :error-messages="of('hard')" />
        <v-checkbox v-model="form.loaded" label="Two up, or loaded" hide-details />
        <p class="acts">
          <v-btn v-if="opened" class="plate" variant="text" :disabled="act.busy" @click="keep(true)">Call it off</v-btn>
          <v-btn class="plate pen" type="submit" :disabled="act.busy">{{ opened ? 'Keep the change' : 'Keep it' }}</v-btn>
        </p>
        <RefusalLine class="wide" :refusal="act.refusal" always />
      </form>
      <template v-if="lasts && settled.amount && !wrong">
        <p class="sum">
          <span
            ><b>{{ quantity(lasts.amount) }}</b
            >, {{ date(lasts.from, data.today)
            }}<template v-if="lasts.until !== lasts.from"> to {{ date(lasts.until, data.today) }}</template
            >.</span
          >
          <template v-if="lasts.factor !== 1">It counts as {{ number(lasts.factor, 2) }} times the usual riding.</template>
          <template v-if="lasts.orderBy">
            The first parts are to be ordered
            {{ lasts.orderBy === data.today ? 'today' : `by ${date(lasts.orderBy, data.today)}` }}.</template
          >
          <template v-else-if="lasts.before.length"> All that its jobs want lies on the shelf.</template>
          <v-btn class="plate small" variant="text" @click="print">Print</v-btn>
        </p>
        <div class="answers">
          <div class="column">
            <section class="cabinet before" aria-labelledby="before-title">
              <header>
                <h2 id="before-title">Do before you go</h2>
                <span class="label">{{ lasts.before.length }}</span>
              </header>
              <ul>
                <li v-for="line in lasts.before" :key="line.task">
                  <b>{{ line.component }}: {{ line.title.toLowerCase() }}</b>
                  <span>{{ reason(line) }}</span>
                  <RouterLink v-if="line.series" class="soft" :to="seriesLink(line.series)">{{ measuredWords(line) }}</RouterLink>
                  <span v-if="line.order" :class="line.order.late ? 'late' : 'soft'">{{ orderWords(line.order) }}</span>
                </li>
                <li v-if="!lasts.before.length" class="soft">Nothing, as far as this book knows.</li>
              </ul>
            </section>
            <section class="cabinet" aria-labelledby="way-title">
              <header>
                <h2 id="way-title">On the way</h2>
                <span class="label">{{ lasts.onTheWay.length }}</span>
              </header>
              <ul>
                <li v-for="line in lasts.onTheWay" :key="line.task">
                  <b>{{ line.component }}: {{ line.title.toLowerCase() }}</b>
                  <span>{{ reason(line) }}</span>
                </li>
                <li v-if="!lasts.onTheWay.length" class="soft">Nothing.</li>
              </ul>
            </section>
          </div>
          <div class="column">
            <section class="cabinet" aria-labelledby="along-title">
              <header>
                <h2 id="along-title">Take along</h2>
              </header>
              <ul>
                <li v-for="one in lasts.along" :key="one.what">
                  <b>{{ one.what }}</b>
                  <span v-if="one.volume">it uses about {{ quantity(one.volume) }} on the way</span>
                  <span v-else class="soft">what you need for it</span>
                </li>
                <li v-if="!lasts.along.length" class="soft">
                  Nothing that follows from this book. Tools and a tube are yours to say.
                </li>
              </ul>
              <p v-if="lasts.fuel" class="fuel">
                <b>Fuel.</b> A tank goes {{ magnitude(lasts.fuel.tank[0]!) }} to {{ magnitude(lasts.fuel.tank[2]!)
                }}<template v-if="lasts.fuel.reserve.length"
                  >, the reserve {{ magnitude(lasts.fuel.reserve[0]!) }} at the least</template
                >. The trip takes about {{ quantity(lasts.fuel.needed) }}.
              </p>
            </section>
            <section class="cabinet unknown" aria-labelledby="unknown-title">
              <header>
                <h2 id="unknown-title">Not known</h2>
                <span class="label">{{ lasts.notKnown.length }}</span>
              </header>
              <p class="soft">Never fine: nobody has said when it was done, or what it measures.</p>
              <ul>
                <li v-for="line in lasts.notKnown" :key="line.task">
                  <b>{{ line.component }}: {{ line.title.toLowerCase() }}</b>
                  <span class="soft">{{ reason(line) }}</span>
                </li>
              </ul>
            </section>
            <section class="cabinet fine" aria-labelledby="fine-title">
              <header>
                <h2 id="fine-title">Fine</h2>
                <span class="label">{{ lasts.fine.length }}</span>
              </header>
              <ul>
                <li v-for="line in lasts.fine" :key="line.task">
                  <b>{{ line.component }}: {{ line.title.toLowerCase() }}</b>
                  <span class="soft">{{ reason(line) }}</span>
                </li>
              </ul>
            </section>
          </div>
        </div>
      </template>
      <p v-else-if="!settled.amount" class="soft hint">
        How far and from when: the answer stands here as you type. What may not last is sorted by what you can do about it.
      </p>
    </template>
  </main>
</template>

<style scoped>
.kept {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  padding: 0.7rem 0 0;
}
.kept a {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 44px;
  padding: 0 0.9rem;
  border: 1px solid var(--ink);
  background: var(--card);
  text-decoration: none;
}
.kept [aria-current] {
  background: var(--ink);
  color: var(--card);
}
.ask {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr) 90px minmax(0, 1.4fr);
  gap: 1rem;
  align-items: center;
  margin-top: 0.8rem;
  padding: 1.1rem 1.1rem 0.9rem;
}
.wide {
  grid-column: 1 / -1;
}
.acts {
  display: flex;
  grid-column: 2 / -1;
  justify-content: flex-end;
  gap: 0.5rem;
}
.sum {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 0.4rem;
  padding: 0.8rem 0;
  font-size: 1.0625rem;
}
.answers {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 1.25rem;
  align-items: start;
}
.column {
  display: grid;
  gap: 1.1rem;
}
.before {
  border-top-color: var(--oxide);
}
.unknown {
  border-style: dashed;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  padding: 0.5rem 1.1rem;
  border-top: 1px solid var(--rule);
}
li:first-child {
  border-top: 0;
}
.unknown > p,
.fuel {
  padding: 0.6rem 1.1rem;
}
.fuel {
  border-top: 1px solid var(--rule);
}
.hint {
  padding: 1rem 0;
}
@media (max-width: 900px) {
  .answers {
    grid-template-columns: minmax(0, 1fr);
  }
  .ask {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
@media (max-width: 480px) {
  .ask {
    grid-template-columns: minmax(0, 1fr);
  }
  .acts {
    grid-column: 1;
  }
}
@media print {
  .ask,
  .kept,
  .sum .plate {
    display: none;
  }
}
</style>
