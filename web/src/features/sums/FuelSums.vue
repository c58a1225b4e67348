<script setup lang="ts">
import { reactive } from 'vue'
import { api } from '@/api/client'
import { number, quantity } from '@/design/format'
import SumCabinet from './SumCabinet.vue'
import { useFromBike } from './useFromBike'
import { useSum } from './useSum'

/** What goes into the fuel: premix, a tank put right, stabiliser. */
const mix = reactive({ fuel: '5 L', ratio: '50' })
useFromBike('premix', mix)
const premix = useSum(mix, (query) => api.GET('/api/sums/premix', { params: { query } }))
const tank = reactive({ mix: '4 L', from: '50', to: '32', room: '' })
useFromBike('tank', tank)
const correction = useSum(tank, (query) => api.GET('/api/sums/correct-a-tank', { params: { query } }))
const store = reactive({ inTank: '4 L', goesIn: '6 L', dose: '2.5' })
useFromBike('stabiliser', store)
const stabiliser = useSum(store, (query) => api.GET('/api/sums/stabiliser', { params: { query } }))
</script>

<template>
  <SumCabinet id="premix" title="Premix" :stale="premix.stale.value">
    <template #fields>
      <v-text-field v-model="mix.fuel" label="Fuel" :error-messages="premix.wrong('fuel')" />
      <v-text-field v-model="mix.ratio" label="Ratio, to 1" :error-messages="premix.wrong('ratio')" />
    </template>
    <template v-if="premix.data.value">
      <span
        ><span class="figure big">{{ quantity(premix.data.value.oil) }}</span> of oil</span
      >
      <span class="soft"
        >{{ number(premix.data.value.perLitre, 1) }} ml to a litre, {{ number(premix.data.value.ouncesPerGallon, 2) }} oz to a US
        gallon; {{ quantity(premix.data.value.mix) }} of mix</span
      >
    </template>
    <template #how>One part of oil to so many of fuel. The ratio is the maker's; the oil's bottle may ask for more.</template>
  </SumCabinet>
  <SumCabinet id="tank" title="Put a tank right" :stale="correction.stale.value">
    <template #fields>
      <v-text-field v-model="tank.mix" label="Mix in it" :error-messages="correction.wrong('mix')" />
      <v-text-field v-model="tank.from" label="Mixed at" :error-messages="correction.wrong('from')" />
      <v-text-field v-model="tank.to" label="Wanted" :error-messages="correction.wrong('to')" />
      <v-text-field v-model="tank.room" label="Room left in it" :error-messages="correction.wrong('room')" />
    </template>
    <template v-if="correction.data.value">
      <span v-if="correction.data.value.oil.value > 0"
        ><span class="figure big">{{ quantity(correction.data.value.oil) }}</span> of oil more</span
      >
      <span v-else-if="correction.data.value.fuel.value > 0"
        ><span class="figure big">{{ quantity(correction.data.value.fuel) }}</span> of straight fuel more</span
      >
      <span v-else class="big">It is right as it is</span>
      <span class="soft">then {{ quantity(correction.data.value.after) }} are in it</span>
      <b v-if="!correction.data.value.fits">That does not fit: draw some off first.</b>
    </template>
    <template #how>
      Of a mix at 50 to 1 one part in 51 is oil. Richer takes oil, leaner takes straight fuel; shake it, for oil sinks.
    </template>
  </SumCabinet>
  <SumCabinet id="stabiliser" title="Fuel stabiliser" :stale="stabiliser.stale.value">
    <template #fields>
      <v-text-field v-model="store.inTank" label="In the tank" :error-messages="stabiliser.wrong('inTank')" />
      <v-text-field v-model="store.goesIn" label="Goes in" :error-messages="stabiliser.wrong('goesIn')" />
      <v-text-field v-model="store.dose" label="ml to a litre" :error-messages="stabiliser.wrong('dose')" />
    </template>
    <template v-if="stabiliser.data.value">
      <span
        ><span class="figure big">{{ quantity(stabiliser.data.value.dose) }}</span> of stabiliser</span
      >
      <span class="soft"
        >poured in before the fuel; then run it {{ stabiliser.data.value.runMinutes }} minutes, outside, so that it reaches the
        lines</span
      >
    </template>
    <template #how>The dose on its bottle, for all the fuel that it treats: what is there and what goes in.</template>
  </SumCabinet>
</template>
