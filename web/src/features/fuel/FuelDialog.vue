<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, api } from '@/api/client'
import ChalkStroke from '@/design/ChalkStroke.vue'
import FormSheet from '@/design/FormSheet.vue'
import { date, quantity } from '@/design/format'
import { useForm } from '@/design/useForm'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import MoneyField from '@/design/MoneyField.vue'
import QuantityField from '@/design/QuantityField.vue'
import { useWritten } from '../ledger/useWritten'
import { provenanceWords } from '../servicing/lifeSentence'

/** Fuel into the tank: how much, what it cost, and the oil that belongs in it. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; today: string }>()

const { written } = useWritten()
const sheet = useForm(
  () => `fuel ${props.bike}`,
  () => ({ volume: '', price: '', brim: true, missed: false, oil: '', reading: '', on: props.today }),
)
/** Nobody fills that much, or rides that far in so short a time: right only if the owner says so. */
const unlikely = computed(() => sheet.refusal?.ask === 'confirm')

const { data: asked } = useQuery({
  queryKey: ['fuel-asked', () => props.bike, () => sheet.form.volume],
  queryFn: () =>
    answer(
      api.GET('/api/bikes/{bike}/fuel-asked', {
        params: { path: { bike: props.bike }, query: { volume: sheet.form.volume.slice(0, 40) } },
      }),
    ),
  enabled: open,
  placeholderData: (before) => before,
})
const meter = computed(() => asked.value?.meter)
const mixes = computed(() => asked.value?.reason === 'premixed' || asked.value?.reason === 'insurance')

function keep(confirmed = false) {
  const { form } = sheet

  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/fuellings', {
          params: { path: { bike: props.bike } },
          body: {
            id,
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
      ),
    async (kept) => {
      open.value = false
      await written(`${props.nickname}: fuel written down.`, kept.fuel, ...(kept.reading ? [kept.reading] : []))
    },
  )
}
</script>

<template>
  <FormSheet v-model="open" :sheet="sheet" :title="`${nickname}: fuel`" act="Write it down" @submit="keep()">
    <p v-if="asked?.reason === 'insurance'" class="insurance">
      <ChalkStroke />
      <span
        ><b>The oil pump is not proven.</b> Mix this tank too. It may smoke and bog a little; that is the price of the
        insurance.</span
      >
    </p>
    <QuantityField
      v-first
      v-bind="sheet.field('volume')"
      class="figure-field"
      label="How much went in, in any unit"
      :unit="asked?.volumeUnit"
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
      v-bind="sheet.field('oil')"
      class="figure-field"
      label="Oil that you mixed in"
      suffix="ml"
      autocomplete="off"
    />
    <MoneyField v-bind="sheet.field('price')" class="figure-field" label="What it cost, if you like" />
    <v-checkbox
      v-model="sheet.form.brim"
      label="Full to the brim"
      hint="Consumption is worked out from brim to brim, with the meter read at both"
      persistent-hint
    />
    <v-checkbox v-model="sheet.form.missed" label="I missed writing some down before this" />
    <QuantityField
      v-if="meter"
      v-bind="sheet.field('reading')"
      class="figure-field"
      label="What the meter shows"
      :unit="meter.unit"
      :hint="meter.display && meter.readOn ? `Last read ${quantity(meter.display)} on ${date(meter.readOn, today)}` : undefined"
      persistent-hint
    />
    <div v-if="unlikely">
      <v-btn class="plate small" variant="outlined" @click="keep(true)">{{
        sheet.refusal?.of('oil') ? 'Keep it as it is' : 'It is right'
      }}</v-btn>
    </div>
    <DateField v-bind="sheet.field('on', 'date')" label="Filled on" :max="today" />
  </FormSheet>
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
