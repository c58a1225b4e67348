<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, reactive, ref, watch } from 'vue'
import { answer, api, newId, Refusal } from '@/api/client'
import ChalkStroke from '@/design/ChalkStroke.vue'
import { date, quantity } from '@/design/format'
import { useWritten } from '../ledger/useWritten'
import { provenanceWords } from '../servicing/lifeSentence'

/** Fuel into the tank: how much, what it cost, and the oil that belongs in it. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; today: string }>()

const { written } = useWritten()
const form = reactive({ volume: '', price: '', brim: true, missed: false, oil: '', reading: '', on: '' })
const refusal = ref<Refusal | null>(null)
const busy = ref(false)
const id = ref(newId())
/** Nobody fills that much, or rides that far in so short a time: right only if the owner says so. */
const unlikely = computed(() => refusal.value?.ask === 'confirm')

const { data: asked } = useQuery({
  queryKey: ['fuel-asked', () => props.bike, () => form.volume],
  queryFn: () =>
    answer(
      api.GET('/api/bikes/{bike}/fuel-asked', {
        params: { path: { bike: props.bike }, query: { volume: form.volume.slice(0, 40) } },
      }),
    ),
  enabled: open,
  placeholderData: (before) => before,
})
const meter = computed(() => asked.value?.meter)
const mixes = computed(() => asked.value?.reason === 'premixed' || asked.value?.reason === 'insurance')

watch(open, (opened) => {
  if (!opened) return
  Object.assign(form, { volume: '', price: '', brim: true, missed: false, oil: '', reading: '', on: props.today })
  refusal.value = null
})
watch(
  [open, form],
  () => {
    id.value = newId()
    refusal.value = null
  },
  { deep: true },
)

async function keep(confirmed = false) {
  if (busy.value) return
  busy.value = true
  try {
    const kept = await answer(
      api.POST('/api/bikes/{bike}/fuellings', {
        params: { path: { bike: props.bike } },
        body: {
          id: id.value,
          date: form.on,
          volume: form.volume,
          price: form.price || null,
          toTheBrim: form.brim,
          oil: mixes.value ? form.oil || null : null,
          meter: meter.value?.kind ?? null,
          reading: form.reading || null,
          confirmed,
          missedSome: form.missed,
        },
      }),
    )
    open.value = false
    await written(`${props.nickname}: fuel written down.`, kept.fuel, ...(kept.reading ? [kept.reading] : []))
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-labelledby="fuel-dialog-title">
    <form class="sheet" @submit.prevent="keep()">
      <header>
        <h2 id="fuel-dialog-title">{{ nickname }}: fuel</h2>
      </header>
      <div class="inside">
        <p v-if="asked?.reason === 'insurance'" class="insurance">
          <ChalkStroke />
          <span
            ><b>The oil pump is not proven.</b> Mix this tank too. It may smoke and bog a little; that is the price of the
            insurance.</span
          >
        </p>
        <v-text-field
          v-model="form.volume"
          class="figure-field"
          label="How much went in, in any unit"
          :suffix="asked?.volumeUnit"
          autofocus
          autocomplete="off"
          :error-messages="refusal?.of('volume')"
        />
        <p v-if="asked?.reason === 'pumped'" class="soft">Straight fuel: its pump adds the oil. Look at the oil tank too.</p>
        <p v-else-if="mixes && !asked?.ratio" class="refusal" role="status">
          Its ratio is not in the profile. Copy it from the manual before you mix.
          <RouterLink :to="`/bikes/${bike}/profile`">Profile</RouterLink>
        </p>
        <p v-else-if="mixes && asked?.ratio" class="mix" role="status">
          <span class="label">Oil for it</span>
          <span class="figure big">{{ asked.oil ? quantity(asked.oil) : quantity(asked.ratio) }}</span>
          <span class="soft"
            ><template v-if="asked.oil">at {{ quantity(asked.ratio) }}</template
            ><template v-if="asked.from">, {{ provenanceWords(asked.from) }}</template></span
          >
        </p>
        <v-text-field
          v-if="mixes"
          v-model="form.oil"
          class="figure-field"
          label="Oil that you mixed in"
          suffix="ml"
          autocomplete="off"
          :error-messages="refusal?.of('oil')"
        />
        <v-text-field
          v-model="form.price"
          class="figure-field"
          label="What it cost, if you like"
          autocomplete="off"
          :error-messages="refusal?.of('price')"
        />
        <v-checkbox
          v-model="form.brim"
          label="Full to the brim"
          hint="Consumption is worked out from brim to brim"
          persistent-hint
        />
        <v-checkbox v-model="form.missed" label="I missed writing some down before this" />
        <v-text-field
          v-if="meter"
          v-model="form.reading"
          class="figure-field"
          label="What the meter shows"
          :suffix="meter.unit"
          autocomplete="off"
          :hint="
            meter.display && meter.readOn ? `Last read ${quantity(meter.display)} on ${date(meter.readOn, today)}` : undefined
          "
          persistent-hint
          :error-messages="refusal?.of('reading')"
        />
        <div v-if="unlikely" class="refusal">
          <v-btn class="plate small" variant="outlined" @click="keep(true)">{{
            refusal?.of('oil') ? 'Keep it as it is' : 'It is right'
          }}</v-btn>
        </div>
        <v-text-field v-model="form.on" type="date" label="Filled on" :max="today" :error-messages="refusal?.of('date')" />
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
.insurance {
  display: flex;
  gap: 0.7rem;
}
.mix {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.8rem;
  align-items: baseline;
}
.big {
  font-size: 1.75rem;
}
</style>
