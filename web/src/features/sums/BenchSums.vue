<script setup lang="ts">
import { reactive } from 'vue'
import { api } from '@/api/client'
import { number, quantity } from '@/design/format'
import SumCabinet from './SumCabinet.vue'
import { useFromBike } from './useFromBike'
import { useSum } from './useSum'

/** The proof of an oil pump, torque with an adaptor, and any unit in all others. */
const pump = reactive({ fuel: '8 L', fall: '160 ml', readTo: '10 ml', low: '30', high: '60', premix: '' })
const proof = useSum(pump, (query) => api.GET('/api/sums/pump-proof', { params: { query } }))
const bolt = reactive({ torque: '68 N m', wrench: '400', adaptor: '0' })
useFromBike('wrench', bolt)
const wrench = useSum(bolt, (query) => api.GET('/api/sums/wrench', { params: { query } }))
const typed = reactive({ amount: '22 nm' })
const units = useSum(typed, (query) => api.GET('/api/sums/units', { params: { query } }))
const verdicts = {
  proven: 'Proven',
  'too-little': 'Not proven: too little oil',
  'too-much': 'Not proven: too much is gone',
  'cannot-tell': 'This tells nothing yet',
}
const advice = {
  proven: 'The next tank is straight fuel. Look again after it.',
  'too-little': 'Keep the premix in, bleed the pump again, look at its cable and its hoses.',
  'too-much': 'Look for a leak, or a pump whose cable holds it open.',
  'cannot-tell': 'Burn more fuel, or read the level more closely. Keep the premix in until then.',
}
</script>

<template>
  <SumCabinet id="pump-proof" title="Oil pump, proven by fall" :stale="proof.stale.value">
    <template #fields>
      <v-text-field v-model="pump.fuel" label="Fuel burned" :error-messages="proof.wrong('fuel')" />
      <v-text-field v-model="pump.fall" label="Oil gone" :error-messages="proof.wrong('fall')" />
      <v-text-field v-model="pump.readTo" label="Read to within" :error-messages="proof.wrong('readTo')" />
      <v-text-field v-model="pump.low" label="Pump gives, from" suffix=": 1" :error-messages="proof.wrong('low')" />
      <v-text-field v-model="pump.high" label="to" suffix=": 1" :error-messages="proof.wrong('high')" />
      <v-text-field v-model="pump.premix" label="Premix in the fuel" suffix=": 1" :error-messages="proof.wrong('premix')" />
    </template>
    <template v-if="proof.data.value">
      <span class="big">{{ verdicts[proof.data.value.verdict] }}</span>
      <span>
        <template v-if="proof.data.value.ratio != null"
          ><b class="figure">{{ number(proof.data.value.ratio, 0) }} : 1</b>, by this reading
          {{ number(proof.data.value.richest, 0) }} to
          {{ proof.data.value.leanest == null ? 'nothing at all' : number(proof.data.value.leanest, 0) }}</template
        >
        <template v-else>It did not fall at all.</template>
      </span>
      <span v-if="pump.premix && proof.data.value.with != null" class="soft"
        >with the premix the engine got {{ number(proof.data.value.with, 0) }} : 1</span
      >
      <b>{{ advice[proof.data.value.verdict] }}</b>
    </template>
    <template #how>
      Fuel by what filled the oil tank to its mark again. A mark is read to some millilitres, so the ratio is a range; it proves
      something only where the whole range lies inside what the maker gives for the pump.
    </template>
  </SumCabinet>
  <SumCabinet id="wrench" title="Torque" :stale="wrench.stale.value">
    <template #fields>
      <v-text-field v-model="bolt.torque" label="Wanted at the bolt" :error-messages="wrench.wrong('torque')" />
      <v-text-field v-model="bolt.wrench" label="Wrench, hand to square" :error-messages="wrench.wrong('wrench')" />
      <v-text-field v-model="bolt.adaptor" label="Adaptor in line" :error-messages="wrench.wrong('adaptor')" />
    </template>
    <template v-if="wrench.data.value">
      <span class="figure big">{{ quantity(wrench.data.value.setting) }}</span>
      <span class="soft">{{ wrench.data.value.others.map(quantity).join(', ') }}</span>
    </template>
    <template #how>
      With an adaptor in line the lever is longer, so the wrench is set lower. Set crosswise it changes nothing. Dry threads,
      unless the manual says otherwise: oil or compound raises the clamp load of the same torque.
    </template>
  </SumCabinet>
  <SumCabinet id="units" title="Units" :stale="units.stale.value">
    <template #fields>
      <v-text-field v-model="typed.amount" class="wide" label="An amount with its unit" :error-messages="units.wrong('amount')" />
    </template>
    <ul v-if="units.data.value" class="list figure">
      <li v-for="one in units.data.value.in" :key="one.unit">{{ number(one.value, 8) }} {{ one.unit }}</li>
    </ul>
    <template #how>Factors after NIST SP 811. Miles, inches, gallons and hours are exact.</template>
  </SumCabinet>
</template>

<style scoped>
.wide {
  grid-column: span 2;
}
.list {
  columns: 2;
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
