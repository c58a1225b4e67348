<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, newId, Refusal, type BikeAnswer, type FindingAnswer } from '@/api/client'
import { date } from '@/design/format'
import { vFirst } from '@/design/vFirst'
import { useWritten } from '../ledger/useWritten'

defineProps<{ bike: string; findings: FindingAnswer[]; repairs: BikeAnswer['repairs']; today: string }>()

const { written } = useWritten()
const closing = ref<string | null>(null)
const how = ref('')
const refusal = ref<Refusal | null>(null)
const repairWords: Record<BikeAnswer['repairs'][number]['state'], string> = {
  curing: 'curing: leave it alone',
  holding: 'mended for now',
  'review-due': 'mended for now, to be looked at',
  proven: 'proven',
  ended: 'replaced',
}
const severityWords = { note: 'noted', watch: 'watch it', 'fix-soon': 'fix soon', stop: 'do not ride' }

async function close(finding: FindingAnswer) {
  try {
    const entry = await answer(
      api.POST('/api/entries/{entry}/close', {
        params: { path: { entry: finding.entry! } },
        body: { id: newId(), how: how.value },
      }),
    )
    closing.value = null
    how.value = ''
    await written(`Closed: ${finding.title}.`, entry)
  } catch (failed) {
    refusal.value = Refusal.from(failed)
  }
}
</script>

<template>
  <section v-if="findings.length || repairs.length" class="cabinet" aria-labelledby="findings-title">
    <header><h2 id="findings-title">Open findings</h2></header>
    <ul>
      <li v-for="repair in repairs" :key="repair.what" :class="repair.state === 'review-due' ? 'fix-soon' : 'note'">
        <b>{{ repair.what }}</b>
        <p class="soft">
          {{ repairWords[repair.state] }}; look again {{ date(repair.reviewOn, today) }}.
          <RouterLink :to="`/bikes/${bike}/parts`">Parts, changes and repairs</RouterLink>
        </p>
      </li>
      <li v-for="finding in findings" :key="`${finding.entry}${finding.title}`" :class="finding.severity">
        <b>{{ finding.title }}</b>
        <p v-if="finding.detail" class="detail">{{ finding.detail }}</p>
        <p class="soft">
          {{ severityWords[finding.severity] }}; found {{ date(finding.since, today)
          }}<template v-if="finding.run">, in the job that is running</template>.
          <button v-if="finding.entry && closing !== finding.entry" type="button" class="link" @click="closing = finding.entry">
            Put right?
          </button>
        </p>
        <form v-if="finding.entry && closing === finding.entry" @submit.prevent="close(finding)">
          <v-text-field
            v-model="how"
            v-first
            label="What was done about it"
            :error-messages="refusal?.of('how') ?? refusal?.message"
          />
          <v-btn class="plate pen small" type="submit">Close it</v-btn>
          <v-btn class="plate small" variant="text" @click="closing = null">Leave it</v-btn>
        </form>
      </li>
    </ul>
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
form {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  margin-top: 0.5rem;
}
form .v-text-field {
  flex-basis: 100%;
}
</style>
