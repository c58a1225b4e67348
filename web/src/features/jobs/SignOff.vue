<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { answer, api, type Refusal, type RunAnswer } from '@/api/client'
import { quantity } from '@/design/format'
import MoneyField from '@/design/MoneyField.vue'
import { useBike } from '../bikes/useBike'
import { entryWords } from '../ledger/entrySentence'

const props = defineProps<{
  run: RunAnswer
  write: (call: (id: string, version: string) => Promise<RunAnswer>, what: string) => Promise<boolean>
  refusal: Refusal | null
}>()

/** What was priced at its step stands in the book by itself: it is not to be written down again here. */
const counted = computed(() => props.run.willWrite.filter((line) => line.kind === 'cost'))
const aCost = () => ({ for: counted.value.length ? '' : 'parts and fluids', amount: '' })

const form = reactive({
  minutes: String(props.run.workedMinutes),
  leftover: '',
  note: '',
  costs: [aCost()],
  cured: {} as Record<string, string>,
})
const { data: bike } = useBike(() => props.run.bike)
/** What is still open on the bike, and may be cured by this job. */
const open = computed(() => bike.value?.findings.filter((finding) => finding.entry) ?? [])
/** The one job of a joined run that is signed off while the others go on. */
const part = ref<string | null>(null)
const ready = computed(() => props.run.parts.find((one) => one.job === part.value && !one.signed && !one.refused))
const shown = computed(() => !props.run.finishRefused || ready.value)

/** What is left of the run is signed off on a sheet of its own. */
function begin(run: RunAnswer) {
  part.value = null
  Object.assign(form, { minutes: String(run.workedMinutes), leftover: '', note: '', cured: {} })
  form.costs = [aCost()]
}

function takeBack() {
  const reason = 'signed off too early'
  return props.write(
    (id) => answer(api.POST('/api/runs/{run}/undo-finish', { params: { path: { run: props.run.id } }, body: { id, reason } })),
    'taken back',
  )
}

/** Signs off the whole run, or one of the jobs that were joined in it. */
function keep(job: string | null = null) {
  const body = {
    minutes: form.minutes,
    costs: form.costs.filter((cost) => cost.amount.trim()),
    leftover: form.leftover || null,
    note: form.note || null,
    job,
    cured: Object.entries(form.cured).map(([finding, how]) => ({ finding, how })),
  }
  return props.write(async (id, version) => {
    const run = await answer(
      api.POST('/api/runs/{run}/finish', {
        params: { path: { run: props.run.id } },
        body: { id, ...body },
        headers: { 'If-Match': version },
      }),
    )
    if (job) begin(run)
    return run
  }, JSON.stringify(body))
}
</script>

<template>
  <form id="sign-off" class="sign-off" @submit.prevent="keep()">
    <h2>{{ run.finishRefused ? 'Not yet' : 'Read it, then sign it off.' }}</h2>
    <p v-if="run.finishRefused">{{ run.finishRefused }}</p>
    <section v-if="run.parts.length" class="parts">
      <h3 class="label">Job by job</h3>
      <ul>
        <li v-for="one in run.parts" :key="one.job" :class="{ chosen: one.job === ready?.job }">
          <b>{{ one.title }}</b>
          <span v-if="one.signed" class="soft">signed off; it stands in the book</span>
          <span v-else-if="one.refused" class="soft">{{ one.refused }}</span>
          <button v-else type="button" class="more" @click="part = part === one.job ? null : one.job">
            {{ part === one.job ? 'Not by itself' : 'Sign off this one' }}
          </button>
        </li>
      </ul>
      <button v-if="run.parts.some((one) => one.signed)" type="button" class="more" @click="takeBack">
        Undo what was signed off by job
      </button>
    </section>
    <div v-if="shown" class="halves">
      <section v-if="ready">
        <h3 class="label">By itself: {{ ready.title }}</h3>
        <p>All that its steps left is written to the book now. The other jobs of this run go on.</p>
        <v-btn class="plate pen" @click="keep(ready.job)">Sign off {{ ready.title }}</v-btn>
      </section>
      <section v-else>
        <h3 class="label">This will stand in the book</h3>
        <ol>
          <li v-for="(line, at) in run.willWrite" :key="at">
            <b>{{ line.name }}</b> {{ entryWords(line, run.currency) }}
          </li>
        </ol>
      </section>
      <section class="fields">
        <div v-if="run.fromShelf.length" class="shelf">
          <h3 class="label">From the shelf</h3>
          <ul>
            <li v-for="one in run.fromShelf" :key="one.what + one.missing">
              {{ one.what }} <b class="figure">{{ quantity(one.amount) }}</b>
              <span v-if="one.missing"> not there: the shelf stays as it is</span>
            </li>
          </ul>
        </div>
        <p v-if="run.staysForNow.length" class="stays" role="status">
          <b>Not undone:</b> {{ run.staysForNow.join(', ') }}. It stays on the bike's undo list until it is.
        </p>
        <fieldset v-if="open.length" class="cured">
          <legend class="label">Did this cure something?</legend>
          <div v-for="finding in open" :key="finding.entry!">
            <v-checkbox
              :model-value="finding.entry! in form.cured"
              :label="finding.title"
              @update:model-value="$event ? (form.cured[finding.entry!] = '') : delete form.cured[finding.entry!]"
            />
            <v-text-field
              v-if="finding.entry! in form.cured"
              v-model="form.cured[finding.entry!]"
              label="What proves it, and under which conditions"
              maxlength="300"
              :error-messages="refusal?.of(`cured.${Object.keys(form.cured).indexOf(finding.entry!)}.how`)"
            />
          </div>
        </fieldset>
        <v-text-field
          v-if="run.tray.length"
          v-model="form.leftover"
          label="Why does it stay off?"
          :error-messages="refusal?.of('leftover')"
          :hint="`Still on the tray: ${run.tray.map((item) => item.part).join(', ')}`"
          persistent-hint
        />
        <v-text-field
          v-model="form.minutes"
          label="Time on the bench"
          hint="Minutes, or 1 h 20; pauses over half an hour are left out"
          persistent-hint
          :error-messages="refusal?.of('minutes')"
        />
        <div v-if="counted.length" class="counted">
          <h3 class="label">Counted already, from their steps</h3>
          <ul>
            <li v-for="(line, at) in counted" :key="at">{{ entryWords(line, run.currency) }}</li>
          </ul>
        </div>
        <div v-for="(cost, at) in form.costs" :key="at" class="cost">
          <v-text-field
            v-model="cost.for"
            :label="counted.length ? 'Paid besides, for' : 'Paid for'"
            maxlength="80"
            :error-messages="refusal?.of(`costs.${at}.for`)"
          />
          <MoneyField v-model="cost.amount" label="How much" :error-messages="refusal?.of(`costs.${at}.amount`)" />
        </div>
        <button type="button" class="more" @click="form.costs.push({ for: '', amount: '' })">Another cost</button>
        <v-textarea v-model="form.note" label="Anything for next time" maxlength="1000" />
      </section>
    </div>
  </form>
</template>

<style scoped>
ul {
  margin: 0.2rem 0 0;
  padding: 0;
  list-style: none;
}
h2 {
  margin-bottom: 0.8rem;
  font-size: 2.5rem;
}
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(240px, 1fr);
  gap: 2rem;
}
.parts {
  margin-block: 1rem 1.2rem;
}
.parts li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  align-items: center;
  justify-content: space-between;
  min-height: 44px;
  padding-inline: 0.5rem;
}
.parts li.chosen {
  border-left: 6px solid var(--chalk);
}
.parts button {
  min-height: 44px;
}
ol {
  margin: 0.3rem 0 0;
  padding: 0;
  list-style: none;
  border-top: 2px solid var(--ink);
}
li {
  padding: 0.3rem 0;
  border-bottom: 1px solid var(--rule);
}
li b {
  font: 700 1.0625rem/1.2 var(--head);
}
li .figure {
  font-family: var(--mono);
}
.fields {
  display: grid;
  gap: 0.8rem;
  align-content: start;
}
.stays {
  padding: 0.5rem 0.8rem;
  border-left: 6px solid var(--chalk);
  background: var(--enamel);
}
.cured {
  padding: 0;
  border: 0;
}
.cost {
  display: grid;
  grid-template-columns: 1.6fr 1fr;
  gap: 0.6rem;
}
.more {
  justify-self: start;
  text-decoration: underline;
  font: 600 1rem/1 var(--head);
}
@media (max-width: 1020px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
    gap: 1.2rem;
  }
}
</style>
