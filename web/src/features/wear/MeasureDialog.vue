<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { answer, api, type WearLine } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { quantity } from '@/design/format'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import QuantityField from '@/design/QuantityField.vue'
import PhotoButton from '../photos/PhotoButton.vue'
import { sendToBook } from '../photos/sendPhoto'
import { useRefresh } from '../shed/useShed'
import GaugeReader from './GaugeReader.vue'
import LooksByPlace from './LooksByPlace.vue'
import { verdictWords } from './wearWords'

/** A measurement at one place or several, or a look: what it is worth is said while it is typed. */
const line = defineModel<WearLine | null>({ required: true })
const props = defineProps<{ bike: string; today: string }>()
const { say } = useNotice()
const refresh = useRefresh()

type Grade = WearLine['asked']['looks'][number]['grade']
const open = computed({ get: () => line.value !== null, set: (shown) => !shown && (line.value = null) })
const asked = computed(() => line.value?.asked)
const sheet = useForm(
  () => `measure ${props.bike} ${line.value?.id}`,
  () => ({
    values: (asked.value?.places ?? ['']).map(() => ''),
    look: null as Grade | null,
    looks: (asked.value?.places ?? []).map(() => null as Grade | null),
    pitches: String(asked.value?.pitches ?? ''),
    altitude: '',
    note: '',
    instrument: '',
    date: props.today,
    photo: null as string | null,
  }),
)
async function picture(photo: string, file: File) {
  await sendToBook(props.bike, photo, line.value?.title ?? '', file)
  sheet.form.photo = photo
}
const byEye = ref(false)
/** Left and right are looked at apart, where only a look tells. */
const apart = computed(() => !asked.value?.unit && (asked.value?.places.length ?? 0) > 1)
watch(line, (now) => (byEye.value = now !== null && now.asked.unit === null))

/** What is typed, once a moment has passed without another key. */
const settled = ref('')
let waiting = 0
watch(
  () => sheet.form.values.join('|'),
  (typed) => {
    clearTimeout(waiting)
    waiting = window.setTimeout(() => (settled.value = typed), 250)
  },
)
const { data: judged } = useQuery({
  queryKey: ['judge', () => props.bike, () => line.value?.id, settled, () => sheet.form.pitches, () => sheet.form.altitude],
  queryFn: () =>
    answer(
      api.GET('/api/bikes/{bike}/wear/{series}/judge', {
        params: {
          path: { bike: props.bike, series: line.value!.id },
          query: {
            values: settled.value,
            pitches: Number(sheet.form.pitches) || undefined,
            altitude: sheet.form.altitude || undefined,
          },
        },
      }),
    ),
  enabled: () => line.value !== null && !byEye.value && settled.value.replace(/\|/g, '').trim() !== '',
  retry: false,
})
const typed = computed(() => sheet.form.values.some((value) => value.trim()))

function take(value: string, instrument: string) {
  const free = sheet.form.values.findIndex((one) => !one.trim())
  sheet.form.values[free < 0 ? sheet.form.values.length - 1 : free] = value
  sheet.form.instrument = instrument
}
function keep() {
  const { values, look, looks, pitches, altitude, note, instrument, date, photo } = sheet.form
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/wear/{series}', {
          params: { path: { bike: props.bike, series: line.value!.id } },
          body: {
            id,
            date,
            values: byEye.value ? [] : values,
            pitches: asked.value?.pitches ? Number(pitches) : null,
            altitude: altitude || null,
            look: byEye.value && !apart.value ? look : null,
            looks: apart.value ? looks : null,
            note: note || null,
            instrument: byEye.value ? null : instrument || null,
            photo,
          },
        }),
      ),
    async (series) => {
      const title = series.state.title
      line.value = null
      await refresh()
      say(`${title}: written down. It stands in the book, and can be struck there.`)
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" :title="line?.title ?? ''" act="Write it down" width="560" @submit="keep">
    <template v-if="line && asked">
      <p class="soft">{{ asked.how }}</p>
      <p v-if="asked.unit && asked.looks.length" class="switch" role="group" aria-label="How it was taken">
        <button type="button" :aria-pressed="!byEye" @click="byEye = false">Measured</button>
        <button type="button" :aria-pressed="byEye" @click="byEye = true">By eye</button>
      </p>
      <LooksByPlace
        v-if="apart"
        v-model="sheet.form.looks"
        :places="asked.places"
        :looks="asked.looks"
        :refusal="sheet.refusal?.of('look')"
      />
      <fieldset v-else-if="byEye" class="looks">
        <legend class="label">What it looks like</legend>
        <label v-for="one in asked.looks" :key="one.words" :class="{ chosen: sheet.form.look === one.grade }">
          <input v-model="sheet.form.look" type="radio" name="look" :value="one.grade ?? undefined" />
          <span>{{ one.words }}</span>
        </label>
        <p v-if="sheet.refusal?.of('look')" class="refusal said" role="alert">{{ sheet.refusal.of('look') }}</p>
      </fieldset>
      <template v-else>
        <div class="places">
          <QuantityField
            v-for="(place, at) in asked.places"
            :key="place"
            v-model="sheet.form.values[at]"
            v-first="at === 0"
            inputmode="decimal"
            :label="place.charAt(0).toUpperCase() + place.slice(1)"
            :unit="asked.unit"
            :error-messages="sheet.refusal?.of(`values.${at}`)"
          />
        </div>
        <v-text-field
          v-if="asked.pitches"
          v-bind="sheet.field('pitches')"
          label="Over how many pitches"
          inputmode="numeric"
          autocomplete="off"
        />
        <v-text-field
          v-if="asked.altitude"
          v-bind="sheet.field('altitude')"
          label="Height above the sea, where it was high up"
          suffix="m"
          inputmode="numeric"
          autocomplete="off"
        />
        <p v-if="judged?.decides && typed" class="judged" :class="judged.verdict?.grade ?? ''" aria-live="polite">
          <b class="figure">{{ quantity(judged.decides) }}</b>
          <span
            ><template v-if="judged.verdict"
              ><b>{{ verdictWords(judged.verdict).name }}</b> {{ verdictWords(judged.verdict).rest }}</template
            ></span
          >
        </p>
        <p v-if="judged?.spread && typed" class="spread">
          <b v-if="judged.spread.spread">{{ quantity(judged.spread.spread) }} between its places.</b> {{ judged.spread.means }}
          {{ judged.spread.do }}
        </p>
        <GaugeReader v-if="asked.gauge" :gauge="asked.gauge" @take="take" />
      </template>
      <v-text-field v-if="byEye" v-bind="sheet.field('note')" label="In your words" maxlength="300" autocomplete="off" />
      <p class="foot">
        <DateField v-bind="sheet.field('date')" label="On" :max="today" />
        <span v-if="sheet.form.photo" class="soft">A photo goes along.</span>
        <PhotoButton v-else :send="picture" label="Add a photo" />
      </p>
    </template>
  </FormSheet>
</template>

<style scoped>
.switch {
  display: flex;
}
.switch button {
  flex: 1;
  min-height: 44px;
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
.places {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 0.8rem 1rem;
}
.looks {
  display: grid;
  gap: 0.4rem;
  margin: 0;
  padding: 0;
  border: 0;
}
.looks label {
  display: flex;
  align-items: center;
  gap: 0.7rem;
  min-height: 46px;
  padding: 0 0.8rem;
  border: 1.5px solid var(--rule);
  cursor: pointer;
}
.looks label.chosen {
  border-color: var(--ink);
  background: var(--pen);
  color: var(--on-pen);
}
.looks input {
  accent-color: var(--ink);
}
.judged {
  display: flex;
  align-items: baseline;
  gap: 0.8rem;
  padding: 0.5rem 0.8rem;
  border-left: 6px solid var(--green);
}
.judged.worn,
.judged.slight {
  border-color: var(--pen);
}
.judged.bad,
.judged.failed {
  border-color: var(--oxide);
  background: var(--oxide-wash);
}
.judged .figure {
  flex: none;
  font-size: 1.25rem;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 1.5rem;
}
.foot .v-input {
  flex: 0 1 200px;
}
.spread {
  padding-left: 0.8rem;
  border-left: 6px solid var(--oxide);
}
</style>
