<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { answer, api, Refusal, type ShimPlan, type ValveAnswer } from '@/api/client'
import DraftLine from '@/design/DraftLine.vue'
import { number } from '@/design/format'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import LoadState from '@/design/LoadState.vue'
import DateField from '@/design/DateField.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useRefresh } from '../shed/useShed'
import ValvePast from './ValvePast.vue'
import ValveRow from './ValveRow.vue'
import WearTitle from './WearTitle.vue'
import { clearanceWords, valveColumns, type ValveTyped } from './valveWords'

/** A valve check: the grid as found, the shims that make it right with the fewest bought, and each valve over time. */
const props = defineProps<{ bike: string }>()
const queries = useQueryClient()
const refresh = useRefresh()
const { say } = useNotice()
const query = useQuery({
  queryKey: ['valves', () => props.bike],
  queryFn: () => answer(api.GET('/api/bikes/{bike}/valves', { params: { path: { bike: props.bike } } })),
})
const { data } = query

const key = (valve: { cylinder: number; side: string; number: number }) => `${valve.cylinder}-${valve.side}-${valve.number}`
const blank = () => ({
  unit: 'mm' as 'mm' | 'thou',
  step: '0.05',
  shelf: (data.value?.shelf ?? []).map((one) => `${number(one.size, 3, 2)}${one.count > 1 ? ` x${one.count}` : ''}`).join(' '),
  note: '',
  date: data.value?.today ?? '',
  rows: Object.fromEntries(
    (data.value?.valves ?? []).map((valve) => [
      key(valve),
      { clearance: '', shim: valve.shimNow ? number(valve.shimNow, 3, 2) : '', fitted: '', left: '' } as ValveTyped,
    ]),
  ),
})
const sheet = useForm(() => `valves ${props.bike}`, blank)
const begun = ref(false)
watch(
  data,
  (now) => {
    if (now && !begun.value) {
      begun.value = true
      sheet.begin()
    }
  },
  { immediate: true },
)
const cylinders = computed(() => [...new Set((data.value?.valves ?? []).map((valve) => valve.cylinder))])
const valvesOf = (cylinder: number, side: string) =>
  (data.value?.valves ?? []).filter((valve) => valve.cylinder === cylinder && valve.side === side)
const asked = computed(() =>
  (data.value?.valves ?? []).map((valve) => ({
    cylinder: valve.cylinder,
    side: valve.side,
    number: valve.number,
    ...(sheet.form.rows[key(valve)] ?? { clearance: '', shim: '', fitted: '', left: '' }),
  })),
)

// The plan follows what is typed; a refusal stands at its field.
const plan = ref<ShimPlan | null>(null)
const planWrong = ref<Refusal | null>(null)
let waiting = 0
watch(
  () => JSON.stringify([asked.value, sheet.form.unit, sheet.form.step, sheet.form.shelf]),
  () => {
    clearTimeout(waiting)
    waiting = window.setTimeout(work, 300)
  },
)
async function work() {
  if (!asked.value.some((row) => row.clearance.trim())) {
    plan.value = null
    planWrong.value = null
    return
  }
  try {
    plan.value = await answer(
      api.POST('/api/bikes/{bike}/valves/plan', {
        params: { path: { bike: props.bike } },
        body: { unit: sheet.form.unit, valves: asked.value, shelf: sheet.form.shelf, step: sheet.form.step },
      }),
    )
    planWrong.value = null
  } catch (failed) {
    planWrong.value = Refusal.from(failed)
  }
}
const lineOf = (valve: ValveAnswer) => plan.value?.lines.find((line) => key(line) === key(valve))
const wrong = (valve: ValveAnswer, field: string) => {
  const at = (data.value?.valves ?? []).indexOf(valve)
  return sheet.refusal?.of(`valves.${at}.${field}`) ?? planWrong.value?.of(`valves.${at}.${field}`)
}
const both = (one: { millimetres: number; thou: number }) => clearanceWords(one, sheet.form.unit)
/** A valve with a screw has no shim to take out or put in. */
const columns = computed(() => valveColumns.filter((column) => data.value?.shims || !column.shims))
function takePlan() {
  for (const line of plan.value?.lines ?? [])
    if (line.put != null) {
      const row = sheet.form.rows[key(line)]!
      row.fitted = number(line.put, 3, 2)
      row.left = ''
    }
}
const buys = computed(() => (plan.value?.buy ?? []).map((one) => number(one, 3, 2)).join(', '))
const print = () => window.print()
function keep() {
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/valves', {
          params: { path: { bike: props.bike } },
          body: { id, date: sheet.form.date, unit: sheet.form.unit, valves: asked.value, note: sheet.form.note || null },
        }),
      ),
    async (valves) => {
      queries.setQueryData(['valves', props.bike], valves)
      await refresh()
      sheet.begin()
      plan.value = null
      say('The check is written down. It stands in the book, and can be struck there.')
    },
  )
}
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The valves" />
    <template v-if="data">
      <WearTitle :bike="bike" :nickname="data.nickname" title="Valve check" below>
        <v-btn class="plate" variant="text" @click="print">Print the sheet</v-btn>
      </WearTitle>
      <p class="caution">
        <b>Cold engine, each valve fully closed.</b> Turn it by the crank, never by the starter. A cam that is out goes back to
        its marks, and the engine is turned over twice by hand before it is started. The maker's manual wins.
      </p>
      <p class="ranges">
        <span v-if="data.intake"
          >Intake <b class="figure">{{ both(data.intake.low) }} to {{ both(data.intake.high) }}</b></span
        >
        <span v-if="data.exhaust"
          >Exhaust <b class="figure">{{ both(data.exhaust.low) }} to {{ both(data.exhaust.high) }}</b></span
        >
        <span v-if="!data.intake || !data.exhaust" class="grave"
          >Between which limits is it right?
          <RouterLink :to="`/bikes/${bike}/figures`">Enter them on the figure card</RouterLink>: without them there is no
          verdict.</span
        >
      </p>
      <form class="grid" @submit.prevent="keep">
        <DraftLine :sheet="sheet" />
        <p class="choices">
          <span class="switch" role="group" aria-label="Unit of what is typed">
            <button
              v-for="unit in ['mm', 'thou'] as const"
              :key="unit"
              type="button"
              :aria-pressed="sheet.form.unit === unit"
              @click="sheet.form.unit = unit"
            >
              {{ unit }}
            </button>
          </span>
          <template v-if="data.shims">
            <span class="switch" role="group" aria-label="Shims can be bought by">
              <button
                v-for="step in ['0.05', '0.025']"
                :key="step"
                type="button"
                :aria-pressed="sheet.form.step === step"
                @click="sheet.form.step = step"
              >
                by {{ number(Number(step), 3) }}
              </button>
            </span>
            <v-text-field
              v-bind="sheet.field('shelf')"
              class="shelf"
              :label="`Shims on the shelf: ${number(2.8, 2, 2)} ${number(2.85, 2, 2)} x2`"
              :error-messages="planWrong?.of('shelf')"
              autocomplete="off"
              hide-details="auto"
            />
          </template>
        </p>
        <section v-for="cylinder in cylinders" :key="cylinder" class="cabinet" :aria-label="`Cylinder ${cylinder}`">
          <header v-if="cylinders.length > 1">
            <h2>Cylinder {{ cylinder }}</h2>
          </header>
          <div class="head label" :class="{ screws: !data.shims }">
            <span>Valve</span><span v-for="column in columns" :key="column.field">{{ column.head }}</span
            ><span>Verdict</span>
          </div>
          <template v-for="side in ['intake', 'exhaust']" :key="side">
            <template v-for="valve in valvesOf(cylinder, side)" :key="key(valve)">
              <ValveRow
                v-if="sheet.form.rows[key(valve)]"
                v-model="sheet.form.rows[key(valve)]!"
                :valve="valve"
                :columns="columns"
                :line="lineOf(valve)"
                :unit="sheet.form.unit"
                :today="data.today"
                :wrong="(field) => wrong(valve, field)"
              />
            </template>
          </template>
        </section>
        <section v-if="plan && data.shims" class="cabinet plan" aria-labelledby="plan-title" aria-live="polite">
          <h2 id="plan-title">{{ plan.buy.length ? `To buy: ${buys}` : 'Nothing to buy' }}</h2>
          <p>
            {{
              plan.lines.some((line) => line.put != null)
                ? 'What came out and what lies on the shelf goes in first; of all the ways that buy fewest, this leaves the clearances nearest to their middles.'
                : 'No shim has to move.'
            }}
            <template v-if="plan.spare.length"> Left over: {{ plan.spare.map((one) => number(one, 3, 2)).join(', ') }}.</template>
          </p>
          <p>
            <v-btn v-if="plan.lines.some((line) => line.put != null)" class="plate" variant="outlined" @click="takePlan"
              >Write these into the grid</v-btn
            >
          </p>
        </section>
        <div class="end">
          <DateField v-bind="sheet.field('date')" label="On" :max="data.today" />
          <v-text-field v-bind="sheet.field('note')" label="Anything to note" maxlength="500" autocomplete="off" />
          <v-btn class="plate pen" type="submit" :disabled="sheet.busy">Write the check down</v-btn>
        </div>
        <RefusalLine :refusal="sheet.refusal" always />
      </form>
      <ValvePast v-if="data.valves.some((valve) => valve.points.length)" :data="data" :unit="sheet.form.unit" />
    </template>
  </main>
</template>

<style scoped>
.caution {
  margin-top: 0.6rem;
  padding: 0.5rem 1.1rem;
  border-left: 6px solid var(--oxide);
  background: var(--oxide-wash);
}
.ranges {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 2rem;
  padding: 0.7rem 0;
  font-size: 1.0625rem;
}
.grid {
  display: grid;
  gap: 1.1rem;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem 1rem;
}
.shelf {
  flex: 1 1 260px;
}
.switch {
  display: inline-flex;
}
.switch button {
  min-height: 44px;
  padding: 0 1rem;
  border: 1.5px solid var(--ink);
  font: 600 1.0625rem/1 var(--head);
}
.switch button + button {
  border-left: 0;
}
.switch [aria-pressed='true'] {
  background: var(--ink);
  color: var(--card);
}
.head {
  display: grid;
  grid-template-columns: 110px repeat(4, 96px) minmax(0, 1fr);
  gap: 0.2rem 0.8rem;
  align-items: center;
  padding: 0.4rem 1.1rem;
}
.head.screws {
  grid-template-columns: 110px repeat(2, 110px) minmax(0, 1fr);
}
.plan {
  display: grid;
  gap: 0.5rem;
  padding: 0.9rem 1.1rem;
}
.end {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr) auto;
  gap: 1rem;
  align-items: center;
}
.grave {
  color: var(--oxide);
}
@media (max-width: 820px) {
  .head {
    display: none;
  }
  .end {
    grid-template-columns: minmax(0, 1fr);
    gap: 0.8rem;
  }
}
@media print {
  .switch,
  .shelf,
  .end,
  .plan .plate {
    display: none;
  }
}
</style>
