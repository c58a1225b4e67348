<script setup lang="ts">
import LoadState from '@/design/LoadState.vue'
import { computed, ref } from 'vue'
import { provenanceWords } from '../servicing/lifeSentence'
import FigureEntry, { type FigureMissed } from './FigureEntry.vue'
import { sectionNames, useFigures } from './useFigures'

/** Every figure of a bike, big enough to be read from the bench; a missing one is entered here. */
const props = defineProps<{ bike: string }>()
const query = useFigures(() => props.bike)
const { data } = query
const entering = ref<FigureMissed | null>(null)
const sought = ref('')
const all = ref(false)
const part = ref('')

type Line = NonNullable<typeof data.value>['sections'][number]['lines'][number]
const kinds: Record<Line['kind'], string> = {
  capacity: 'fill',
  grade: 'of what',
  torque: 'torque',
  figure: '',
  tyre: 'size, pressure',
  'part-number': 'order by',
}
const matches = (line: Line) => {
  const words = sought.value.trim().toLowerCase()
  return words ? `${line.name} ${kinds[line.kind]}`.toLowerCase().includes(words) : all.value || !!line.words || !!line.wantedBy
}
const wanted = computed(() => data.value?.sections.flatMap((section) => section.lines.filter((line) => line.wantedBy)) ?? [])
const sections = computed(
  () =>
    data.value?.sections
      .map((section) => ({ ...section, lines: section.lines.filter(matches) }))
      .filter((section) => section.lines.length) ?? [],
)
const unknown = computed(() => data.value?.sections.flatMap((section) => section.lines).filter((line) => !line.words).length ?? 0)
const full = (line: Line) => (kinds[line.kind] === 'torque' ? `${line.name}, torque` : line.name)
const enter = (line: Line) =>
  (entering.value = { field: line.field, name: full(line), unit: line.unit, words: line.words ?? null })
const number = () =>
  part.value.trim() &&
  (entering.value = { field: `parts.${part.value.trim().toLowerCase()}`, name: `${part.value.trim()}: part number`, unit: '' })
</script>

<template>
  <LoadState :query="query" what="The figure card" />
  <div v-if="data" class="card-body">
    <div class="tools no-print">
      <v-text-field v-model="sought" label="Look for" autocomplete="off" clearable class="seek" />
      <v-checkbox v-model="all" :label="`Show the ${unknown} that nobody has entered, too`" />
    </div>
    <section v-if="wanted.length && !sought" class="wanted" aria-labelledby="wanted-title">
      <h2 id="wanted-title">Wanted for coming work</h2>
      <ul>
        <li v-for="line in wanted" :key="line.field">
          <button type="button" @click="enter(line)">
            <b>{{ full(line) }}</b> <span class="soft">{{ line.wantedBy }}</span>
          </button>
        </li>
      </ul>
    </section>
    <section v-for="section in sections" :key="section.section" class="part" :aria-labelledby="`figures-${section.section}`">
      <h2 :id="`figures-${section.section}`">{{ sectionNames[section.section] }}</h2>
      <dl>
        <div v-for="line in section.lines" :key="line.field" class="line">
          <dt>
            {{ line.name }} <span v-if="kinds[line.kind]" class="soft">{{ kinds[line.kind] }}</span>
          </dt>
          <dd>
            <button v-if="line.kind !== 'tyre'" type="button" :aria-label="`${full(line)}: change`" @click="enter(line)">
              <span v-if="line.words" class="value" :class="{ words: line.kind === 'grade' }">{{ line.words }}</span>
              <span v-else class="missing">enter it</span>
            </button>
            <span v-else class="value">{{ line.words }}</span>
            <span v-if="line.from" class="soft from">{{ provenanceWords(line.from) }}</span>
          </dd>
        </div>
      </dl>
    </section>
    <p v-if="!sections.length" class="soft">
      {{ sought ? 'No figure of this bike is called so.' : 'Nothing is entered yet. Copy what you need from the manual, once.' }}
    </p>
    <form class="parts no-print" @submit.prevent="number">
      <v-text-field v-model="part" label="A part you order for it, such as oil filter" maxlength="40" autocomplete="off" />
      <v-btn class="plate" variant="outlined" type="submit">Its number</v-btn>
    </form>
  </div>
  <FigureEntry v-model="entering" :bike="bike" />
</template>

<style scoped>
.card-body {
  display: grid;
  gap: 1.2rem;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.4rem 1.6rem;
}
.seek {
  flex: 0 1 260px;
}
h2 {
  padding-bottom: 0.25rem;
  border-bottom: 2px solid var(--ink);
  font-size: 1.375rem;
}
dl {
  margin: 0;
  columns: 2 380px;
  column-gap: 2.4rem;
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: baseline;
  gap: 0.8rem;
  padding: 0.4rem 0 0.35rem;
  border-bottom: 1px solid var(--rule);
  break-inside: avoid;
}
dt {
  font: 600 1.125rem/1.2 var(--head);
}
dt .soft {
  font: 400 0.9375rem/1.2 var(--body);
}
dd {
  display: grid;
  justify-items: end;
  margin: 0;
  text-align: right;
}
dd button {
  min-height: 40px;
  text-align: right;
}
.value {
  font: 700 1.625rem/1.1 var(--head);
}
.value.words {
  font: 600 1.125rem/1.2 var(--body);
}
.from {
  font-size: 0.875rem;
}
.missing {
  font: 600 1.0625rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 4px;
}
.wanted {
  padding: 0.6rem 1rem 0.8rem;
  border: 1px dashed var(--ink);
}
.wanted h2 {
  border: 0;
}
.wanted ul {
  margin: 0;
  padding: 0;
  list-style: none;
  columns: 2 300px;
}
.wanted button {
  min-height: 40px;
  text-align: left;
}
.wanted b {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.parts {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.8rem;
  max-width: 560px;
}
</style>
