<script setup lang="ts">
import { computed } from 'vue'
import type { EntryAnswer } from '@/api/client'
import { date, quantity } from '@/design/format'
import PhotoStrip from '../photos/PhotoStrip.vue'
import { useSettings } from '@/api/useSettings'
import { entryWords } from './entrySentence'

const props = defineProps<{ entry: EntryAnswer; today: string; bikeNamed?: boolean; acts?: boolean }>()
defineEmits<{ correct: []; strike: []; putBack: []; undoFinish: [] }>()

const { data: settings } = useSettings()
const words = computed(() => entryWords(props.entry, settings.value?.currency ?? 'EUR'))
</script>

<template>
  <li class="line" :class="[`kind-${entry.kind}`, { struck: entry.strike }]">
    <span class="margin">
      <span>{{ date(entry.date, today) }}</span>
      <span v-if="entry.meter" class="figure">{{ entry.meterEstimated ? '~' : '' }}{{ quantity(entry.meter) }}</span>
    </span>
    <span class="said">
      <component :is="entry.strike ? 's' : 'span'">
        <b>{{ entry.name }}</b> {{ words }}
      </component>
      <PhotoStrip v-if="entry.photo && !entry.strike" :photos="[entry.photo]" :about="words || 'a photo'" />
      <span v-if="bikeNamed" class="soft bike"> {{ entry.bikeName }}</span>
      <span v-if="entry.strike" class="soft note">struck: {{ entry.strike.reason }}</span>
      <span v-else-if="entry.corrects" class="soft note">corrected: {{ entry.reason }}</span>
    </span>
    <span v-if="acts && entry.canPutBack" class="acts no-print">
      <button type="button" :aria-label="`Put back: ${entry.name} ${words}`" @click="$emit('putBack')">Put back</button>
    </span>
    <span v-else-if="acts && !entry.strike" class="acts no-print">
      <button
        v-if="entry.figures.some((figure) => figure.editable !== null)"
        type="button"
        :aria-label="`Correct: ${entry.name} ${words}`"
        @click="$emit('correct')"
      >
        Correct
      </button>
      <button v-if="entry.runStands" type="button" @click="$emit('undoFinish')">Undo the finish</button>
      <button
        v-else-if="entry.kind !== 'job-finished'"
        type="button"
        :aria-label="`Strike: ${entry.name} ${words}`"
        @click="$emit('strike')"
      >
        Strike
      </button>
    </span>
  </li>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 7.4rem minmax(0, 1fr) auto;
  border-bottom: 1px solid var(--rule);
  font-size: 0.9688rem;
}
.margin {
  display: grid;
  align-content: start;
  padding: 0.4rem 0.7rem 0.4rem 0.4rem;
  border-right: 2px solid var(--margin-line);
  text-align: right;
  font-size: 0.875rem;
  line-height: 1.3;
}
.margin .figure {
  color: var(--soft);
  font-size: 0.8125rem;
}
.said {
  padding: 0.4rem 0.9rem;
  overflow-wrap: anywhere;
}
.said b {
  font: 700 1.0313rem/1.2 var(--head);
}
.kind-job-finished .said b {
  box-shadow: inset 0 -0.42em 0 var(--pen);
}
[data-light='night'] .kind-job-finished .said b {
  box-shadow: inset 0 -0.16em 0 var(--pen);
}
s {
  color: var(--soft);
  text-decoration: line-through 2px var(--oxide);
}
.note {
  display: block;
  font-size: 0.875rem;
}
.bike {
  margin-left: 0.6em;
  font-size: 0.875rem;
}
.acts {
  display: flex;
  gap: 0.2rem;
  align-items: start;
  padding: 0.3rem 0.7rem;
}
.acts button {
  min-height: 30px;
  padding: 0 0.4rem;
  font: 600 0.9375rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 3px;
  color: var(--soft);
}
.acts button:hover {
  color: var(--ink);
}
@media (max-width: 720px) {
  .line {
    grid-template-columns: 6rem minmax(0, 1fr);
  }
  .acts {
    grid-column: 2;
    padding-top: 0;
  }
}
</style>
