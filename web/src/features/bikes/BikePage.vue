<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api, newId, Refusal, type TaskAnswer } from '@/api/client'
import { date, number, plainWords } from '@/design/format'
import { useNotice } from '@/design/useNotice'
import StandingDialog from '../layup/StandingDialog.vue'
import EntryLine from '../ledger/EntryLine.vue'
import { useWritten } from '../ledger/useWritten'
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
import OwnItemDialog from '../servicing/OwnItemDialog.vue'
import RestDialog from '../servicing/RestDialog.vue'
import ServiceItem from '../servicing/ServiceItem.vue'
import { stateWords } from '../servicing/lifeSentence'
import { useRefresh, useShed } from '../shed/useShed'
import BikeDrawing from './BikeDrawing.vue'
import ForNowCabinet from './ForNowCabinet.vue'
import FindingsCabinet from './FindingsCabinet.vue'
import HalfDone from './HalfDone.vue'
import ReservoirStrip from './ReservoirStrip.vue'
import { useBike } from './useBike'
import { useBikeWords } from './useBikeWords'

const props = defineProps<{ bike: string }>()

const router = useRouter()
const route = useRoute()
const refresh = useRefresh()
const { say } = useNotice()
const { data, error } = useBike(() => props.bike)
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
const setting = ref<TaskAnswer | null>(null)
const resting = ref<TaskAnswer | null>(null)
const changing = ref<TaskAnswer | 'new' | null>(null)
const { written } = useWritten()
async function resume(task: TaskAnswer) {
  try {
    const entry = await answer(
      api.POST('/api/bikes/{bike}/servicing/resume', {
        params: { path: { bike: props.bike } },
        body: { id: newId(), task: task.id },
      }),
    )
    await written(`${task.component}: it counts again.`, entry)
  } catch (failed) {
    say(Refusal.from(failed).message)
  }
}
const zone = ref<TaskAnswer['part'] | null>(null)

const partNames: Record<TaskAnswer['part'], string> = {
  engine: 'Engine',
  intake: 'Intake and fuel',
  'drive-and-brakes': 'Drive and brakes',
  chassis: 'Chassis',
  electrics: 'Electrics',
  papers: 'Papers',
}
const parts = computed(() => {
  const tasks = data.value?.tasks ?? []
  return (Object.keys(partNames) as TaskAnswer['part'][])
    .filter((part) => !zone.value || part === zone.value)
    .map((part) => {
      // What only its look decides stands last: there is nothing to wait for.
      const own = tasks.filter((task) => task.part === part)
      const idle = (task: TaskAnswer) => task.state === 'when-worn' || task.state === 'rested'
      const sorted = [...own.filter((task) => !idle(task)), ...own.filter(idle)]
      return { part, tasks: sorted.filter((task) => zone.value || !next.value.includes(task)), words: inWords(own) }
    })
    .filter((group) => group.tasks.length)
})
const inWords = (tasks: TaskAnswer[]) =>
  (['overdue', 'due', 'coming-up', 'unknown', 'in-hand', 'fresh', 'when-worn', 'rested'] as const)
    .map((state) => ({ state, count: tasks.filter((task) => task.state === state).length }))
    .filter(({ count }) => count)
    .map(({ state, count }) => `${count} ${stateWords[state]}`)
    .join(', ')
/** What one comes for: what is due, and what comes next. */
const next = computed(() => {
  const order = ['overdue', 'due', 'coming-up']
  const tasks = data.value?.tasks ?? []
  const soon = tasks
    .filter((task) => order.includes(task.state))
    .sort((one, other) => order.indexOf(one.state) - order.indexOf(other.state) || (one.share ?? 0) - (other.share ?? 0))
  return soon.length
    ? soon
    : tasks
        .filter((task) => task.likelyDue && !task.paper)
        .sort((one, other) => one.likelyDue!.localeCompare(other.likelyDue!))
        .slice(0, 3)
})
const opened = ref(new Set<string>())
function fold(part: string, open: boolean) {
  const now = new Set(opened.value)
  if (open) now.add(part)
  else now.delete(part)
  opened.value = now
}
// What was just settled leaves the head of the page; its part is laid open, so that one sees where it went.
watch(next, (now, before) => {
  const gone = before.filter((task) => !now.some((one) => one.id === task.id))
  if (now[0] && gone.length <= 3) gone.forEach((task) => fold(task.part, true))
})
// A line of a work order leads to its row: the part that holds it is laid open.
watch(
  [() => route.hash, () => data.value?.id],
  async () => {
    const task = data.value?.tasks.find((one) => one.id === decodeURIComponent(route.hash.slice(1)))
    if (!task) return
    fold(task.part, true)
    await nextTick()
    document.getElementById(task.id)?.scrollIntoView({ block: 'center' })
  },
  { immediate: true },
)
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

async function start(jobs: string[]) {
  const running = data.value?.running.find((run) => jobs.length === 1 && run.jobs.includes(jobs[0]!))
  if (running) return router.push(`/runs/${running.id}`)
  try {
    const run = await answer(
      api.POST('/api/bikes/{bike}/runs', { params: { path: { bike: props.bike } }, body: { id: newId(), jobs } }),
    )
    await refresh()
    await router.push(`/runs/${run.id}`)
  } catch (failed) {
    say(failed instanceof Error ? failed.message : 'The job could not be started.')
  }
}
</script>

<template>
  <main class="page">
    <p v-if="error" class="refusal" role="alert">{{ error.message }}</p>
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
        <section v-if="next.length && !zone" class="cabinet" aria-labelledby="next-title">
          <header>
            <h2 id="next-title">Next</h2>
            <span class="label">left until due</span>
          </header>
          <ul class="items">
            <ServiceItem
              v-for="task in next"
              :id="task.id"
              :key="task.id"
              :task="task"
              :today="data.today"
              :startable="data.jobs.some((job) => job.id === task.job)"
              @done="doing = task"
              @interval="setting = task"
              @rest="resting = task"
              @resume="resume(task)"
              @change="changing = task"
              @start="start([task.job!])"
            />
          </ul>
        </section>
        <details
          v-for="group in parts"
          :key="group.part"
          class="cabinet part"
          :open="zone === group.part || opened.has(group.part)"
          @toggle="fold(group.part, ($event.target as HTMLDetailsElement).open)"
        >
          <summary>
            <h2>{{ partNames[group.part] }}</h2>
            <span class="soft">{{ group.words }}</span>
          </summary>
          <ul class="items">
            <ServiceItem
              v-for="task in group.tasks"
              :id="task.id"
              :key="task.id"
              :task="task"
              :today="data.today"
              :startable="data.jobs.some((job) => job.id === task.job)"
              @done="doing = task"
              @interval="setting = task"
              @rest="resting = task"
              @resume="resume(task)"
              @change="changing = task"
              @start="start([task.job!])"
            />
          </ul>
        </details>
        <p class="own"><button type="button" @click="changing = 'new'">Add a service item of your own</button></p>
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
        <FindingsCabinet :bike="bike" :findings="data.findings" :repairs="data.repairs" :today="data.today" />
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
          <RouterLink :to="`/bikes/${data.id}/parts`">Changes, repairs, teardown sheets</RouterLink>
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
      <IntervalDialog v-model="setting" :bike="bike" />
      <RestDialog v-model="resting" :bike="bike" :today="data.today" />
      <OwnItemDialog v-model="changing" :bike="bike" />
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
.items,
.lines {
  margin: 0;
  padding: 0;
  list-style: none;
}
.part summary {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0.2rem 1.2rem;
  min-height: 52px;
  padding: 0.75rem 1.1rem 0.6rem;
  cursor: pointer;
}
.part summary h2 {
  font-size: 1.375rem;
}
.part[open] summary {
  border-bottom: 1px solid var(--rule);
}
.own button {
  min-height: 44px;
  font: 600 1.0625rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 4px;
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
