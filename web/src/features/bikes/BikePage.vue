<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, type TaskAnswer } from '@/api/client'
import { date, number, plainWords } from '@/design/format'
import { useTold } from '@/design/useTold'
import LoadState from '@/design/LoadState.vue'
import StandingDialog from '../layup/StandingDialog.vue'
import EntryLine from '../ledger/EntryLine.vue'
import JobsCabinet from '../jobs/JobsCabinet.vue'
import ReadingDialog from '../meters/ReadingDialog.vue'
import PhotoButton from '../photos/PhotoButton.vue'
import { sendToBook } from '../photos/sendPhoto'
import FindingSheet from '../findings/FindingSheet.vue'
import FuelDialog from '../fuel/FuelDialog.vue'
import GateLine from '../gates/GateLine.vue'
import WordsSheet from '../jobs/WordsSheet.vue'
import ExpenseDialog from '../shop-work/ExpenseDialog.vue'
import ShopWorkDialog from '../shop-work/ShopWorkDialog.vue'
import RideDialog from '../rides/RideDialog.vue'
import DoneDialog from '../servicing/DoneDialog.vue'
import IntervalDialog from '../servicing/IntervalDialog.vue'
import { partNames } from '../servicing/partNames'
import PaperDialog from '../papers/PaperDialog.vue'
import PlanSections from '../servicing/PlanSections.vue'
import { useRefresh, useShed } from '../shed/useShed'
import BikeDrawing from './BikeDrawing.vue'
import ForNowCabinet from './ForNowCabinet.vue'
import FindingsCabinet from '../findings/FindingsCabinet.vue'
import HalfDone from './HalfDone.vue'
import ReservoirStrip from './ReservoirStrip.vue'
import { useBike } from './useBike'
import { useBikeWords } from './useBikeWords'

const props = defineProps<{ bike: string }>()

const router = useRouter()
const refresh = useRefresh()
const told = useTold()
const query = useBike(() => props.bike)
const { data } = query
const { data: shed } = useShed()
const reading = ref(false)
const riding = ref(false)
const fuelling = ref(false)
const standing = ref(false)
const shopping = ref(false)
const paying = ref(false)
const { faulting, noting, refusal: wordsRefusal, keepFault, keepNote } = useBikeWords(() => props.bike)
async function picture(photo: string, file: File) {
  await sendToBook(props.bike, photo, '', file)
  await refresh()
}
const doing = ref<TaskAnswer | null>(null)
const holding = ref<TaskAnswer | null>(null)
const setting = ref<TaskAnswer | null>(null)
const zone = ref<TaskAnswer['part'] | null>(null)

const pressing = computed(() =>
  Object.fromEntries(
    (Object.keys(partNames) as TaskAnswer['part'][]).map((part) => [
      part,
      (data.value?.tasks ?? []).some((task) => task.part === part && (task.state === 'overdue' || task.state === 'due')),
    ]),
  ),
)

const unknowns = computed(() => data.value?.tasks.filter((task) => task.state === 'unknown') ?? [])

/** The headings under which something is due: their jobs are laid open. */
const openGroups = computed(() =>
  (data.value?.jobs ?? [])
    .filter((job) =>
      data.value?.tasks.some((task) => task.job === job.id && ['due', 'overdue', 'coming-up'].includes(task.state)),
    )
    .map((job) => job.group),
)

/** @param task The service task for which it is begun: the choices of its job stand as it calls for. */
async function start(jobs: string[], task?: string) {
  const running = data.value?.running.find((run) => jobs.length === 1 && run.jobs.includes(jobs[0]!))
  if (running) return router.push(`/runs/${running.id}`)
  await told.attempt(
    (id) => answer(api.POST('/api/bikes/{bike}/runs', { params: { path: { bike: props.bike } }, body: { id, jobs, task } })),
    async (run) => {
      await refresh()
      await router.push(`/runs/${run.id}`)
    },
  )
}
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The bike" />
    <div v-if="data" class="columns">
      <div class="main">
        <header class="title">
          <div>
            <p class="label">{{ data.make }} {{ data.model }}, {{ data.year }}</p>
            <h1>{{ data.nickname }}</h1>
          </div>
          <div class="meters">
            <button v-for="meter in data.meters" :key="meter.kind" type="button" class="meter" @click="reading = true">
              <span v-if="meter.display">
                <span class="label"
                  >{{ meter.kind === 'odometer' ? 'On the dash' : 'Hour meter' }}, {{ date(meter.readOn!, data.today) }}</span
                >
                <span class="figure big"
                  >{{ number(meter.display.value, meter.display.decimals, meter.display.decimals)
                  }}<span class="unit">{{ meter.unit }}</span></span
                >
              </span>
              <span v-else>
                <span class="label">{{ meter.kind === 'odometer' ? 'Odometer' : 'Hour meter' }}</span>
                <span class="figure big">not read</span>
              </span>
              <span v-if="meter.today" class="likely">
                <span class="label">Today, estimated</span>
                <span class="figure big"
                  >{{ number(meter.today.value, meter.today.decimals, meter.today.decimals)
                  }}<span class="unit">{{ meter.unit }}</span></span
                >
              </span>
              <span v-if="meter.lifetime" class="likely">
                <span class="label">In its life</span>
                <span class="figure big"
                  >{{ number(meter.lifetime.value, meter.lifetime.decimals) }}<span class="unit">{{ meter.unit }}</span></span
                >
              </span>
            </button>
            <p v-if="!data.meters.length" class="soft">
              No meter on this bike: its rides, or what you said of a year, stand in for one.
            </p>
          </div>
        </header>
        <GateLine
          :bike="bike"
          :nickname="data.nickname"
          :gates="data.gates"
          :word="data.word"
          :pump="data.pump"
          :today="data.today"
          @start="start([$event])"
        />
        <nav id="acts" class="acts" aria-label="Write something down">
          <button type="button" @click="riding = true">Ride</button>
          <button type="button" @click="fuelling = true">Fuel</button>
          <button v-if="data.meters.length" type="button" @click="reading = true">Reading</button>
          <button type="button" @click="faulting = true">Fault</button>
          <RouterLink :to="`/bikes/${data.id}/figures`">Figures</RouterLink>
          <RouterLink :to="`/bikes/${data.id}/wear`">Wear</RouterLink>
          <button type="button" @click="noting = true">Note</button>
          <button type="button" @click="paying = true">Cost</button>
          <button type="button" @click="shopping = true">Shop's work</button>
        </nav>
        <HalfDone :bike="data" />
        <p v-if="data.standsSince" class="stands">
          <b>Standing since {{ date(data.standsSince, data.today) }}.</b> No use is expected of it until it is back in use.
        </p>
        <ul v-if="data.warnings.length" class="warnings">
          <li v-for="warning in data.warnings" :key="warning.field">
            <b>{{ plainWords(warning.field) }}</b> {{ warning.words }}.
          </li>
        </ul>
        <p v-if="zone" class="zone">
          Only {{ partNames[zone].toLowerCase() }}.
          <v-btn class="plate small" variant="text" @click="zone = null">Show the whole bike</v-btn>
        </p>
        <p v-if="unknowns.length" id="unknown" class="unknown">
          <RouterLink :to="`/bikes/${data.id}/history`"
            ><b>{{ unknowns.length }} unknown</b></RouterLink
          >
          Nobody has said when {{ unknowns.length === 1 ? 'it was' : 'they were' }} last done. Unknown is not fine: tell what you
          know on one sheet.
        </p>
        <PlanSections
          :bike="bike"
          :name="data.nickname"
          :tasks="data.tasks"
          :next="data.next"
          :jobs="data.jobs"
          :today="data.today"
          :zone="zone"
          @done="$event.paper ? (holding = $event) : (doing = $event)"
          @interval="setting = $event"
          @start="start([$event.job!], $event.id)"
        />

        <section v-if="!data.tasks.length" class="cabinet none">
          <p>No schedule that ships fits this profile yet. Readings, notes and findings are kept all the same.</p>
        </section>
      </div>
      <aside class="side">
        <section class="cabinet drawing">
          <BikeDrawing
            v-model="zone"
            :form="data.use === 'road' || data.use === 'dual-sport' ? 'road' : 'dirt'"
            :pressing="pressing"
            :names="partNames"
          />
        </section>
        <JobsCabinet v-if="data.jobs.length" :bike="bike" :jobs="data.jobs" :open="openGroups" @start="start" />
        <ReservoirStrip :bike="bike" :reservoirs="data.reservoirs" :today="data.today" />
        <ForNowCabinet :bike="bike" :things="data.forNow" :today="data.today" />
        <FindingsCabinet
          :bike="bike"
          :findings="data.findings"
          :on-trial="data.onTrial"
          :repairs="data.repairs"
          :today="data.today"
        />
        <section class="cabinet" aria-labelledby="book-title">
          <header>
            <h2 id="book-title">Book</h2>
            <RouterLink class="label" :to="{ path: '/book', query: { bike: data.id } }">all of it</RouterLink>
          </header>
          <ol class="lines">
            <EntryLine v-for="entry in data.book" :key="entry.id" :entry="entry" :today="data.today" />
          </ol>
          <p v-if="!data.book.length" class="none soft">Nothing is written yet. Begin with what the meter shows.</p>
        </section>
        <p class="foot">
          <PhotoButton :send="picture" label="Photo into the book" />
          <button type="button" @click="standing = true">{{ data.standsSince ? 'Back in use' : 'Lay it up' }}</button>
          <RouterLink :to="`/bikes/${data.id}/parts`">Parts, changes, teardown sheets</RouterLink>
          <RouterLink :to="`/bikes/${data.id}/history`">What I know of its past</RouterLink>
          <RouterLink :to="`/bikes/${data.id}/profile`">Profile, capacities and torques</RouterLink>
        </p>
      </aside>
    </div>
    <ReadingDialog v-if="shed" v-model="reading" :bikes="shed.bikes" :bike="bike" :today="shed.today" />
    <template v-if="data">
      <RideDialog v-model="riding" :bike="bike" :nickname="data.nickname" :today="data.today" />
      <FuelDialog v-model="fuelling" :bike="bike" :nickname="data.nickname" :today="data.today" />
      <StandingDialog
        v-model="standing"
        :bike="bike"
        :nickname="data.nickname"
        :stands-since="data.standsSince ?? null"
        :today="data.today"
      />
      <FindingSheet
        :open="faulting"
        :title="`${data.nickname}: a fault`"
        :about="bike"
        :save="keepFault"
        :refusal="wordsRefusal"
        @close="faulting = false"
      />
      <WordsSheet
        :open="noting"
        :title="`${data.nickname}: a note`"
        :about="`note ${bike}`"
        label="What is worth keeping? It stands in the book under today"
        button="Write it down"
        :save="keepNote"
        :refusal="wordsRefusal"
        @close="noting = false"
      />
      <ExpenseDialog v-model="paying" :bike="bike" :nickname="data.nickname" :today="data.today" />
      <ShopWorkDialog v-model="shopping" :bike="bike" :nickname="data.nickname" :tasks="data.tasks" :today="data.today" />
      <DoneDialog v-model="doing" :bike="bike" :today="data.today" />
      <PaperDialog v-model="holding" :bike="bike" :today="data.today" />
      <IntervalDialog v-model="setting" :bike="bike" />
    </template>
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 1.25rem;
  align-items: start;
}
.main,
.side {
  display: grid;
  gap: 1.1rem;
  min-width: 0;
}
.title {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  justify-content: space-between;
  gap: 0.5rem 2rem;
}
h1 {
  font-size: 3rem;
}
.meter {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 0 1.8rem;
  text-align: right;
  cursor: pointer;
}
.meter > span {
  display: grid;
}
.big {
  font-size: 2.5rem;
  line-height: 1.1;
}
.big .unit {
  font-size: 1.25rem;
}
.likely .big {
  color: var(--steel);
}
.stands {
  padding: 0.5rem 1.1rem;
  border-left: 6px solid var(--rule);
  background: repeating-linear-gradient(-45deg, transparent 0 7px, var(--rule) 7px 8px);
}
.stands b {
  font: 700 1.125rem/1.2 var(--head);
}
.unknown {
  padding: 0.5rem 1.1rem;
  border: 1px dashed var(--ink);
}
.unknown b {
  font: 700 1.125rem/1.2 var(--head);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.acts button,
.acts a {
  display: grid;
  place-items: center;
  text-decoration: none;
}
.acts button,
.acts a {
  flex: 1 1 auto;
  min-height: 46px;
  padding: 0 0.9rem;
  border: 1px solid var(--ink);
  background: var(--card);
  font: 700 1.125rem/1 var(--head);
}
.warnings {
  margin: 0;
  padding: 0.4rem 1rem;
  border-left: 3px solid var(--margin-line);
  list-style: none;
  font-size: 0.9375rem;
}
.lines {
  margin: 0;
  padding: 0;
  list-style: none;
}
.none {
  padding: 1rem 1.1rem;
}
.drawing {
  padding: 0.3rem 0.8rem 0.6rem;
}
.zone {
  display: flex;
  align-items: center;
  gap: 0.5rem;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 1.4rem;
  font: 600 1.0625rem/1.2 var(--head);
}
.foot button {
  text-decoration: underline;
}
@media (max-width: 1020px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 720px) {
  .meter {
    justify-content: flex-start;
    text-align: left;
  }
  .big {
    font-size: 2rem;
  }
}
</style>
