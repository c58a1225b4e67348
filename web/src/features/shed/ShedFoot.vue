<script setup lang="ts">
import { computed } from 'vue'
import type { ShedAnswer } from '@/api/client'
import { date, quantity, timeOfDay } from '@/design/format'
import { gateWords, tagGateWords } from '../gates/gateWords'
import { whereTo } from '../wear/wearWords'

const props = defineProps<{ shed: ShedAnswer }>()
const gated = computed(() => props.shed.bikes.filter((tag) => tag.gate))
</script>

<template>
  <div class="foot">
    <section v-for="run in shed.running" :key="run.id" class="cabinet card">
      <span class="label">Left half done</span>
      <h3>
        <RouterLink :to="`/runs/${run.id}`">{{ run.bikeName }}: {{ run.title }}</RouterLink>
      </h3>
      <p class="soft">
        {{ run.answered }} of {{ run.steps }} steps, since {{ date(run.lastTouched.slice(0, 10), shed.today)
        }}{{ run.onTray ? `; ${run.onTray} kinds of part on the tray` : '' }}. Next: {{ run.next }}.
      </p>
      <p v-for="end in run.timersEnd" :key="end" class="soft">Timer until {{ timeOfDay(end) }}</p>
      <v-btn class="plate small" :to="`/runs/${run.id}`">Go on with it</v-btn>
    </section>
    <section v-if="gated.length" class="cabinet card">
      <span class="label">Gates</span>
      <ul>
        <li v-for="tag in gated" :key="tag.id" :class="tag.gateState === 'shut' ? 'stop' : 'note'">
          <RouterLink :to="`/bikes/${tag.id}`">
            <b>{{ tag.nickname }}</b>
          </RouterLink>
          <span class="soft with">{{ tagGateWords(tag) }}</span>
        </li>
      </ul>
    </section>
    <section v-if="shed.findings.length" class="cabinet card">
      <span class="label">Open findings</span>
      <ul>
        <li v-for="finding in shed.findings" :key="`${finding.entry}${finding.title}`" :class="finding.severity">
          <RouterLink :to="`/bikes/${finding.bike}`">
            <b>{{ finding.title }}</b>
          </RouterLink>
          <span class="soft with"
            >{{ finding.bikeName }},
            {{
              {
                note: 'noted',
                watch: 'watch',
                'fix-soon': 'fix soon',
                stop: finding.gate ? gateWords(finding.gate, 'shut') : 'may not be ridden',
              }[finding.severity]
            }}</span
          >
        </li>
      </ul>
    </section>
    <section v-if="shed.wears.length" class="cabinet card">
      <span class="label">Wears out next</span>
      <ul>
        <li v-for="one in shed.wears" :key="one.bike" :class="one.line.trust === 'past-limit' ? 'stop' : 'note'">
          <RouterLink :to="one.line.id === 'valves' ? `/bikes/${one.bike}/valves` : `/bikes/${one.bike}/wear/${one.line.id}`">
            <b>{{ one.bikeName }}: {{ one.line.title.toLowerCase() }}</b>
          </RouterLink>
          <span class="soft with">{{ whereTo(one.line, shed.today) }}</span>
        </li>
      </ul>
    </section>
    <section v-if="shed.waste.length" class="cabinet card">
      <span class="label">To hand in</span>
      <p v-for="waste in shed.waste" :key="waste.kind">
        <span class="figure">{{ quantity(waste.volume) }}</span> old {{ waste.kind }}
      </p>
      <p class="soft">In closed cans. Local rules say where.</p>
    </section>
  </div>
</template>

<style scoped>
.foot {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 1.25rem;
  align-items: start;
}
.card {
  display: grid;
  gap: 0.35rem;
  justify-items: start;
  padding: 0.8rem 1.1rem 1rem;
}
.with {
  display: block;
  font-size: 0.875rem;
}
h3 {
  font-size: 1.25rem;
}
a {
  text-decoration: none;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 0.25rem 0;
}
li b {
  font: 700 1.0625rem/1.2 var(--head);
}
li.stop b,
li.fix-soon b {
  color: var(--oxide);
}
.v-btn {
  margin-top: 0.4rem;
}
</style>
