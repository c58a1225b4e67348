<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { PointAnswer, Refusal, ViewingActRequest } from '@/api/client'
import { quantity } from '@/design/format'
import RefusalLine from '@/design/RefusalLine.vue'
import { typing, useKeys, useSingleKeys } from '@/design/useKeys'
import PhotoButton from '../photos/PhotoButton.vue'
import PhotoStrip from '../photos/PhotoStrip.vue'
import { provenanceWords } from '../servicing/lifeSentence'
import PriceLine from './PriceLine.vue'
import { gradeNames, zoneNames } from './viewingWords'

/** One point: what to do, what sound and bad look like, and the answer. */
type Act = Omit<ViewingActRequest, 'id'>
const props = defineProps<{
  point: PointAnswer
  refusal: Refusal | null
  busy: boolean
  shut: boolean
  closed: boolean
  currency: string
  sendPhoto: (point: string, photo: string, file: File) => Promise<unknown>
}>()
const emit = defineEmits<{ tap: [act: Act] }>()

const values = ref<string[]>([])
const least = ref('')
const whenNew = ref('')
const note = ref('')
const noting = ref(false)
const saying = ref('')
const grades = Object.entries(gradeNames) as [keyof typeof gradeNames, string][]
const answers = computed(() =>
  props.point.kind === 'yes-no'
    ? ([
        ['sound', props.point.yesIsBad ? 'No' : 'Yes'],
        ['failed', props.point.yesIsBad ? 'Yes' : 'No'],
      ] as [keyof typeof gradeNames, string][])
    : grades,
)

watch(
  () => props.point.id,
  () => {
    const typed = props.point.typed?.split(', ') ?? []
    values.value = Array.from({ length: props.point.places }, (_, at) => typed[at] ?? '')
    least.value = props.point.least ?? ''
    whenNew.value = props.point.whenNew ?? ''
    note.value = props.point.note ?? ''
    noting.value = !!props.point.note
    saying.value = ''
  },
  { immediate: true },
)

/** One tab stop for all grades: the given one, or the first. */
const entry = computed(() =>
  Math.max(
    0,
    answers.value.findIndex(([value]) => value === props.point.grade),
  ),
)
const { single } = useSingleKeys()
/** Arrows go along the grades without giving one: an answer is written at once, and wants a press. */
function alongGrades(event: KeyboardEvent) {
  const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key]
  if (!by) return
  event.preventDefault()
  const buttons = [...(event.currentTarget as HTMLElement).querySelectorAll('button')]
  const at = buttons.indexOf(document.activeElement as HTMLButtonElement)
  buttons[(at + by + buttons.length) % buttons.length]?.focus()
}
// A digit gives the grade that stands there.
useKeys((event, target) => {
  const chosen = answers.value[Number(event.key) - 1]
  if (!/^[1-9]$/.test(event.key) || !chosen || event.repeat || typing(target) || props.shut || props.closed) return false
  grade(chosen[0])
})

const id = () => props.point.id
/** Tapped twice it stays what it is: a doubled tap must not wipe an answer. */
const grade = (value: keyof typeof gradeNames) => {
  if (props.point.grade !== value || props.point.typed) emit('tap', { act: 'graded', point: id(), grade: value })
}
const measure = () =>
  emit('tap', {
    act: 'measured',
    point: id(),
    values: values.value.filter((one) => one.trim()),
    least: least.value || null,
    whenNew: whenNew.value || null,
  })
const leave = (because: 'cannot-see' | 'refused' | 'not-fitted') => emit('tap', { act: 'left', point: id(), because })
const keepNote = () => {
  if (note.value !== (props.point.note ?? '')) emit('tap', { act: 'noted', point: id(), text: note.value })
}
const picture = (photo: string, file: File) => props.sendPhoto(id(), photo, file)
const admit = () => emit('tap', { act: 'admitted', point: id(), text: saying.value || 'Said so.' })
</script>

<template>
  <section class="point" :aria-label="point.title">
    <p class="label">
      {{ zoneNames[point.zone] }}<template v-if="point.knockOut"> · a knock-out</template>
      <template v-if="point.tests.length"> · tests a claim</template>
    </p>
    <h2>{{ point.title }}</h2>
    <ul v-if="point.cautions.length" class="cautions">
      <li v-for="caution in point.cautions" :key="caution.hazard">
        <b>{{ caution.danger }}</b> {{ caution.instead }}
      </li>
    </ul>
    <p class="do">{{ point.do }}</p>
    <p v-if="point.plan" class="soft">
      Every {{ quantity(point.plan.every) }}: {{ provenanceWords(point.plan.provenance) }}. By what its meter shows it was due
      {{ point.plan.times === 0 ? 'not yet' : point.plan.times === 1 ? 'once' : `${point.plan.times} times` }}, and is next at
      {{ quantity(point.plan.nextAt) }}.
    </p>
    <div class="looks">
      <p class="sound"><span class="label">Sound</span>{{ point.sound }}</p>
      <p class="bad"><span class="label">Bad</span>{{ point.bad }}</p>
    </div>
    <p v-if="point.admitted" class="told">The seller told you: “{{ point.admitted }}”</p>
    <p v-if="shut" class="shut" role="status">Nobody rides yet: the ride gate is shut. Look there first.</p>
    <template v-else-if="!closed">
      <form v-if="point.kind === 'measured'" class="measure" @submit.prevent="measure">
        <v-text-field
          v-for="(_, at) in values"
          :key="at"
          v-model="values[at]"
          class="figure-field"
          :label="point.dateCode ? 'Date code' : point.places > 1 ? `${point.unit}, place ${at + 1}` : `${point.unit}`"
          autocomplete="off"
          inputmode="text"
          :error-messages="refusal?.of(`values.${at}`) ?? (at === 0 ? refusal?.of('values') : undefined)"
        />
        <template v-if="point.stamped">
          <v-text-field
            v-model="least"
            class="figure-field"
            :label="`${point.unit}, least, as stamped`"
            autocomplete="off"
            :error-messages="refusal?.of('least')"
          />
          <v-text-field
            v-model="whenNew"
            class="figure-field"
            :label="`${point.unit} when new, if known`"
            autocomplete="off"
            :error-messages="refusal?.of('whenNew')"
          />
        </template>
        <v-btn class="plate" type="submit" :disabled="busy">Keep</v-btn>
      </form>
      <p v-if="point.verdict" class="verdict" role="status">{{ point.verdict }}</p>
      <div
        class="grades"
        role="radiogroup"
        :aria-label="point.kind === 'measured' ? 'Or by eye' : point.title"
        @keydown="alongGrades"
      >
        <button
          v-for="([value, name], at) in answers"
          :key="value"
          type="button"
          role="radio"
          :aria-checked="point.grade === value"
          :tabindex="at === entry ? 0 : -1"
          :class="{ chosen: point.grade === value, fault: point.grade === value && (value === 'bad' || value === 'failed') }"
          @click="grade(value)"
        >
          {{ name }}<kbd v-if="single" aria-hidden="true">{{ at + 1 }}</kbd>
        </button>
      </div>
    </template>
    <RefusalLine :refusal="refusal" />
    <slot />
    <PriceLine v-if="point.cost" :point="point" :currency="currency" />
    <div v-if="!closed" class="asides">
      <button type="button" @click="leave('cannot-see')">Cannot be seen</button>
      <button type="button" @click="leave('refused')">Seller refuses</button>
      <button v-if="!point.knockOut && !point.opensRide" type="button" @click="leave('not-fitted')">Not fitted</button>
      <button v-if="!noting" type="button" @click="noting = true">Note</button>
      <PhotoButton :key="point.id" :send="picture" />
      <button v-if="!point.admitted && !point.grade" type="button" @click="admit">Seller says it is faulty</button>
      <button
        v-else-if="point.admitted && !point.grade"
        type="button"
        @click="emit('tap', { act: 'admission-dropped', point: point.id })"
      >
        Seller did not say so
      </button>
      <span v-if="point.left" class="left">{{
        point.left === 'not-fitted'
          ? 'Not on this bike: it counts for nothing.'
          : `${point.left === 'refused' ? 'Refused' : 'Not to be seen'}: it stays unchecked.`
      }}</span>
    </div>
    <PhotoStrip
      :photos="point.photos"
      :about="point.title"
      :droppable="!closed"
      @drop="emit('tap', { act: 'picture-dropped', item: $event })"
    />
    <v-textarea
      v-if="noting"
      v-model="note"
      label="Note"
      rows="2"
      maxlength="500"
      :readonly="closed"
      :error-messages="refusal?.of('text')"
      @blur="keepNote"
    />
  </section>
</template>

<style scoped>
.point {
  display: grid;
  gap: 0.65rem;
}
h2 {
  font-size: 1.75rem;
}
.do {
  font-size: 1.0625rem;
}
.cautions {
  margin: 0;
  padding: 0.45rem 0.8rem;
  border-left: 5px solid var(--oxide);
  background: var(--oxide-wash);
  list-style: none;
}
.looks {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.7rem;
}
.looks p {
  display: grid;
  align-content: start;
  padding-left: 0.6rem;
  border-left: 4px solid var(--green);
}
.looks .bad {
  border-color: var(--oxide);
}
.grades {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(62px, 1fr));
  gap: 0.35rem;
}
.grades button {
  min-height: 56px;
  border: 2px solid var(--ink);
  background: var(--card);
  font: 700 1.0625rem/1 var(--head);
}
.grades kbd {
  display: none;
  margin-left: 0.5em;
  color: var(--soft);
  font: 400 0.8125rem/1 var(--mono);
}
@media (hover: hover) and (pointer: fine) {
  .grades kbd {
    display: inline;
  }
}
.grades .chosen kbd {
  color: inherit;
}
.grades .chosen {
  background: var(--ink);
  color: var(--card);
}
.grades .fault {
  border-color: var(--oxide);
  background: var(--oxide);
}
.measure {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.measure > :deep(.v-input) {
  flex: 1 1 104px;
}
.measure .v-btn {
  height: 54px;
}
.told {
  padding-left: 0.6rem;
  border-left: 4px solid var(--rule);
}
.shut {
  padding: 0.6rem 0.8rem;
  background: var(--oxide-wash);
  font-weight: 600;
}
.asides {
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem 1.1rem;
}
.asides button {
  min-height: 36px;
  font: 600 1rem/1.1 var(--head);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.left {
  align-self: center;
  color: var(--soft);
}
</style>
