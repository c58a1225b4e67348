<script setup lang="ts">
import type { ValvesAnswer } from '@/api/client'
import { date, magnitude, number, quantity } from '@/design/format'
import { clearanceWords, valveWords } from './valveWords'

/** Each valve over time: as found, what it was left at, where it goes and how much shim is left. */
defineProps<{ data: ValvesAnswer; unit: 'mm' | 'thou' }>()
</script>

<template>
  <section class="cabinet past" aria-labelledby="past">
    <header>
      <h2 id="past">Each valve over time</h2>
      <span class="label">as found, and what it was left at</span>
    </header>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th scope="col">Valve</th>
            <th scope="col">Checks</th>
            <th scope="col">Where it goes</th>
            <th v-if="data.shims" scope="col">Shim</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="valve in data.valves" :key="valve.name">
            <th scope="row">{{ valve.name }}</th>
            <td>
              <span v-for="point in valve.points" :key="point.entry" class="check">
                <span class="soft">{{ point.meter ? quantity(point.meter) : date(point.date, data.today) }}</span>
                <span class="figure"
                  >{{ clearanceWords(point.clearance, unit)
                  }}<template v-if="point.leftAt.millimetres !== point.clearance.millimetres"
                    >, set to {{ clearanceWords(point.leftAt, unit) }}</template
                  ></span
                >
              </span>
            </td>
            <td>
              {{ valveWords(valve, data.today)
              }}<template v-if="valve.left && valve.trust !== 'outside'"
                >, {{ magnitude(valve.left) }} {{ valve.left.value < 0 ? 'past it' : 'left' }}</template
              >
            </td>
            <td v-if="data.shims">
              <template v-if="valve.shimNow"
                ><span class="figure">{{ number(valve.shimNow, 3, 2) }}</span
                ><template v-if="valve.shimsLeft != null">, {{ number(valve.shimsLeft, 2, 2) }} mm thinner to be had</template
                ><template v-if="valve.shimsEnd">; its range ends at about {{ quantity(valve.shimsEnd) }}</template></template
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.past {
  margin-top: 1.3rem;
}
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  padding: 0.5rem 1.1rem;
  border-top: 1px solid var(--rule);
  text-align: left;
  vertical-align: top;
}
thead th {
  font: 600 0.9375rem/1.2 var(--head);
  color: var(--soft);
}
.check {
  display: block;
}
.check .soft {
  display: inline-block;
  min-width: 7.5em;
}
@media (max-width: 820px) {
  .past thead {
    display: none;
  }
  .past tr,
  .past th,
  .past td {
    display: block;
  }
  .past tr {
    padding: 0.5rem 1.1rem;
    border-top: 1px solid var(--rule);
  }
  .past th,
  .past td {
    padding: 0.1rem 0;
    border: 0;
  }
}
</style>
