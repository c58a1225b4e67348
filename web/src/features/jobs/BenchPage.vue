<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, type RecordRequest } from '@/api/client'
import SheetFrame from '@/design/SheetFrame.vue'
import { focusHeading } from '@/design/focusHeading'
import { minutes, quantity } from '@/design/format'
import { typing, useKeys } from '@/design/useKeys'
import { useSubject } from '@/design/useSubject'
import LoadState from '@/design/LoadState.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import FigureCard from '../figures/FigureCard.vue'
import FigureEntry, { type FigureMissed } from '../figures/FigureEntry.vue'
import FindingSheet from '../findings/FindingSheet.vue'
import BenchDone from './BenchDone.vue'
import BenchKeys from './BenchKeys.vue'
import SignOff from './SignOff.vue'
import StepList from './StepList.vue'
import StepPane from './StepPane.vue'
import StepRecord from './StepRecord.vue'
import TrayPane from './TrayPane.vue'
import WordsSheet from './WordsSheet.vue'
import { useBench } from './useBench'
import { useTimers } from './useTimers'
import { useWakeLock } from './useWakeLock'

const props = defineProps<{ run: string }>()
const router = useRouter()
const { query, run, refusal, busy, act, write, current } = useBench(() => props.run)
const timers = useTimers(run)
useWakeLock()

const looking = ref<string | null>(null)
const step = computed(() => run.value?.steps.find((one) => one.id === looking.value) ?? current.value)
const at = computed(() => run.value?.steps.findIndex((one) => one.id === step.value?.id) ?? -1)
const next = computed(() => run.value?.steps.slice(at.value + 1).find((one) => one.mark === 'open'))
const record = ref<RecordRequest>({})
const sheet = ref<'finding' | 'not-right' | 'skip' | 'note' | 'keys' | 'aside' | 'steps' | 'tray' | 'card' | null>(null)
/** A sheet is about the step that stood when it was opened, whatever another device answers meanwhile. */
const about = ref<string | null>(null)
watch(sheet, () => (about.value = step.value?.id ?? null), { flush: 'sync' })
const told = computed(() => run.value?.steps.find((one) => one.id === about.value) ?? step.value)
const missing = ref<FigureMissed | null>(null)
const { open: cardOpen } = useSubject(
  computed({ get: () => (sheet.value === 'card' ? sheet.value : null), set: () => (sheet.value = null) }),
)
/** The steps or the tray as a sheet, where there is no room for them beside the step. */
const { open: listing, subject: listed } = useSubject(
  computed({
    get: () => (sheet.value === 'steps' || sheet.value === 'tray' ? sheet.value : null),
    set: () => (sheet.value = null),
  }),
)
const timer = computed(() => timers.value.find((one) => one.step === step.value?.id))
/** A watch is ticked off only once all its looks are taken. */
const looksLeft = computed(() => step.value?.watch?.left ?? 0)
const open = computed(() => step.value?.mark === 'open' && !step.value.locked)
const ready = computed(() => open.value && looksLeft.value === 0)

watch(
  () => step.value?.id,
  () => {
    record.value = {}
    refusal.value = null
    // What is said against a step is about that step: another device may have moved on, and the next one is not to be skipped for it.
    if (sheet.value === 'skip' || sheet.value === 'not-right') sheet.value = null
    void focusStep()
  },
)
/** A new step is where one reads on; a field of it that asks at once keeps the focus. */
async function focusStep() {
  await nextTick()
  const middle = document.querySelector('.middle')
  if (middle && !sheet.value && !document.activeElement?.matches('.middle input, .middle textarea')) focusHeading(middle, 'h2')
}
watch(
  () => run.value?.current,
  () => (looking.value = null),
)

async function done() {
  if (!step.value || !ready.value || busy.value || step.value.kind === 'sign-off') return
  await act({ act: 'step-done', step: step.value.id, record: Object.keys(record.value).length ? record.value : null })
}
const reopen = () => step.value && act({ act: 'step-reopened', step: step.value.id })
const toggleTimer = () =>
  step.value?.minutes && open.value && act({ act: timer.value ? 'timer-stopped' : 'timer-started', step: step.value.id })
const look = (by: number) => {
  const to = run.value?.steps[at.value + by]
  if (to) looking.value = to.id === run.value?.current ? null : to.id
}
const lookAt = (id: string) => {
  looking.value = id
  sheet.value = null
}
async function setAside(reason: string) {
  const kept = await write(
    (id, version) =>
      answer(
        api.POST('/api/runs/{run}/set-aside', {
          params: { path: { run: props.run } },
          body: { id, reason },
          headers: { 'If-Match': version },
        }),
      ),
    `set aside: ${reason}`,
  )
  if (kept) await router.push(`/bikes/${run.value!.bike}`)
}

useKeys((event, target) => {
  // Arrows and the space bar choose among answers; a step is looked at from anywhere else.
  if (target?.matches('input[type=radio], input[type=checkbox]') && (event.key.startsWith('Arrow') || event.key === ' '))
    return false
  // A held key answers nothing: each step wants a press of its own.
  if (event.repeat && !event.key.startsWith('Arrow')) return event.key === 'Enter'
  if (event.key === 'Enter' && !target?.closest('button, a, textarea, form')) return void done()
  if (typing(target)) return false
  const keys: Record<string, () => unknown> = {
    x: () => open.value && (sheet.value = 'not-right'),
    s: () => open.value && (sheet.value = 'skip'),
    f: () => (sheet.value = 'finding'),
    n: () => (sheet.value = 'note'),
    t: toggleTimer,
    c: () => (sheet.value = 'card'),
    '?': () => (sheet.value = 'keys'),
    ArrowRight: () => look(1),
    ArrowLeft: () => look(-1),
    ArrowDown: () => look(1),
    ArrowUp: () => look(-1),
    Escape: () => (looking.value = null),
  }
  const key = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key]
  if (!key) return false
  void key()
})
</script>

<template>
  <main v-if="run" class="bench">
    <header class="head">
      <h1>
        <RouterLink :to="`/bikes/${run.bike}`">{{ run.bikeName }}</RouterLink> <span>{{ run.title }}</span>
      </h1>
      <span v-if="step && run.status === 'running'" class="figure count">step {{ at + 1 }} of {{ run.steps.length }}</span>
      <span class="figure count worked">{{ minutes(run.workedMinutes) }} in</span>
      <button
        v-for="one in timers"
        :key="one.step"
        type="button"
        class="running figure"
        :class="{ over: one.over }"
        @click="looking = one.step"
      >
        {{ one.words }} <small>{{ one.title }}</small>
      </button>
      <button type="button" class="leave" @click="sheet = 'card'">Figure card</button>
      <button v-if="run.status === 'running'" type="button" class="leave quiet-leave" @click="sheet = 'aside'">
        Set it aside
      </button>
      <RouterLink :to="`/bikes/${run.bike}`" class="leave">Leave it for now</RouterLink>
    </header>

    <BenchDone v-if="run.status !== 'running'" :run="run" class="whole" />
    <template v-else-if="step">
      <div class="ticks" aria-hidden="true">
        <i v-for="one in run.steps" :key="one.id" :class="[one.mark, { here: one.id === step.id }]" />
      </div>
      <StepList
        class="steps"
        :steps="run.steps"
        :shown="step.id"
        :current="run.current"
        @look="looking = $event === run.current ? null : $event"
      />
      <section class="middle">
        <RefusalLine v-if="!sheet" :refusal="refusal" always />
        <p v-for="one in run.fluidWarnings" :key="one.step + one.because" class="refusal" role="status">
          <b>{{ one.fluid }}:</b> {{ one.because }}
        </p>
        <SignOff v-if="step.kind === 'sign-off'" :run="run" :write="write" :refusal="refusal" />
        <StepPane
          v-else
          :step="step"
          :run="run"
          :timer="timer"
          :next="next?.title"
          @toggle-timer="toggleTimer"
          @finding="sheet = 'finding'"
          @note="sheet = 'note'"
          @missing="missing = $event"
        >
          <StepRecord
            v-if="open"
            :key="step.id"
            v-model="record"
            :step="step"
            :run="run"
            :refusal="refusal"
            :act="act"
            :busy="busy"
          />
        </StepPane>
      </section>
      <TrayPane class="tray" :run="run" :act="act" :refusal="refusal" />
      <footer class="answers">
        <template v-if="step.mark === 'open'">
          <button type="button" class="quiet" :disabled="!open || busy || step.kind === 'sign-off'" @click="sheet = 'skip'">
            Skip <kbd>S</kbd>
          </button>
          <button type="button" class="quiet" :disabled="!open || busy || step.kind === 'sign-off'" @click="sheet = 'not-right'">
            Not right <kbd>X</kbd>
          </button>
          <button v-if="step.kind !== 'sign-off'" type="button" class="yes" :disabled="!ready || busy" @click="done">
            <span>{{ ready ? step.doneWords : 'Not yet' }}</span>
            <small>{{
              ready ? 'Enter' : (step.locked ?? `${looksLeft} of ${step.watch?.hours.length} looks still to take`)
            }}</small>
          </button>
          <button v-else type="submit" form="sign-off" class="yes" :disabled="Boolean(run.finishRefused) || busy">
            <span>Sign it off</span>
            <small>{{ run.finishRefused ?? 'writes it all to the book' }}</small>
          </button>
        </template>
        <template v-else>
          <button type="button" class="quiet" :disabled="!step.canReopen || busy" @click="reopen">Take it back</button>
          <span class="answered">
            {{ { done: 'Done', 'not-sound': 'Not right', skipped: 'Skipped', open: '' }[step.mark]
            }}<template v-if="step.reason">: {{ step.reason }}</template>
            <template v-if="step.record?.volume"> {{ quantity(step.record.volume) }}</template>
            <template v-if="step.record?.where">: {{ step.record.where }}</template>
            <template v-if="step.record?.fluid"> {{ step.record.fluid }}</template>
            <template v-if="step.record?.values.length"> {{ step.record.values.map(quantity).join(', ') }}</template>
            <template v-if="step.record?.valuesWrong"> {{ step.record.valuesWrong }}</template>
          </span>
          <button type="button" class="yes" @click="looking = null"><span>On with the job</span></button>
        </template>
      </footer>
      <nav class="thumb" aria-label="More">
        <button type="button" @click="sheet = 'steps'">Steps</button>
        <button type="button" @click="sheet = 'tray'">Tray, {{ run.tray.length }}</button>
        <button type="button" @click="sheet = 'card'">Figures</button>
        <button type="button" @click="sheet = 'finding'">Found something</button>
      </nav>
    </template>

    <FindingSheet
      v-if="told"
      :open="sheet === 'finding' || sheet === 'not-right'"
      :title="sheet === 'not-right' ? `Not right: ${told.title}` : 'Found something'"
      :about="`${props.run} ${told.id}`"
      :save="
        (finding) =>
          act(
            sheet === 'not-right'
              ? { act: 'step-not-sound', step: told!.id, finding }
              : { act: 'finding-noted', step: told!.id, finding },
          )
      "
      :refusal="refusal"
      @close="sheet = null"
    />
    <WordsSheet
      v-if="told"
      :open="sheet === 'skip'"
      :title="`Skip: ${told.title}`"
      :about="`skip ${props.run} ${told.id}`"
      :label="told.hold ? 'Why? This is a hold point: left out, the bike stays shut to be ' + told.hold : 'Why is it left out?'"
      button="Skip it"
      :words="told.worth === 'taste' ? 'A matter of taste, left as it is' : ''"
      :offers="['Not fitted on this bike', 'Done a short while ago', 'The part is not here yet']"
      :save="(reason) => act({ act: 'step-skipped', step: told!.id, reason })"
      :refusal="refusal"
      @close="sheet = null"
    />
    <WordsSheet
      v-if="told"
      :open="sheet === 'note'"
      :title="`Note: ${told.title}`"
      :about="`note ${props.run} ${told.id}`"
      label="What is worth remembering?"
      button="Keep the note"
      :words="told.note ?? ''"
      :save="(text) => act({ act: 'step-noted', step: told!.id, text })"
      :refusal="refusal"
      @close="sheet = null"
    />
    <WordsSheet
      :open="sheet === 'aside'"
      title="Set the job aside for good"
      :about="`aside ${props.run}`"
      label="Why? What was drained, poured and found is written to the book; the job does not count as done"
      button="Set it aside"
      :save="setAside"
      :refusal="refusal"
      @close="sheet = null"
    />
    <SheetFrame v-model="cardOpen" :width="1180" :title="`${run.bikeName}: figure card`">
      <FigureCard :bike="run.bike" />
      <template #acts><v-btn class="plate" @click="sheet = null">Back to the step</v-btn></template>
    </SheetFrame>
    <FigureEntry v-model="missing" :bike="run.bike" />
    <BenchKeys :open="sheet === 'keys'" @close="sheet = null" />
    <SheetFrame v-if="step" v-model="listing" :title="listed === 'tray' ? 'On the tray' : 'Steps'">
      <TrayPane v-if="listed === 'tray'" :run="run" :act="act" :refusal="refusal" />
      <StepList v-else :steps="run.steps" :shown="step.id" :current="run.current" @look="lookAt" />
      <template #acts><v-btn class="plate" @click="sheet = null">Back to the step</v-btn></template>
    </SheetFrame>
  </main>
  <main v-else class="page">
    <LoadState :query="query" what="The job" />
  </main>
</template>

<style scoped src="./bench.css"></style>
