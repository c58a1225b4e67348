<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useQuery } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'
import { useAct } from '@/design/useAct'
import type { components } from '@/api/schema'
import { number, quantity, roundMoney } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import MoneyField from '@/design/MoneyField.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { gradeNames, lookTime, stageNames } from './viewingWords'

/** The practice yard: a made-up bike, a budget of minutes, a seller who talks. A round needs no manual and can be shared by its number. */
type Look = components['schemas']['PracticeLookAnswer']
type End = components['schemas']['PracticeEndAnswer']

const route = useRoute()
const router = useRouter()
const set = computed(() => (typeof route.query.set === 'string' ? route.query.set : undefined))
const seed = computed(() => Number(route.query.round) || 1)
const query = useQuery({
  queryKey: ['practice', set, seed],
  queryFn: () => answer(api.GET('/api/practice', { params: { query: { set: set.value, seed: seed.value } } })),
})
const { data } = query
const seen = ref<Look[]>([])
const offer = ref('')
const end = ref<End | null>(null)
const looking = useAct()
const settling = useAct()
const refusal = computed(() => settling.refusal ?? looking.refusal)

watch([set, seed], () => {
  seen.value = []
  offer.value = ''
  end.value = null
  looking.renew()
  settling.renew()
})

const spent = computed(() => seen.value.reduce((minutes, look) => minutes + look.minutes, 0))
const left = computed(() => (data.value?.minutes ?? 0) - spent.value)
const looked = (point: string) => seen.value.find((look) => look.point === point)
const stages = computed(() => {
  const points = data.value?.points ?? []
  return [...new Set(points.map((point) => point.stage))].map((stage) => ({
    stage,
    points: points.filter((point) => point.stage === stage),
  }))
})
const money = (amount: number) => roundMoney(amount, data.value?.currency ?? 'EUR')

async function look(point: string, minutes: number) {
  if (looked(point) || minutes > left.value || end.value) return
  await looking.attempt(async () => {
    const query = { set: data.value!.set, seed: seed.value, point }
    seen.value = [...seen.value, await answer(api.GET('/api/practice/look', { params: { query } }))]
  })
}

const settle = (amount: string) =>
  settling.attempt(async () => {
    const query = {
      set: data.value!.set,
      seed: seed.value,
      looked: seen.value.map((one) => one.point).join(','),
      offer: amount,
    }
    end.value = await answer(api.GET('/api/practice/end', { params: { query } }))
    window.scrollTo(0, 0)
  })

const again = () =>
  router.push({ query: { ...(set.value ? { set: set.value } : {}), round: String(Math.floor(Math.random() * 9000) + 1000) } })
const choose = (kind: string | null) => router.push({ query: { ...(kind ? { set: kind } : {}), round: String(seed.value) } })
const verdict = computed(() => {
  if (!end.value) return ''
  const { sold, leftOver } = end.value
  if (sold)
    return leftOver >= 0
      ? `A good buy: ${money(leftOver)} to the good.`
      : `A bad buy: ${money(-leftOver)} more than it is worth to you.`
  return leftOver > 0
    ? `You let it go. At the seller's limit of ${money(end.value.sellersLimit)} it would have been ${money(leftOver)} to the good.`
    : 'You let it go, and rightly: there was nothing to be had.'
})
</script>

<template>
  <main class="page yard">
    <LoadState :query="query" what="The practice yard" />
    <template v-if="data">
      <header class="head">
        <div>
          <p class="label">Practice yard, round {{ data.seed }}: all of it is made up</p>
          <h1>{{ data.name }}</h1>
          <p class="soft">
            {{ data.kinds.find((kind) => kind.set === data!.set)?.title }}, {{ data.year
            }}<template v-if="data.meter">, {{ quantity(data.meter) }}</template
            >. Asked {{ money(data.asking) }}; a sound one is worth {{ money(data.value) }}.
          </p>
        </div>
        <div class="tools">
          <v-select
            :model-value="data.set"
            :items="data.kinds"
            item-value="set"
            item-title="title"
            label="Kind of bike"
            hide-details
            @update:model-value="choose"
          />
          <v-btn class="plate" variant="outlined" @click="again">Another round</v-btn>
        </div>
      </header>
      <section
        v-if="end"
        class="end"
        :class="{ poor: end.leftOver < 0 === end.sold && (end.sold || end.leftOver > 0) }"
        aria-live="polite"
      >
        <h2>{{ end.sold ? 'It is yours.' : 'No deal.' }} {{ verdict }}</h2>
        <p>
          It truly takes {{ money(end.trueCost) }} to put right, so it is worth {{ money(end.trueWorth) }} to you. The seller
          would have gone down to {{ money(end.sellersLimit) }}, and was {{ end.honest ? 'honest' : 'not honest' }}. Your looks
          give a walk-away price of {{ money(end.computed) }}; the most telling ones, in the same minutes,
          {{ money(end.bestComputed) }}.
        </p>
        <div class="two">
          <div>
            <h3 class="label">What was wrong</h3>
            <ul>
              <li v-for="fault in end.faults" :key="fault.point" :class="{ missed: !fault.found }">
                <span>{{ fault.say }}</span>
                <span class="figure">{{ money(fault.cost) }}</span>
                <em>{{ fault.found ? 'found' : fault.lookedAt ? 'looked at, and not seen' : 'not looked at' }}</em>
              </li>
            </ul>
          </div>
          <div>
            <h3 class="label">What would have told most, in this order</h3>
            <ol>
              <li v-for="one in end.best" :key="one">{{ one }}</li>
            </ol>
          </div>
        </div>
      </section>
      <section v-else class="play">
        <p v-if="data.says.length" class="says">
          <span class="label">The seller says</span>
          <template v-for="one in data.says" :key="one">“{{ one }}” </template>
        </p>
        <form class="offer" @submit.prevent="settle(offer)">
          <MoneyField v-model="offer" label="Your one offer" :error-messages="refusal?.of('offer')" />
          <v-btn class="plate pen" type="submit" :disabled="!offer || settling.busy">Offer it</v-btn>
          <v-btn class="plate" variant="outlined" :disabled="settling.busy" @click="settle('0')">Walk away</v-btn>
          <span v-if="settling.busy" class="soft" role="status">The seller thinks it over…</span>
        </form>
      </section>
      <div v-if="!end" class="clock" role="timer" :aria-label="`${number(left, 1)} minutes left of ${data.minutes}`">
        <span class="bar"><span :style="{ width: `${Math.max(0, (left / data.minutes) * 100)}%` }" /></span>
        <span class="figure">{{ number(left, 1, 1) }}<span class="unit">min</span></span>
      </div>
      <RefusalLine :refusal="refusal" />
      <section v-for="group in stages" :key="group.stage" class="cabinet">
        <header>
          <h2>{{ stageNames[group.stage] }}</h2>
        </header>
        <ul class="looks">
          <li v-for="point in group.points" :key="point.id">
            <button
              type="button"
              :disabled="!looked(point.id) && (point.minutes > left || !!end)"
              :class="looked(point.id)?.grade"
              @click="look(point.id, point.minutes)"
            >
              <b>{{ point.title }}</b>
              <span class="figure">{{ lookTime(point.minutes) }}</span>
              <span v-if="looked(point.id)" class="shows"
                ><em>{{ gradeNames[looked(point.id)!.grade!] }}.</em> {{ looked(point.id)!.shows }}</span
              >
            </button>
          </li>
        </ul>
      </section>
    </template>
  </main>
</template>

<style scoped>
.yard {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  gap: 1rem;
  max-width: 1000px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  justify-content: space-between;
  gap: 0.8rem 2rem;
}
h1 {
  font-size: 2.5rem;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem;
}
.tools :deep(.v-select) {
  width: 260px;
}
.play {
  display: grid;
  gap: 0.5rem;
  padding: 0.8rem 1.1rem;
  border: 2px solid var(--ink);
  background: var(--card);
}
.clock {
  position: sticky;
  z-index: 2;
  top: 0;
  padding: 0.3rem 1.1rem;
  border: 1px solid var(--rule);
  background: var(--card);
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  gap: 1rem;
}
.bar {
  height: 10px;
  background: var(--rule);
}
.bar span {
  display: block;
  height: 100%;
  background: var(--ink);
}
.says .label {
  margin-right: 0.5rem;
}
.offer {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
}
.offer > :deep(.v-input) {
  flex: 1 1 150px;
  max-width: 240px;
}
.end {
  padding: 0.9rem 1.1rem;
  border-left: 10px solid var(--pen);
  background: var(--card);
}
.end.poor {
  border-color: var(--oxide);
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(320px, 100%), 1fr));
  gap: 1rem 2rem;
  margin-top: 0.7rem;
}
.end ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.end ul li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 1rem;
  padding: 0.25rem 0;
  border-bottom: 1px solid var(--rule);
}
.end em {
  color: var(--soft);
  font-style: normal;
}
.missed em {
  color: var(--oxide);
  font-weight: 600;
}
.end ol {
  margin: 0;
  padding-left: 1.5rem;
}
.looks {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(300px, 100%), 1fr));
  margin: 0;
  padding: 0;
  list-style: none;
}
.looks button {
  display: grid;
  grid-template-columns: 1fr auto;
  align-content: start;
  gap: 0.1rem 1rem;
  width: 100%;
  height: 100%;
  min-height: 48px;
  padding: 0.55rem 1.1rem;
  border-bottom: 1px solid var(--rule);
  text-align: left;
}
.looks b {
  font: 600 1.0625rem/1.2 var(--head);
}
.looks button:disabled {
  color: var(--soft);
}
.shows {
  grid-column: 1 / -1;
}
.shows em {
  font-style: normal;
  font-weight: 600;
}
.worn .shows em,
.bad .shows em,
.failed .shows em {
  color: var(--oxide);
}
</style>
