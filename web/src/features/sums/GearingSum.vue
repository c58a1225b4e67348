<script setup lang="ts">
import { reactive } from 'vue'
import { api } from '@/api/client'
import { number } from '@/design/format'
import SumCabinet from './SumCabinet.vue'
import { useFromBike } from './useFromBike'
import { useSum } from './useSum'

/** Speed in each gear at so many turns, and what another sprocket makes of it. */
const drive = reactive({
  tyre: '140/80-18',
  primary: '3.0',
  gears: '2.4 1.7 1.3 1.05 0.88',
  front: '13',
  rear: '50',
  rpm: '8000',
})
useFromBike('gearing', drive)
const gearing = useSum(drive, (query) => api.GET('/api/sums/gearing', { params: { query } }))
</script>

<template>
  <SumCabinet id="gearing" title="Gearing and speed" :stale="gearing.stale.value">
    <template #fields>
      <v-text-field v-model="drive.tyre" label="Rear tyre" :error-messages="gearing.wrong('tyre')" />
      <v-text-field v-model="drive.primary" label="Primary" :error-messages="gearing.wrong('primary')" />
      <v-text-field v-model="drive.gears" class="wide" label="Gears, first to top" :error-messages="gearing.wrong('gears')" />
      <v-text-field v-model="drive.front" label="Front teeth" :error-messages="gearing.wrong('front')" />
      <v-text-field v-model="drive.rear" label="Rear teeth" :error-messages="gearing.wrong('rear')" />
      <v-text-field v-model="drive.rpm" label="Turns a minute" :error-messages="gearing.wrong('rpm')" />
    </template>
    <table v-if="gearing.data.value">
      <thead>
        <tr class="label">
          <th scope="col">Gear</th>
          <th scope="col">Overall</th>
          <th scope="col">km/h</th>
          <th scope="col">mph</th>
        </tr>
      </thead>
      <tbody class="figure">
        <tr v-for="gear in gearing.data.value.gears" :key="gear.gear">
          <th scope="row">{{ gear.gear }}</th>
          <td>{{ number(gear.total, 2) }}</td>
          <td>{{ number(gear.kilometresAnHour, 0) }}</td>
          <td>{{ number(gear.milesAnHour, 0) }}</td>
        </tr>
      </tbody>
    </table>
    <span v-if="gearing.data.value" class="soft"
      >final drive {{ number(gearing.data.value.final, 2) }}; the tyre is {{ number(gearing.data.value.circumferenceMm, 0) }} mm
      round by its size, some 3% less under load</span
    >
    <template #how>
      Turns of the crank through primary, gear and final drive to turns of the wheel, times its way round. What it reaches on the
      road is for the engine and the air to say.
    </template>
  </SumCabinet>
</template>

<style scoped>
.wide {
  grid-column: span 2;
}
</style>
