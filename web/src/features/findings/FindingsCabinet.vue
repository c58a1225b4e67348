<script setup lang="ts">
import { ref } from 'vue'
import type { BikeAnswer, FindingAnswer } from '@/api/client'
import { date } from '@/design/format'
import CloseDialog from './CloseDialog.vue'
import TriedDialog from './TriedDialog.vue'

defineProps<{
  bike: string
  findings: FindingAnswer[]
  onTrial: BikeAnswer['onTrial']
  repairs: BikeAnswer['repairs']
  today: string
}>()

const closing = ref<FindingAnswer | null>(null)
const trying = ref<BikeAnswer['onTrial'][number] | null>(null)
const repairWords: Record<BikeAnswer['repairs'][number]['state'], string> = {
  curing: 'curing: leave it alone',
  holding: 'mended for now',
  'review-due': 'mended for now, to be looked at',
  proven: 'proven',
  ended: 'replaced',
}
const severityWords = { note: 'noted', watch: 'watch it', 'fix-soon': 'fix soon', stop: 'do not ride' }
</script>

<template>
  <section v-if="findings.length || onTrial.length || repairs.length" class="cabinet" aria-labelledby="findings-title">
    <header>
      <h2 id="findings-title">Open findings</h2>
      <RouterLink v-if="findings.length" class="label" :to="`/bikes/${bike}/work`">for the money</RouterLink>
    </header>
    <ul>
      <li
        v-for="(repair, at) in repairs"
        :key="`${at}${repair.what}`"
        :class="repair.state === 'review-due' ? 'fix-soon' : 'note'"
      >
        <b>{{ repair.what }}</b>
        <p class="soft">
          {{ repairWords[repair.state] }}; look again {{ date(repair.reviewOn, today) }}.
          <RouterLink :to="`/bikes/${bike}/parts`">Parts, changes and repairs</RouterLink>
        </p>
      </li>
      <li v-for="(finding, at) in findings" :key="finding.entry ?? at" :class="finding.severity">
        <b>{{ finding.title }}</b>
        <p v-if="finding.detail" class="detail">{{ finding.detail }}</p>
        <p v-if="finding.under" class="detail">It shows: {{ finding.under }}.</p>
        <p class="soft">
          {{ severityWords[finding.severity] }}; found {{ date(finding.since, today)
          }}<template v-if="finding.run">, in the job that is running</template>.
          <button
            v-if="finding.entry"
            type="button"
            class="link"
            :aria-label="`Put right: ${finding.title}`"
            @click="closing = finding"
          >
            Put right?
          </button>
        </p>
      </li>
      <li v-for="trial in onTrial" :key="trial.entry" class="trial">
        <b>{{ trial.title }}: mended, not tried yet</b>
        <p class="detail">It showed: {{ trial.under }}. {{ date(trial.since, today) }}: {{ trial.how }}.</p>
        <p class="soft">
          Cured when it was tried under the like.
          <button type="button" class="link" :aria-label="`Tried: ${trial.title}`" @click="trying = trial">Tried?</button>
        </p>
      </li>
    </ul>
    <CloseDialog v-model="closing" />
    <TriedDialog v-model="trying" />
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 0.6rem 1.1rem 0.65rem;
  border-left: 5px solid transparent;
}
li + li {
  border-top: 1px solid var(--rule);
}
li.stop,
li.fix-soon {
  border-left-color: var(--oxide);
}
b {
  font: 700 1.125rem/1.2 var(--head);
}
.detail,
.soft {
  font-size: 0.9375rem;
}
.link {
  text-decoration: underline;
  color: var(--ink);
}
li.trial {
  border-left-color: var(--ink);
  border-left-style: dashed;
}
</style>
