<script setup lang="ts">
import LoadState from '@/design/LoadState.vue'
import { useViewing } from './useViewing'
import { roundMoney } from '@/design/format'
import { gradeNames, stageNames } from './viewingWords'

/** For printing: the questions to ask, what to bring, and the faults in sentences fit to say to a seller. */
const props = defineProps<{ viewing: string }>()
const query = useViewing(() => props.viewing)
const { data } = query
const always = ['helmet and gloves', 'the advert', 'a pen']
const print = () => window.print()
</script>

<template>
  <main class="page papers">
    <LoadState :query="query" what="The viewing" />
    <template v-if="data">
      <header class="head">
        <h1>{{ data.details.name }}</h1>
        <nav class="no-print">
          <v-btn class="plate" variant="outlined" @click="print">Print</v-btn>
          <v-btn class="plate pen" :to="`/viewings/${viewing}`">Walk round it</v-btn>
        </nav>
      </header>
      <p class="soft">
        {{ data.details.make }} {{ data.details.model }}, {{ data.details.year
        }}<template v-if="data.details.where">. {{ data.details.where }}</template>
      </p>
      <section class="cabinet">
        <header><h2>To ask before you go</h2></header>
        <ol class="questions">
          <li v-for="question in data.questions" :key="question.ask">
            <b>{{ question.ask }}</b> <span class="soft">{{ question.why }}</span>
            <span class="line" aria-hidden="true" />
          </li>
        </ol>
      </section>
      <section class="cabinet">
        <header><h2>To bring</h2></header>
        <ul class="bring">
          <li v-for="thing in [...always, ...data.bring]" :key="thing">{{ thing }}</li>
        </ul>
      </section>
      <section class="cabinet">
        <header>
          <h2>To say about the price</h2>
          <span v-if="data.offers" class="label">open at {{ roundMoney(data.offers.opening, data.currency) }}</span>
        </header>
        <ol v-if="data.sheet.length" class="sheet-lines">
          <li v-for="line in data.sheet" :key="line.point">
            <span
              >{{ line.say }}
              <template v-if="line.note">{{ line.note }} </template>
              <span class="soft"
                >{{ line.title.toLowerCase() }}: {{ line.typed ?? gradeNames[line.grade!].toLowerCase() }}</span
              ></span
            >
            <span class="figure">{{ roundMoney(line.expected, data.currency) }}</span>
          </li>
        </ol>
        <p v-else class="none soft">Nothing has been found yet. After the walk the faults stand here, the costliest first.</p>
      </section>
      <p class="soft no-print">
        {{ data.stages.map((stage) => `${stageNames[stage.stage]} ${stage.points.length}`).join(', ') }} points, about
        {{ Math.round(data.stages.reduce((minutes, stage) => minutes + stage.minutesLeft, 0)) }} minutes.
      </p>
    </template>
  </main>
</template>

<style scoped>
.papers {
  display: grid;
  align-content: start;
  gap: 1rem;
  max-width: 820px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.6rem;
}
.head nav {
  display: flex;
  gap: 0.6rem;
}
h1 {
  font-size: 2.5rem;
}
.questions {
  margin: 0;
  padding: 0.7rem 1.1rem 0.9rem 2.4rem;
}
.questions li {
  padding: 0.25rem 0;
}
.line {
  display: none;
}
.bring {
  columns: 3 140px;
  margin: 0;
  padding: 0.7rem 1.1rem 0.9rem 2.2rem;
  list-style: square;
}
.sheet-lines {
  margin: 0;
  padding: 0.5rem 1.1rem 0.8rem;
  list-style: none;
}
.sheet-lines li {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  padding: 0.35rem 0;
  border-bottom: 1px solid var(--rule);
}
.none {
  padding: 0.9rem 1.1rem;
}
@media print {
  .line {
    display: block;
    height: 1.6rem;
    border-bottom: 1px solid var(--rule);
  }
}
</style>
