<script setup lang="ts">
import { ref, watch } from 'vue'
import { answer, api, type EntryAnswer, type RideRequest } from '@/api/client'
import FormSheet from '@/design/FormSheet.vue'
import { useForm } from '@/design/useForm'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import { useWritten } from '../ledger/useWritten'
import AfterRide from './AfterRide.vue'

type Hard = RideRequest['severities'][number]

/** A ride: how far or how long, and whether it was harder than the ordinary. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; today: string }>()

const { written } = useWritten()
const ridden = ref<EntryAnswer | null>(null)
const sheet = useForm(
  () => `ride ${props.bike}`,
  () => ({ distance: '', hours: '', on: props.today, ground: '', hard: [] as Hard[], despite: '' }),
)
const asked = ref<string | null>(null)
const kinds: { value: Hard; title: string }[] = [
  { value: 'wet', title: 'Wet' },
  { value: 'mud', title: 'Mud' },
  { value: 'sand', title: 'Sand' },
  { value: 'dust', title: 'Dust' },
  { value: 'grit', title: 'Grit' },
  { value: 'raced', title: 'Raced' },
  { value: 'crashed', title: 'Crashed' },
]
const reasons = ['It is in use; the book is behind', 'To the garage', 'A trial in the yard']
function toggle(one: Hard) {
  const { hard } = sheet.form
  sheet.form.hard = hard.includes(one) ? hard.filter((other) => other !== one) : [...hard, one]
}

watch(open, (opened) => opened && (asked.value = null))
watch(
  () => sheet.refusal,
  (refusal) => {
    if (refusal?.ask === 'despite') asked.value = refusal.of('despite') ?? null
  },
)

function keep() {
  const { form } = sheet
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/rides', {
          params: { path: { bike: props.bike } },
          body: {
            id,
            date: form.on,
            distance: form.distance || null,
            hours: form.hours || null,
            ground: form.ground || null,
            severities: form.hard,
            despite: form.despite || null,
          },
        }),
      ),
    async (entry) => {
      await written(`${props.nickname}: ride written down.`, entry)
      open.value = false
      ridden.value = entry
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" :title="`${nickname}: a ride`" act="Write it down" @submit="keep">
    <v-text-field v-first v-bind="sheet.field('distance')" class="figure-field" label="How far, in any unit" autocomplete="off" />
    <v-text-field v-bind="sheet.field('hours')" class="figure-field" label="Engine hours, or minutes" autocomplete="off" />
    <fieldset class="hard">
      <legend class="label">Harder than the ordinary? All that fits</legend>
      <button
        v-for="kind in kinds"
        :key="kind.value"
        type="button"
        :aria-pressed="sheet.form.hard.includes(kind.value)"
        @click="toggle(kind.value)"
      >
        {{ kind.title }}
      </button>
    </fieldset>
    <v-text-field v-bind="sheet.field('ground')" label="Where, on what ground" maxlength="80" />
    <DateField v-bind="sheet.field('on', 'date')" label="Ridden on" :max="today" />
    <div v-if="asked" class="despite said" role="alert">
      <p class="refusal">{{ asked }}</p>
      <div class="reasons">
        <button v-for="reason in reasons" :key="reason" type="button" @click="sheet.form.despite = reason">{{ reason }}</button>
      </div>
      <v-text-field v-model="sheet.form.despite" v-first label="Why it was ridden all the same" maxlength="200" />
    </div>
    <p class="soft">It counts for all that is due after a ride. It moves the estimate of the meter until the meter is read.</p>
  </FormSheet>
  <AfterRide v-model="ridden" :bike="bike" :nickname="nickname" />
</template>

<style scoped>
.hard {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  padding: 0;
  border: 0;
}
.hard legend {
  margin-bottom: 0.3rem;
}
.hard button,
.reasons button {
  min-height: 44px;
  padding: 0 0.9rem;
  border: 2px solid var(--rule);
  font: 600 1.0625rem/1 var(--head);
}
.hard button[aria-pressed='true'] {
  border-color: var(--ink);
  background: var(--ink);
  color: var(--card);
}
.reasons {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  margin: 0.5rem 0 0.8rem;
}
</style>
