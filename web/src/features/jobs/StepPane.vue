<script setup lang="ts">
import { computed } from 'vue'
import type { RunAnswer, StepAnswer } from '@/api/client'
import ChalkStroke from '@/design/ChalkStroke.vue'
import { number, plainWords, quantity } from '@/design/format'
import { provenanceWords } from '../servicing/lifeSentence'
import type { FigureMissed } from '../figures/FigureEntry.vue'
import StepFacts from './StepFacts.vue'

const props = defineProps<{ step: StepAnswer; run: RunAnswer; timer?: { words: string; over: boolean }; next?: string }>()
defineEmits<{ toggleTimer: []; finding: []; note: []; missing: [figure: FigureMissed] }>()

/** Before the first step the whole job is laid out; later only what this step wants. */
const needs = computed(() => (props.run.steps[0]?.id === props.step.id ? props.run.needs : props.step.needs))
const limits = ({ low, high }: NonNullable<StepAnswer['measure']>) =>
  low && high
    ? low.value === high.value
      ? quantity(low)
      : `${number(low.value, low.decimals)} to ${quantity(high)}`
    : low
      ? `at least ${quantity(low)}`
      : high
        ? `at most ${quantity(high)}`
        : ''
const level = computed(() => props.step.level)
/** The figure that this step wants and nobody has entered: typed here, it is kept for every bike page and job to come. */
const missing = computed((): FigureMissed | null => {
  const { missing: field, measure, reservoir } = props.step
  if (!field) return null
  const name = plainWords(field.split('.')[1]!)
  return field.startsWith('reservoirs.')
    ? { field: `${field}.drainOnly`, name: `${plainWords(reservoir!)}, after draining`, unit: props.run.volumeUnit }
    : { field, name: field.startsWith('torques.') ? `${name}, torque` : name, unit: measure?.unit ?? '' }
})
</script>

<template>
  <div class="pane">
    <div v-if="step.cautions.length" class="cautions" role="note" aria-label="Cautions">
      <svg viewBox="0 0 30 28" aria-hidden="true">
        <path d="M15 3 28 26H2z" class="tri" />
        <path d="M15 11v7M15 20.5v3" class="bang" />
      </svg>
      <ul>
        <li v-for="caution in step.cautions" :key="caution.hazard">
          <b>{{ caution.danger }}</b> {{ caution.instead }}
        </li>
      </ul>
    </div>
    <p v-if="step.hold" class="hold">
      Hold point: later steps wait until it passes. Left out, the bike may not be {{ step.hold }}.
    </p>
    <p v-if="step.worth" class="worth">
      {{ { must: 'This must be', 'worth-it': 'Worth its time', taste: 'A matter of taste' }[step.worth] }}
    </p>
    <h2 :class="{ long: step.text.length > 64 }">{{ step.text }}</h2>
    <p v-if="step.detail" class="detail">{{ step.detail }}</p>
    <p v-if="step.wear" class="detail">
      <RouterLink :to="`/bikes/${run.bike}/wear/${step.wear}`">Write down what each looks like</RouterLink>, beside the last time.
    </p>
    <p v-for="thing in step.forNow" :key="thing.what" class="for-now">
      <ChalkStroke />
      <span v-if="thing.back">Off the undo list: {{ thing.what }}.</span>
      <span v-else
        >On the undo list until it is {{ thing.way === 'in-place' ? 'taken away' : 'put back' }}: {{ thing.what
        }}<template v-if="thing.lasting">, which stays when this job is done</template>.</span
      >
    </p>
    <p v-if="step.locked && step.mark === 'open'" class="locked">This step {{ step.locked }}.</p>

    <p v-for="what in step.mended" :key="what" class="mended"><b>Mended for now, behind here:</b> {{ what }}</p>
    <StepFacts v-if="step.facts.length" :facts="step.facts" :today="run.today" />

    <div class="figures">
      <div v-if="step.pour">
        <span class="label">{{ step.firstGo ? 'Pour now' : 'In all' }}</span>
        <span class="figure huge">{{ quantity(step.firstGo ? step.pour.first : step.pour.whole) }}</span>
        <span class="soft"
          >of {{ quantity(step.pour.whole) }}, {{ plainWords(step.pour.case).toLowerCase() }}; the rest by the mark</span
        >
      </div>
      <div v-else-if="step.kind === 'pour'">
        <span class="label">How much</span>
        <span class="figure huge">not entered</span>
        <span class="soft">Pour little by little, to the mark.</span>
        <button v-if="missing" type="button" class="enter" @click="$emit('missing', missing)">Enter it from the manual</button>
      </div>
      <div v-if="step.grade && step.kind === 'pour'">
        <span class="label">Of what</span>
        <span class="words">{{ step.grade }}</span>
      </div>
      <div v-if="step.expected">
        <span class="label">Should come out</span>
        <span class="figure huge">{{ quantity(step.expected) }}</span>
        <span class="soft">15% less opens a finding</span>
      </div>
      <div v-if="step.kind === 'torque'">
        <span class="label">Torque</span>
        <template v-if="step.torque">
          <span class="figure huge">{{ quantity(step.torque.torque) }}</span>
          <span class="soft">{{ provenanceWords(step.torque.provenance) }}</span>
        </template>
        <template v-else>
          <span class="words">by the manual</span>
          <button v-if="missing" type="button" class="enter" @click="$emit('missing', missing)">Enter it from the manual</button>
        </template>
      </div>
      <div v-if="step.measure">
        <span class="label">Should be</span>
        <template v-if="step.measure.limitsFrom">
          <span class="figure huge">{{ limits(step.measure) }}</span>
          <span class="soft">{{ provenanceWords(step.measure.limitsFrom) }}</span>
        </template>
        <template v-else>
          <span class="words">by the manual</span>
          <span class="soft"
            >No verdict without a limit: {{ step.measure.whereToFind ?? 'the manual has it.' }} What you measure is kept all the
            same.</span
          >
          <button v-if="missing" type="button" class="enter" @click="$emit('missing', missing)">Enter the limit</button>
        </template>
        <span v-if="step.measure.within" class="soft">The places within {{ quantity(step.measure.within) }} of each other</span>
      </div>
      <div v-if="step.kind === 'level' && level?.method">
        <span class="label">Read it at</span>
        <span class="words">{{ plainWords(level.method) }}</span>
        <span class="soft"
          >{{ plainWords(level.stance).toLowerCase() }},
          {{ level.readAt === 'cold' ? 'cold' : `hot, ${level.waitMinutes} min after stopping` }}</span
        >
      </div>
      <div v-if="step.minutes && step.mark === 'open'">
        <span class="label">{{ timer ? (timer.over ? 'Time is up' : 'Left') : 'Wait' }}</span>
        <button
          type="button"
          class="timer figure huge"
          :class="{ going: timer, over: timer?.over }"
          :disabled="Boolean(step.locked)"
          @click="$emit('toggleTimer')"
        >
          {{ timer ? timer.words : `${step.minutes} min` }}
        </button>
        <span class="soft"
          >{{ timer ? 'T stops it' : 'T starts it; it runs on if you leave'
          }}<template v-if="step.minutesFrom">; {{ provenanceWords(step.minutesFrom) }}</template></span
        >
      </div>
    </div>

    <slot />

    <p v-if="step.note" class="note">{{ step.note }}</p>
    <div class="below">
      <div v-if="needs.length" class="needs">
        <span class="label">{{ run.steps[0]?.id === step.id ? 'Have ready for the whole job' : 'Have in hand' }}</span>
        <ul :class="{ long: needs.length > 5 }">
          <li v-for="need in needs" :key="need.what">
            {{ need.what }}<template v-if="need.count > 1">, {{ need.count }}</template
            ><template v-if="need.volume"
              >{{ ' ' }}<b>{{ quantity(need.volume) }}</b></template
            ><template v-if="need.grade"
              >{{ ' ' }}<span class="soft">{{ need.grade }}</span></template
            ><span v-if="need.onShelf === true" class="soft">, on the shelf</span
            ><b v-else-if="need.onShelf === false" class="short">, not enough on the shelf</b>
          </li>
        </ul>
      </div>
      <p v-if="step.why" class="why"><b>Why:</b> {{ step.why }}</p>
      <div class="row">
        <span v-if="next" class="next"><span class="label">Next</span> {{ next }}</span>
        <button type="button" @click="$emit('note')">Note</button>
        <button type="button" class="wide" @click="$emit('finding')">Found something</button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.mended {
  margin: 0;
  padding: 0.5rem 0.8rem;
  border-left: 6px solid var(--chalk);
  background: var(--enamel);
}
.enter {
  min-height: 44px;
  justify-self: start;
  font: 600 1.125rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 4px;
}
.for-now {
  display: flex;
  align-items: center;
  gap: 0.6rem;
}
.pane {
  display: flex;
  flex: 1;
  flex-direction: column;
  gap: 0.9rem;
}
.cautions {
  display: flex;
  gap: 0.9rem;
  padding: 0.7rem 1rem;
  border: 2.5px solid var(--oxide);
}
.cautions svg {
  flex: none;
  width: 32px;
  height: 30px;
}
.tri {
  fill: none;
  stroke: var(--oxide);
  stroke-width: 2.6;
  stroke-linejoin: round;
}
.bang {
  stroke: var(--oxide);
  stroke-width: 3;
}
.cautions ul {
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 1.0625rem;
}
.worth {
  font: 600 1.125rem/1.3 var(--head);
  color: var(--soft);
}
.hold {
  align-self: start;
  padding: 2px 10px;
  border: 2px solid var(--ink);
  font: 600 1rem/1.3 var(--head);
}
h2 {
  max-width: 20ch;
  font-size: clamp(3rem, 5.2vw, 4.25rem);
  text-wrap: balance;
}
/* A long sentence leaves room for what it asks to be written down. */
h2.long {
  max-width: 27ch;
  font-size: clamp(2.25rem, 3.9vw, 3.125rem);
}
.detail {
  max-width: 52ch;
  font-size: 1.4375rem;
  line-height: 1.4;
}
.locked {
  font: 600 1.125rem/1.3 var(--head);
  color: var(--oxide);
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem 3rem;
}
.figures > div {
  display: grid;
  justify-items: start;
  align-content: start;
}
.huge {
  font-size: 2.75rem;
  line-height: 1.15;
}
.words {
  font: 700 1.75rem/1.3 var(--head);
}
.timer {
  margin: 0.15rem 0;
  padding: 0 0.9rem;
  border: 2.5px solid var(--ink);
}
.timer.going {
  background: var(--ink);
  color: var(--card);
}
.timer.over {
  background: var(--pen);
  color: var(--on-pen);
}
.note {
  padding: 0.5rem 0.9rem;
  border-left: 3px solid var(--margin-line);
  font-size: 1.125rem;
}
.below {
  display: grid;
  gap: 0.8rem;
  margin-top: auto;
}
.needs ul {
  margin: 0.2rem 0 0;
  padding-left: 1.1rem;
  font-size: 1.0625rem;
}
.needs .long {
  columns: 2;
  column-gap: 2rem;
}
.short {
  color: var(--oxide);
}
.why {
  max-width: 60ch;
  font-size: 1.125rem;
}
.row {
  display: flex;
  align-items: center;
  gap: 1.4rem;
  padding-top: 0.6rem;
  border-top: 1px solid var(--rule);
}
.next {
  flex: 1;
  font-size: 1.0625rem;
}
.next .label {
  margin-right: 0.5rem;
}
.row button {
  min-height: 44px;
  font: 600 1.125rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 4px;
}
@media (max-width: 1020px) {
  h2 {
    font-size: 2.25rem;
  }
  h2.long {
    font-size: 1.875rem;
  }
  .detail {
    font-size: 1.125rem;
  }
  .huge {
    font-size: 2.25rem;
  }
  .wide {
    display: none;
  }
  .needs .long {
    columns: 1;
  }
}
</style>
