<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, type TaskAnswer } from '@/api/client'
import DraftLine from '@/design/DraftLine.vue'
import { date } from '@/design/format'
import RefusalLine from '@/design/RefusalLine.vue'
import { useForm } from '@/design/useForm'
import { useBike } from '../bikes/useBike'
import { useWritten } from '../ledger/useWritten'

/** All that one knows of a bike: a line for each task, down the column by Enter. */
const props = defineProps<{ bike: string }>()
const router = useRouter()
const { written } = useWritten()
const { data } = useBike(() => props.bike)

type By = 'memory' | 'receipt' | 'seller'
type Line = { when: string; meter: string; by: By | '' }
const sheet = useForm(
  () => `history ${props.bike}`,
  () => ({ by: 'memory' as By, lines: {} as Record<string, Line> }),
)
sheet.begin()

const everything = ref(false)
const tasks = computed(() =>
  (data.value?.tasks ?? []).filter(
    (task) =>
      !task.paper &&
      (everything.value || task.state === 'unknown' || told(task.id)?.when) &&
      (task.state !== 'when-worn' || everything.value),
  ),
)
const known = computed(() => (data.value?.tasks ?? []).filter((task) => !task.paper && task.state !== 'unknown').length)
const partNames: Record<TaskAnswer['part'], string> = {
  engine: 'Engine',
  intake: 'Intake and fuel',
  'drive-and-brakes': 'Drive and brakes',
  chassis: 'Chassis',
  electrics: 'Electrics',
  papers: 'Papers',
}
const parts = computed(() =>
  (Object.keys(partNames) as TaskAnswer['part'][])
    .map((part) => ({ part, tasks: tasks.value.filter((task) => task.part === part) }))
    .filter((group) => group.tasks.length),
)
const meter = computed(() => data.value?.meters.find((one) => one.kind === 'odometer') ?? data.value?.meters[0])
const told = (task: string): Line | undefined => sheet.form.lines[task]
const line = (task: string, part: Partial<Line>) =>
  (sheet.form.lines = { ...sheet.form.lines, [task]: { when: '', meter: '', by: '', ...told(task), ...part } })
const said = computed(() => Object.entries(sheet.form.lines).filter(([, one]) => one.when.trim() && !isUnknown(one.when)))
const isUnknown = (when: string) => ['?', 'unknown', "don't know"].includes(when.trim().toLowerCase())
const refused = (task: string, field: 'when' | 'meter') =>
  sheet.refusal?.of(`lines.${said.value.findIndex(([id]) => id === task)}.${field}`)
const last = (task: TaskAnswer) => task.because.find((one) => one.kind === 'last-done' || one.kind === 'claimed')?.date

/** Enter goes down the column that one types in. */
function down(event: KeyboardEvent) {
  const here = event.target as HTMLInputElement
  const column = [...document.querySelectorAll<HTMLInputElement>(`input[data-column="${here.dataset.column}"]`)]
  const next = column[column.indexOf(here) + (event.shiftKey ? -1 : 1)]
  if (next) {
    next.focus()
    next.select()
  } else void nextTick(() => document.querySelector<HTMLElement>('#keep')?.focus())
}

const keep = () =>
  sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/servicing/history', {
          params: { path: { bike: props.bike } },
          body: {
            id,
            lines: said.value.map(([task, one]) => ({
              task,
              when: one.when,
              meter: one.meter || null,
              by: one.by || sheet.form.by,
            })),
          },
        }),
      ),
    async ({ entries }) => {
      await written(`${data.value?.nickname}: ${entries.length} lines of what you know are in the book.`, ...entries)
      await router.push(`/bikes/${props.bike}`)
    },
  )
</script>

<template>
  <main class="page narrow">
    <header>
      <p class="label">What I know</p>
      <h1>
        <RouterLink :to="`/bikes/${bike}`">{{ data?.nickname }}</RouterLink>
      </h1>
      <p class="soft how">
        A line for each piece of work, as well as you remember: <kbd>2024</kbd>, <kbd>May 2024</kbd>, <kbd>3.5.2024</kbd>,
        <kbd>2 years ago</kbd>. <kbd>never</kbd> counts from when the bike was new; what you leave empty stays unknown. Enter goes
        down the column.
      </p>
    </header>
    <DraftLine :sheet="sheet" />
    <form v-if="data" class="cabinet" @submit.prevent="keep">
      <header>
        <div class="by" role="radiogroup" aria-label="How do you know?">
          <span class="label">How do you know?</span>
          <label
            v-for="way in [
              { v: 'memory', t: 'From memory' },
              { v: 'receipt', t: 'By receipt' },
              { v: 'seller', t: `By the seller's word` },
            ] as const"
            :key="way.v"
          >
            <input v-model="sheet.form.by" type="radio" name="by" :value="way.v" /> {{ way.t }}
          </label>
        </div>
        <label class="label"><input v-model="everything" type="checkbox" /> also the {{ known }} that are known</label>
      </header>
      <table>
        <thead>
          <tr>
            <th scope="col">Work</th>
            <th scope="col">When</th>
            <th v-if="meter" scope="col">Meter then, {{ meter.unit }}</th>
            <th scope="col">Known by</th>
          </tr>
        </thead>
        <tbody v-for="group in parts" :key="group.part">
          <tr class="part">
            <th colspan="4" scope="rowgroup">{{ partNames[group.part] }}</th>
          </tr>
          <tr v-for="task in group.tasks" :key="task.id">
            <th scope="row">
              <b>{{ task.component }}</b> {{ task.title.toLowerCase() }}
              <span v-if="last(task)" class="soft">{{ date(last(task)!, data.today) }} in the book</span>
            </th>
            <td data-head="When">
              <input
                :value="told(task.id)?.when ?? ''"
                data-column="when"
                autocomplete="off"
                maxlength="30"
                :aria-label="`${task.component}, ${task.title.toLowerCase()}: when`"
                :aria-invalid="!!refused(task.id, 'when')"
                @input="line(task.id, { when: ($event.target as HTMLInputElement).value })"
                @keydown.enter.prevent="down"
              />
              <span v-if="refused(task.id, 'when')" class="wrong">{{ refused(task.id, 'when') }}</span>
            </td>
            <td v-if="meter" :data-head="`Meter then, ${meter.unit}`">
              <input
                :value="told(task.id)?.meter ?? ''"
                data-column="meter"
                autocomplete="off"
                inputmode="decimal"
                maxlength="16"
                :aria-label="`${task.component}, ${task.title.toLowerCase()}: meter`"
                :aria-invalid="!!refused(task.id, 'meter')"
                @input="line(task.id, { meter: ($event.target as HTMLInputElement).value })"
                @keydown.enter.prevent="down"
              />
              <span v-if="refused(task.id, 'meter')" class="wrong">{{ refused(task.id, 'meter') }}</span>
            </td>
            <td class="known">
              <select
                v-if="told(task.id)?.when"
                :value="told(task.id)?.by || sheet.form.by"
                :aria-label="`${task.component}, ${task.title.toLowerCase()}: known by`"
                @change="line(task.id, { by: ($event.target as HTMLSelectElement).value as By })"
              >
                <option value="memory">memory</option>
                <option value="receipt">receipt</option>
                <option value="seller">seller's word</option>
              </select>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="!tasks.length" class="none">Nothing is unknown of this bike.</p>
      <footer>
        <RefusalLine :refusal="sheet.refusal" always />
        <v-btn id="keep" class="plate pen" type="submit" :disabled="sheet.busy || !said.length"
          >Keep {{ said.length || 'the' }} {{ said.length === 1 ? 'line' : 'lines' }}</v-btn
        >
      </footer>
    </form>
  </main>
</template>

<style scoped>
.narrow {
  display: grid;
  gap: 1rem;
  max-width: 1040px;
}
h1 {
  font-size: 2.5rem;
}
h1 a {
  text-decoration: none;
}
.how {
  max-width: 46rem;
}
kbd {
  padding: 0 0.3em;
  border: 1px solid var(--rule);
  background: var(--card);
  font: 600 0.9375em/1.4 var(--head);
}
.cabinet > header {
  flex-wrap: wrap;
}
.by {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 1.1rem;
}
.by label {
  display: inline-flex;
  align-items: center;
  gap: 0.35rem;
  min-height: 40px;
}
input[type='radio'],
input[type='checkbox'] {
  width: 20px;
  height: 20px;
  accent-color: var(--green);
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 400;
}
thead th {
  padding: 0.5rem 0.6rem 0.3rem;
  font: 600 0.8125rem/1.2 var(--head);
  letter-spacing: 0.06em;
  text-transform: uppercase;
  color: var(--soft);
}
.part th {
  padding: 0.9rem 1.1rem 0.25rem;
  border-bottom: 2px solid var(--ink);
  font: 700 1.25rem/1.1 var(--head);
}
tbody th[scope='row'] {
  padding: 0.35rem 0.6rem 0.35rem 1.1rem;
}
th b {
  font: 700 1.125rem/1.2 var(--head);
}
th .soft {
  display: block;
  font-size: 0.875rem;
}
tbody tr + tr > * {
  border-bottom: 1px solid var(--rule);
}
td {
  padding: 0.15rem 0.6rem;
  vertical-align: middle;
}
td input,
td select {
  width: 100%;
  min-width: 6.5rem;
  min-height: 40px;
  padding: 0 0.3rem;
  border: 0;
  border-bottom: 1.5px solid var(--steel);
  background: transparent;
  color: var(--ink);
  font: 600 1.125rem/1 var(--head);
}
td select {
  border-color: transparent;
  font: 400 1rem/1 var(--body);
}
td input[aria-invalid='true'] {
  border-color: var(--oxide);
}
.wrong {
  display: block;
  font-size: 0.875rem;
  color: var(--oxide);
}
.known {
  width: 9.5rem;
}
footer {
  position: sticky;
  bottom: 0;
  display: grid;
  gap: 0.6rem;
  justify-items: end;
  padding: 0.9rem 1.1rem;
  border-top: 1px solid var(--rule);
  background: var(--card);
}
.none {
  padding: 1rem 1.1rem;
}
@media (max-width: 720px) {
  footer {
    bottom: 4.2rem;
  }
  thead {
    display: none;
  }
  tbody tr:not(.part) {
    display: grid;
    grid-template-columns: 1fr 1fr;
  }
  tbody tr:not(.part) > * {
    border: 0;
  }
  tbody tr:not(.part) {
    padding-bottom: 0.5rem;
    border-bottom: 1px solid var(--rule);
  }
  tbody th[scope='row'],
  .known,
  .part th {
    grid-column: 1 / -1;
  }
  .known {
    width: auto;
  }
  td input {
    min-width: 0;
  }
  td[data-head]::before {
    content: attr(data-head);
    font: 600 0.8125rem/1.2 var(--head);
    color: var(--soft);
  }
  footer {
    padding-block: 0.5rem;
  }
}
</style>
