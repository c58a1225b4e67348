<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, newId, Refusal, type TagAnswer } from '@/api/client'
import { date, quantity } from '@/design/format'
import { useWritten } from '../ledger/useWritten'
import { useUnderstood } from './useUnderstood'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bikes: TagAnswer[]; bike?: string; today: string }>()

const { written } = useWritten()
const chosen = ref('')
const kind = ref<'odometer' | 'hour-meter'>('odometer')
const reading = ref('')
const on = ref('')
const note = ref('')
const refusal = ref<Refusal | null>(null)
const busy = ref(false)
const id = ref(newId())

const withMeters = computed(() => props.bikes.filter((bike) => bike.meters.length))
const tag = computed(() => props.bikes.find((bike) => bike.id === chosen.value))
const meter = computed(() => tag.value?.meters.find((one) => one.kind === kind.value) ?? tag.value?.meters[0])
const understood = useUnderstood(reading, () => meter.value?.unit)
/** A meter does not run backwards, unless it was changed: then the owner says how. */
const backward = computed(() => refusal.value?.ask === 'new-epoch')
/** Nobody rides that far in so short a time: right only if the owner says so. */
const unlikely = computed(() => refusal.value?.ask === 'confirm')

watch(open, (opened) => {
  if (!opened) return
  chosen.value = props.bike ?? withMeters.value[0]?.id ?? ''
  reading.value = note.value = ''
  on.value = props.today
  refusal.value = null
  id.value = newId()
})
watch([reading, chosen, on], () => {
  // A changed form is a new write; the old id may have been acknowledged.
  refusal.value = null
  id.value = newId()
})

async function keep(because?: 'dash-swapped' | 'rolled-over' | 'reset', confirmed = false) {
  if (!meter.value || busy.value) return
  busy.value = true
  try {
    const bike = chosen.value
    const entry = await answer(
      api.POST('/api/bikes/{bike}/readings', {
        params: { path: { bike } },
        body: {
          id: id.value,
          meter: meter.value.kind,
          reading: reading.value,
          date: on.value,
          note: note.value || null,
          because: because ?? null,
          confirmed,
        },
      }),
    )
    open.value = false
    const shown = entry.figures.find((figure) => figure.name === 'reading')?.quantity
    await written(`${entry.bikeName}: ${shown ? quantity(shown) : 'reading'} written down.`, entry)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-labelledby="reading-title">
    <form class="sheet" @submit.prevent="keep()">
      <header><h2 id="reading-title">What does the meter show?</h2></header>
      <div class="inside">
        <div class="bikes" role="radiogroup" aria-label="Bike">
          <label v-for="one in withMeters" :key="one.id" :class="{ chosen: one.id === chosen }">
            <input v-model="chosen" type="radio" name="bike" :value="one.id" />{{ one.nickname }}
          </label>
        </div>
        <div v-if="tag && tag.meters.length > 1" class="bikes" role="radiogroup" aria-label="Meter">
          <label v-for="one in tag.meters" :key="one.kind" :class="{ chosen: one === meter }">
            <input v-model="kind" type="radio" name="meter" :value="one.kind" />{{
              one.kind === 'odometer' ? 'Odometer' : 'Hour meter'
            }}
          </label>
        </div>
        <v-text-field
          v-model="reading"
          class="figure-field"
          :label="`Reading, in ${meter?.unit ?? ''} or any unit`"
          autofocus
          autocomplete="off"
          :error-messages="refusal?.of('reading')"
          :suffix="meter?.unit"
        />
        <p class="soft" role="status">
          <template v-if="understood">Understood: {{ understood }}. </template>
          <template v-if="meter?.display && meter.readOn"
            >Last read {{ quantity(meter.display) }} on {{ date(meter.readOn, today) }}.</template
          >
          <template v-if="meter?.today"> About {{ quantity(meter.today) }} is likely today.</template>
        </p>
        <div v-if="backward" class="refusal anew">
          <p>If it is right, say what happened. What the bike has done in its life is carried on.</p>
          <v-btn class="plate small" variant="outlined" @click="keep('dash-swapped')">The dash was swapped</v-btn>
          <v-btn class="plate small" variant="outlined" @click="keep('rolled-over')">It rolled over</v-btn>
          <v-btn class="plate small" variant="outlined" @click="keep('reset')">It was reset</v-btn>
        </div>
        <div v-if="unlikely" class="refusal anew">
          <v-btn class="plate small" variant="outlined" @click="keep(undefined, true)">It is right</v-btn>
        </div>
        <v-text-field v-model="on" type="date" label="Read on" :max="today" :error-messages="refusal?.of('date')" />
        <v-text-field v-model="note" label="Note, if any" maxlength="500" :error-messages="refusal?.of('note')" />
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="open = false">Leave it</v-btn>
        <v-btn class="plate pen" type="submit" :disabled="busy">Write it down</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>

<style scoped>
.bikes {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
.bikes label {
  padding: 0.45rem 0.8rem;
  border: 1.5px solid var(--rule);
  font: 600 1.0625rem/1.2 var(--head);
  cursor: pointer;
}
.bikes input {
  position: absolute;
  opacity: 0;
}
.bikes .chosen {
  border-color: var(--ink);
  background: var(--ink);
  color: var(--card);
}
.bikes label:has(:focus-visible) {
  outline: 3px solid var(--blueing);
  outline-offset: 2px;
}
.anew {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.anew p {
  flex-basis: 100%;
}
</style>
