<script setup lang="ts">
import { reactive } from 'vue'
import { api } from '@/api/client'
import { number, quantity } from '@/design/format'
import SumCabinet from './SumCabinet.vue'
import { useFromBike } from './useFromBike'
import { useSum } from './useSum'

/** Coolant, engine oil by the weather, fork oil. */
const cool = reactive({ share: '33', coldest: '-18', system: '1.4 L', concentrate: '100' })
useFromBike('coolant', cool)
const coolant = useSum(cool, (query) => api.GET('/api/sums/coolant', { params: { query } }))
const oil = reactive({ coldest: '-5', hottest: '28', liquidCooled: 'false' })
useFromBike('viscosity', oil)
const viscosity = useSum(oil, ({ liquidCooled, ...query }) =>
  api.GET('/api/sums/viscosity', { params: { query: { ...query, liquidCooled: liquidCooled === 'true' } } }),
)
const leg = reactive({ tube: '43', now: '130', wanted: '120', other: '130' })
useFromBike('fork', leg)
const fork = useSum(leg, (query) => api.GET('/api/sums/fork-oil', { params: { query } }))
const cooled = [
  { value: 'false', title: 'By air' },
  { value: 'true', title: 'By liquid' },
]
</script>

<template>
  <SumCabinet id="coolant" title="Coolant" :stale="coolant.stale.value">
    <template #fields>
      <v-text-field v-model="cool.share" label="Glycol now, %" :error-messages="coolant.wrong('share')" />
      <v-text-field v-model="cool.coldest" label="Coldest night" :error-messages="coolant.wrong('coldest')" />
      <v-text-field v-model="cool.system" label="System holds" :error-messages="coolant.wrong('system')" />
      <v-text-field v-model="cool.concentrate" label="You pour, %" :error-messages="coolant.wrong('concentrate')" />
    </template>
    <template v-if="coolant.data.value">
      <span v-if="coolant.data.value.wanted == null" class="big">No share holds so cold a night</span>
      <span v-else-if="coolant.data.value.enough" class="big">It holds</span>
      <span v-else-if="coolant.data.value.replace"
        ><span class="figure big">{{ quantity(coolant.data.value.replace) }}</span> out, and as much
        {{ coolant.data.value.thick ? 'water' : 'concentrate' }} in</span
      >
      <span v-else-if="coolant.data.value.thick" class="big">Too rich to say</span>
      <span v-else class="big">It does not hold</span>
      <span class="soft">
        <template v-if="coolant.data.value.freezesAt != null"
          >it freezes at {{ number(coolant.data.value.freezesAt, 0) }} °C; </template
        ><template v-else>outside of the table nothing is said of its freezing point; </template>
        <template v-if="coolant.data.value.wanted != null">{{ number(coolant.data.value.wanted, 0) }}% is wanted</template></span
      >
      <b v-if="coolant.data.value.thin"
        >Under {{ coolant.data.value.leastForInhibitor }}% most makers' inhibitors no longer protect the metal.</b
      >
      <b v-if="coolant.data.value.thick"
        >Over {{ coolant.data.value.most }}% it carries less heat off, and freezes sooner again.</b
      >
    </template>
    <template #how>
      Freezing points of ethylene glycol after the ASHRAE handbook, straight lines in between and nothing beyond; five degrees to
      spare. Types of coolant do not mix blindly: the bottle's own table wins.
    </template>
  </SumCabinet>
  <SumCabinet id="viscosity" title="Oil for the weather" :stale="viscosity.stale.value">
    <template #fields>
      <v-text-field v-model="oil.coldest" label="Coldest start" :error-messages="viscosity.wrong('coldest')" />
      <v-text-field v-model="oil.hottest" label="Hottest ride" :error-messages="viscosity.wrong('hottest')" />
      <v-select v-model="oil.liquidCooled" label="Cooled" :items="cooled" />
    </template>
    <template v-if="viscosity.data.value">
      <span v-if="viscosity.data.value.multigrades.length" class="figure big">{{
        viscosity.data.value.multigrades.join(', ')
      }}</span>
      <span v-else class="big">Beyond the tables</span>
      <span class="soft">the maker's grade comes first, always; of these the lower first number starts easier in the cold</span>
    </template>
    <template #how>
      The first number is the coldest start at which SAE J300 lets it be cranked; the second is a house table for heat. A wet
      clutch wants JASO MA or MA2. Gear oil follows SAE J306, whose numbers are others: 80W is as thin as a 20, 90 as a 40.
    </template>
  </SumCabinet>
  <SumCabinet id="fork" title="Fork oil by height" :stale="fork.stale.value">
    <template #fields>
      <v-text-field v-model="leg.tube" label="Tube inside" :error-messages="fork.wrong('tube')" />
      <v-text-field v-model="leg.now" label="Now from top" :error-messages="fork.wrong('now')" />
      <v-text-field v-model="leg.wanted" label="Wanted" :error-messages="fork.wrong('wanted')" />
      <v-text-field v-model="leg.other" label="Other leg" :error-messages="fork.wrong('other')" />
    </template>
    <template v-if="fork.data.value">
      <span v-if="fork.data.value.byMm > 0"
        ><span class="figure big">{{ number(fork.data.value.ml, 0) }}<span class="unit">ml</span></span>
        {{ fork.data.value.raise ? 'in' : 'out' }}</span
      >
      <span v-else class="big">It is right as it is</span>
      <b v-if="!fork.data.value.alike">The legs differ by more than {{ fork.data.value.mostApartMm }} mm: make them alike.</b>
    </template>
    <template #how>
      Measured with the leg pressed together, spring out, upright. The tube taken as a cylinder; the last drops go by the measure.
    </template>
  </SumCabinet>
</template>
