<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { answer, api, newId, Refusal, type EntryAnswer, type RideRequest } from '@/api/client'
import { useWritten } from '../ledger/useWritten'
import AfterRide from './AfterRide.vue'

type Hard = RideRequest['severities'][number]

/** A ride: how far or how long, and whether it was harder than the ordinary. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; today: string }>()

const { written } = useWritten()
const ridden = ref<EntryAnswer | null>(null)
const form = reactive({ distance: '', hours: '', on: '', ground: '', hard: [] as Hard[], despite: '' })
const asked = ref<string | null>(null)
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
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
const toggle = (one: Hard) =>
  (form.hard = form.hard.includes(one) ? form.hard.filter((other) => other !== one) : [...form.hard, one])

watch(open, (opened) => {
  if (!opened) return
  Object.assign(form, { distance: '', hours: '', on: props.today, ground: '', hard: [], despite: '' })
  refusal.value = null
  asked.value = null
})
watch([open, form], () => (id.value = newId()), { deep: true })

async function keep() {
  try {
    const entry = await answer(
      api.POST('/api/bikes/{bike}/rides', {
        params: { path: { bike: props.bike } },
        body: {
          id: id.value,
          date: form.on,
          distance: form.distance || null,
          hours: form.hours || null,
          ground: form.ground || null,
          severities: form.hard,
          despite: form.despite || null,
        },
      }),
    )
    await written(`${props.nickname}: ride written down.`, entry)
    open.value = false
    ridden.value = entry
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
    if (refusal.value.ask === 'despite') asked.value = refusal.value.of('despite') ?? null
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-labelledby="ride-title">
    <form class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="ride-title">{{ nickname }}: a ride</h2>
      </header>
      <div class="inside">
        <v-text-field
          v-model="form.distance"
          class="figure-field"
          label="How far, in any unit"
          autofocus
          autocomplete="off"
          :error-messages="refusal?.of('distance')"
        />
        <v-text-field
          v-model="form.hours"
          class="figure-field"
          label="Engine hours, or minutes"
          autocomplete="off"
          :error-messages="refusal?.of('hours')"
        />
        <fieldset class="hard">
          <legend class="label">Harder than the ordinary? All that fits</legend>
          <button
            v-for="kind in kinds"
            :key="kind.value"
            type="button"
            :aria-pressed="form.hard.includes(kind.value)"
            @click="toggle(kind.value)"
          >
            {{ kind.title }}
          </button>
        </fieldset>
        <v-text-field
          v-model="form.ground"
          label="Where, on what ground"
          maxlength="80"
          :error-messages="refusal?.of('ground')"
        />
        <v-text-field v-model="form.on" type="date" label="Ridden on" :max="today" :error-messages="refusal?.of('date')" />
        <div v-if="asked" class="despite" role="alert">
          <p class="refusal">{{ asked }}</p>
          <div class="reasons">
            <button v-for="reason in reasons" :key="reason" type="button" @click="form.despite = reason">{{ reason }}</button>
          </div>
          <v-text-field v-model="form.despite" label="Why it was ridden all the same" maxlength="200" autofocus />
        </div>
        <p class="soft">
          It counts for all that is due after a ride. It moves the estimate of the meter until the meter is read.
        </p>
        <p v-if="refusal && !asked && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="open = false">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Write it down</v-btn>
      </footer>
    </form>
  </v-dialog>
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
