<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { PointAnswer, ViewingActRequest, ViewingAnswer } from '@/api/client'
import { focusHeading } from '@/design/focusHeading'
import { number, roundMoney } from '@/design/format'
import { useKeys } from '@/design/useKeys'
import LoadState from '@/design/LoadState.vue'
import PointPane from './PointPane.vue'
import RecallLine from './RecallLine.vue'
import ScoreBand from './ScoreBand.vue'
import ShortRoundEnd from './ShortRoundEnd.vue'
import WhatNext from './WhatNext.vue'
import ZoneDrawing from './ZoneDrawing.vue'
import { useNextLooks, useTaps, useViewing } from './useViewing'
import { lookTime, percent, stageNames, verdictNames, zoneNames } from './viewingWords'

/** The walk round a bike, made for one thumb in a stranger's yard. */
const props = defineProps<{ viewing: string }>()

const route = useRoute()
const router = useRouter()
const query = useViewing(() => props.viewing)
const { data } = query
const { data: looks } = useNextLooks(() => props.viewing)
const { tap, picture, refusal, moved, busy } = useTaps(() => props.viewing)
const zone = ref<PointAnswer['zone'] | null>(null)
const asking = ref(false)
/** Twenty minutes where it tells most, or all of it: kept for this viewing on this device. */
const roundKey = `muddy-ledger-round ${props.viewing}`
const short = ref(localStorage.getItem(roundKey) === 'short')
watch(short, (now) => localStorage.setItem(roundKey, now ? 'short' : 'full'))
const inRound = computed(() => new Set((looks.value ?? []).filter((look) => look.inShortRound).map((look) => look.point)))
const minutesLeft = computed(() =>
  (looks.value ?? []).filter((look) => look.inShortRound).reduce((sum, look) => sum + look.minutes, 0),
)

const shortDone = computed(() => short.value && looks.value != null && !inRound.value.size)

const points = computed(() => data.value?.stages.flatMap((stage) => stage.points) ?? [])
const firstOpen = computed(
  () =>
    points.value.find((point) => point.id === data.value?.first[0]) ??
    points.value.find((point) => !point.grade && !point.left) ??
    points.value[0],
)
const current = computed(() => points.value.find((point) => point.id === route.query.point) ?? firstOpen.value)
const stage = computed(() => data.value?.stages.find((one) => one.stage === current.value?.stage))
const listed = computed(() =>
  zone.value ? points.value.filter((point) => point.zone === zone.value) : (stage.value?.points ?? []),
)
const rideShut = computed(() => current.value?.stage === 'ride' && (data.value?.rideShutBy.length ?? 0) > 0)
const closed = computed(() => data.value?.status !== 'open')
/** In walking order: the next one not yet looked at, from here on and then from the start. */
const next = computed(() => {
  const at = points.value.findIndex((point) => point.id === current.value?.id)
  const first = data.value?.first.find((id) => id !== current.value?.id)
  if (first) return points.value.find((point) => point.id === first)
  const open = (point: PointAnswer) =>
    !point.grade && !point.left && point.id !== current.value?.id && (!short.value || inRound.value.has(point.id))
  return points.value.slice(at + 1).find(open) ?? points.value.find(open)
})
const knocked = computed(() => data.value?.reasons.flatMap((reason) => reason.found ?? []) ?? [])

function go(point: string | undefined) {
  moved.value = null
  refusal.value = null
  if (point) void router.replace({ query: { point } })
}

async function act(request: Omit<ViewingActRequest, 'id'>) {
  // The point stays on screen until the owner goes on: an answer that moved a claim is to be read.
  const stay = current.value?.id
  if (stay && route.query.point !== stay) await router.replace({ query: { point: stay } })
  await tap(request)
}

function toStage(one: ViewingAnswer['stages'][number]) {
  zone.value = null
  go((one.points.find((point) => !point.grade && !point.left) ?? one.points[0])?.id)
}

async function skip() {
  const after = next.value?.id
  if (current.value && !current.value.grade) await tap({ act: 'left', point: current.value.id, because: 'no-time' })
  go(after)
}

function pick(point: string) {
  asking.value = false
  go(point)
}

// Enter goes on to the next point, from anywhere but a thing that Enter works.
useKeys((event, target) => {
  if (event.key !== 'Enter' || event.repeat || !next.value || target?.closest('button, a, input, textarea, form')) return false
  go(next.value.id)
})
// A new point is read from its heading on.
watch(
  () => current.value?.id,
  async (_, before) => {
    if (!before) return
    await nextTick()
    const pane = document.querySelector('.point')
    if (pane && !document.querySelector('.v-overlay--active')) focusHeading(pane, 'h2')
  },
)

const mark = (point: PointAnswer) => (point.grade ? point.grade : point.left ? 'left' : 'open')
</script>

<template>
  <div class="walk">
    <header v-if="data" class="top">
      <div class="name">
        <RouterLink to="/viewings" aria-label="To all viewings">‹</RouterLink>
        <h1>{{ data.details.name }}</h1>
        <span v-if="data.asking" class="figure">asks {{ roundMoney(data.asking, data.currency) }}</span>
      </div>
      <nav class="stages" aria-label="Stages">
        <button
          v-for="one in data.stages"
          :key="one.stage"
          type="button"
          :class="{ here: one.stage === stage?.stage, done: one.checked === one.points.length }"
          :aria-label="`${stageNames[one.stage]}, ${one.checked} of ${one.points.length} seen`"
          :aria-current="one.stage === stage?.stage ? 'step' : undefined"
          @click="toStage(one)"
        >
          <span :style="{ width: percent(one.checked / one.points.length) }" />
        </button>
      </nav>
      <div class="round" role="group" aria-label="How long a round">
        <button type="button" :aria-pressed="short" @click="short = true">
          Short round<template v-if="short">, {{ number(minutesLeft, 0) }} min left</template>
        </button>
        <button type="button" :aria-pressed="!short" @click="short = false">Full round</button>
        <RouterLink :to="`/viewings/${viewing}/details`">What it has</RouterLink>
      </div>
      <p v-if="stage" class="where">
        <span>{{ data.stages.indexOf(stage) + 1 }} {{ stageNames[stage.stage] }}</span>
        <span>{{ stage.checked }} of {{ stage.points.length }} seen here</span>
      </p>
    </header>
    <LoadState :query="query" what="The viewing" />
    <main v-if="data && current" class="columns">
      <div class="drawing">
        <ZoneDrawing
          v-model="zone"
          :form="data.use === 'road' || data.use === 'dual-sport' ? 'road' : 'dirt'"
          :zones="data.zones"
          :current="current.zone"
        />
      </div>
      <div class="middle">
        <p v-if="data.status === 'not-bought'" class="closed">Not bought: {{ data.ended }}</p>
        <p v-if="data.status === 'bought'" class="closed">
          Bought. It <RouterLink :to="`/bikes/${data.bike}`">stands in the shed</RouterLink>.
        </p>
        <p v-if="data.first.length && !closed" class="first" role="status">
          It does not run: <b>{{ data.first.length === 1 ? 'one question' : `${data.first.length} questions` }} first.</b> The
          answer may end the viewing here.
        </p>
        <p v-if="knocked.length" class="knocked" role="status"><b>Knocked out.</b> {{ knocked.join(' ') }}</p>
        <ShortRoundEnd
          v-if="shortDone && !closed && data.rest && data.offers"
          :rest="data.rest"
          :walk-away="data.offers.walkAway"
          :asking="data.asking"
          :currency="data.currency"
        />
        <PointPane
          :point="current"
          :refusal="refusal"
          :busy="busy"
          :shut="rideShut"
          :closed="closed"
          :currency="data.currency"
          :send-photo="picture"
          @tap="act"
        >
          <div v-if="moved?.against.length" class="against" role="status">
            <b>Against the claim</b> “{{ moved.against.join('”, “') }}”. Trust falls from {{ percent(moved.trust[0]) }} to
            {{ percent(moved.trust[1]) }}.
          </div>
          <div v-else-if="moved?.borne.length" class="borne" role="status">
            <b>Bears out the claim</b> “{{ moved.borne.join('”, “') }}”. Trust rises from {{ percent(moved.trust[0]) }} to
            {{ percent(moved.trust[1]) }}.
          </div>
          <RecallLine v-if="current.id === 'papers.recalls'" :viewing="viewing" />
          <p v-if="rideShut" class="soft">It waits for: {{ data.rideShutBy.join('; ') }}.</p>
        </PointPane>
      </div>
      <aside class="side">
        <section class="standing" aria-label="How it stands">
          <div>
            <p class="label">Condition so far</p>
            <p class="figure big">{{ data.score.condition == null ? '–' : number(data.score.condition, 0) }}</p>
            <p class="soft">
              anywhere from {{ number(data.score.low, 0) }} to {{ number(data.score.high, 0) }};
              {{ percent(data.score.coverage) }} seen
            </p>
          </div>
          <div>
            <p class="label">Walk away above</p>
            <p class="figure big">{{ data.offers ? roundMoney(data.offers.walkAway, data.currency) : '–' }}</p>
            <p class="soft">
              <template v-if="data.knockedOut">what was found decides</template>
              <template v-else-if="!data.offers">say what a sound one is worth</template>
              <template v-else-if="moved?.walkAway && Math.round(moved.walkAway[0]) !== Math.round(moved.walkAway[1])"
                >was {{ roundMoney(moved.walkAway[0], data.currency) }} before this</template
              >
              <template v-else
                >{{ roundMoney(data.cost.c50, data.currency) }} to put right, up to
                {{ roundMoney(data.cost.c90, data.currency) }}</template
              >
            </p>
          </div>
          <ScoreBand :score="data.score" class="band" />
          <p class="verdict">
            <b>{{ verdictNames[data.verdict] }}.</b>{{ ' ' }}
            <RouterLink :to="`/viewings/${viewing}/money`">{{ data.knockedOut ? 'Why' : 'Why, and what to offer' }}</RouterLink>
          </p>
        </section>
        <section class="list" :aria-label="zone ? zoneNames[zone] : 'This stage'">
          <p class="label">{{ zone ? zoneNames[zone] : stageNames[current.stage] }}</p>
          <ol>
            <li v-for="point in listed" :key="point.id">
              <button type="button" :class="[mark(point), { here: point.id === current.id }]" @click="go(point.id)">
                <span>{{ point.title }}</span>
                <em>{{
                  point.typed ??
                  (point.grade && point.kind === 'yes-no' ? (point.grade === 'sound' ? 'sound' : 'not so') : mark(point))
                }}</em>
              </button>
            </li>
          </ol>
        </section>
      </aside>
    </main>
    <footer v-if="data && current" class="bar">
      <button type="button" @click="asking = true">Most telling</button>
      <button type="button" :disabled="closed" @click="skip">Skip</button>
      <button v-if="next" type="button" class="go" @click="go(next.id)">
        <b>Next: {{ next.title }}</b>
        <span>{{ stageNames[next.stage].toLowerCase() }}, {{ lookTime(next.minutes) }}</span>
      </button>
      <button v-else-if="shortDone && !closed && looks?.length" type="button" class="go" @click="short = false">
        <b>Go on with the full round</b>
        <span v-if="data.rest">{{ data.rest.points }} more to look at, {{ number(data.rest.minutes, 0) }} min</span>
      </button>
      <button v-else type="button" class="go" disabled><b>All looked at</b></button>
    </footer>
    <WhatNext v-if="data" v-model="asking" :looks="looks ?? []" :currency="data.currency" @go="pick" />
  </div>
</template>

<style scoped src="./walk.css"></style>
