<script setup lang="ts">
import { computed, ref } from 'vue'
import type { BikeAnswer, GateReason } from '@/api/client'
import { date } from '@/design/format'
import { gateWords } from './gateWords'
import WordDialog from './WordDialog.vue'

/** Whether the bike may be cranked, run and ridden; each reason leads to what settles it. */
const props = defineProps<{
  bike: string
  nickname: string
  gates: BikeAnswer['gates']
  word: BikeAnswer['word']
  pump: BikeAnswer['pump']
  today: string
}>()
const emit = defineEmits<{ start: [job: string] }>()
const giving = ref<'gate' | 'pump' | null>(null)
const reasons = computed(() => props.gates.at(-1)?.reasons ?? [])
const shut = computed(() => reasons.value.filter((one) => one.state === 'shut'))
const unproven = computed(() => reasons.value.filter((one) => one.state === 'not-proven'))
/** The furthest gate that a word can open: the last before one that is shut. */
const wordFor = computed(() => {
  const able = props.gates.filter((gate) => gate.state !== 'shut')
  // No word stands for lines that nobody can read.
  if (reasons.value.some((one) => one.kind === 'damaged-book')) return null
  return able.some((gate) => gate.state === 'not-proven') ? able.at(-1)!.gate! : null
})
const pumpInDoubt = computed(() => unproven.value.some((one) => one.kind === 'oil-in-fuel') && props.pump?.wordWillDo)

function leads(reason: GateReason) {
  if (reason.kind === 'damaged-book') return '/settings#copies'
  if (reason.run) return `/runs/${reason.run}`
  if (reason.finding) return { hash: '#findings-title' }
  if (reason.thing) return { hash: '#for-now-title' }
  if (reason.reservoir === 'fuel') return { hash: '#acts' }
  if (reason.reservoir) return `/bikes/${props.bike}/fluids#${reason.reservoir}`
  return null
}
</script>

<template>
  <section class="gates" aria-label="Gates">
    <div v-for="gate in gates" :key="gate.gate!" class="gate" :class="gate.state">
      <svg viewBox="0 0 34 24" aria-hidden="true">
        <path d="M4 3v18M30 3v18" class="post" />
        <path v-if="gate.state === 'shut'" d="M4 7h26M4 16h26M4 16 30 7" class="bars" />
        <path v-else-if="gate.state === 'not-proven'" d="M4 7h26M4 16h26" class="bars doubt" />
        <path v-else d="M4 7 14 4M4 16l10-3M14 2v13" class="bars" />
      </svg>
      <span>{{ gateWords(gate.gate!, gate.state) }}</span>
    </div>
    <div v-if="reasons.length" class="why">
      <ul v-if="shut.length" aria-label="What shuts it">
        <li v-for="(one, at) in shut" :key="at" class="grave">
          <RouterLink v-if="leads(one)" :to="leads(one)!">{{ one.why }}</RouterLink>
          <template v-else>{{ one.why }}</template>
        </li>
      </ul>
      <ul v-if="unproven.length" aria-label="What is not proven">
        <li v-for="(one, at) in unproven" :key="at">
          <RouterLink v-if="leads(one)" :to="leads(one)!">{{ one.why }}</RouterLink>
          <template v-else>{{ one.why }}</template>
          <button v-if="one.job" type="button" @click="emit('start', one.job)">
            {{ one.kind === 'oil-in-fuel' ? 'Prove the pump' : 'Run the job that proves it' }}
          </button>
        </li>
      </ul>
      <p v-if="wordFor || pumpInDoubt" class="say">
        <button v-if="wordFor" type="button" @click="giving = 'gate'">Give your word for it</button>
        <button v-if="pumpInDoubt" type="button" @click="giving = 'pump'">The pump has long fed it</button>
      </p>
    </div>
    <p v-else class="why soft">
      <template v-if="word">On your word of {{ date(word.date, today) }}: {{ word.words }}. </template>
      As far as this book knows. It certifies nothing: look before you ride.
    </p>
    <WordDialog v-model="giving" :bike="bike" :nickname="nickname" :gate="wordFor" :today="today" :reasons="unproven" />
  </section>
</template>

<style scoped>
.gates {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  border: 2px solid var(--ink);
  background: var(--card);
}
.gate {
  display: flex;
  align-items: center;
  gap: 0.7rem;
  padding: 0.5rem 1rem;
  font: 700 1.1875rem/1.1 var(--head);
}
.gate + .gate {
  border-left: 1px solid var(--rule);
}
.gate.shut {
  background: var(--oxide-wash);
  color: var(--oxide);
}
.gate.not-proven {
  background: repeating-linear-gradient(-45deg, transparent 0 9px, var(--rule) 9px 10px);
}
svg {
  flex: none;
  width: 32px;
}
.post {
  stroke: currentcolor;
  stroke-width: 3.4;
}
.bars {
  fill: none;
  stroke: currentcolor;
  stroke-width: 2.2;
}
.doubt {
  stroke-dasharray: 4 3;
}
.why {
  grid-column: 1 / -1;
  display: grid;
  gap: 0.3rem;
  margin: 0;
  padding: 0.45rem 1rem 0.55rem;
  border-top: 1px solid var(--rule);
  font-size: 0.9375rem;
}
p.why {
  display: block;
}
ul {
  display: grid;
  gap: 0.15rem;
  margin: 0;
  padding: 0;
  list-style: none;
}
.grave,
.grave a {
  color: var(--oxide);
}
.why button {
  min-height: 32px;
  margin-left: 0.6rem;
  font: 600 1rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.say {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
}
.say button {
  margin-left: 0;
}
@media (max-width: 720px) {
  .gate {
    flex-direction: column;
    gap: 0.2rem;
    padding: 0.5rem 0.3rem;
    text-align: center;
    font-size: 1.0625rem;
  }
  .why button {
    min-height: 44px;
  }
}
</style>
