<script setup lang="ts">
import { type Component, computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { TagAnswer } from '@/api/client'
import { later, notFetched } from '@/design/later'
import { typing, useKeys } from '@/design/useKeys'
import { tagGateWords } from '../gates/gateWords'
import { useShed } from './useShed'

const route = useRoute()
const { data: shed } = useShed()
// The sheet comes after the first page is shown, and before anybody asks for it.
const loadReading = later(() => import('../meters/ReadingDialog.vue'))
// Where that failed, it is fetched when it is asked for.
onMounted(() => setTimeout(() => loadReading().catch(() => undefined), 1_000))
const sheet = shallowRef<Component>()
const reading = ref(false)
async function noteReading() {
  try {
    sheet.value = (await loadReading()).default
    reading.value = true
  } catch {
    await notFetched('The sheet for a reading', noteReading, () => location.reload())
  }
}
const places = [
  { to: '/', name: 'Shed' },
  { to: '/viewings', name: 'Viewings' },
  { to: '/shelf', name: 'Shelf' },
  { to: '/book', name: 'Book' },
  { to: '/sums', name: 'Sums' },
  { to: '/settings', name: 'Settings' },
]

const current = computed(() => (typeof route.params.bike === 'string' ? route.params.bike : undefined))

/** One word on the tag: the thing that would stop or cost the most comes first. */
function word(tag: TagAnswer) {
  const gate = tagGateWords(tag)
  if (gate) return { text: gate, grave: tag.gateState === 'shut' }
  if (tag.overdue) return { text: `${tag.overdue} due`, grave: true }
  if (tag.comingUp) return { text: `${tag.comingUp} coming up`, grave: false }
  if (tag.unknown) return { text: `${tag.unknown} unknown`, grave: false }
  return { text: 'in hand', grave: false }
}

// A key pressed before the bikes are known is not lost: the sheet opens when they come.
useKeys((event, target) => {
  if (event.key !== '/' || typing(target) || shed.value?.bikes.length === 0) return false
  void noteReading()
})
watch(shed, (now) => {
  if (now?.bikes.length === 0) reading.value = false
})
</script>

<template>
  <header class="strip no-print">
    <RouterLink to="/" class="wordmark" aria-label="Muddy Ledger, to the shed">
      <svg viewBox="0 0 26 22" aria-hidden="true">
        <path d="M7 3h18M7 9h18M7 15h18M7 21h18" class="ruling" />
        <path d="M3.5 0v22" class="margin" />
        <path d="M6 20 20 8" class="pen" />
      </svg>
      <span>MUDDY LEDGER</span>
    </RouterLink>
    <button v-if="shed?.bikes.length" type="button" class="note" @click="noteReading">
      <span class="says">Note a reading</span>
      <span class="example">what the dash shows</span>
      <kbd>/</kbd>
    </button>
    <span v-else />
    <nav aria-label="Places">
      <RouterLink v-for="place in places" :key="place.to" :to="place.to">{{ place.name }}</RouterLink>
    </nav>
  </header>
  <!-- Its place is kept while the bikes come: nothing moves away under a thumb that presses just then. -->
  <nav v-if="!shed || shed.bikes.length" class="rail no-print" aria-label="Bikes">
    <span v-if="!shed" class="tag coming" aria-hidden="true"
      ><span class="lines"><b>&nbsp;</b><span>&nbsp;</span></span></span
    >
    <RouterLink
      v-for="tag in shed?.bikes"
      :key="tag.id"
      :to="`/bikes/${tag.id}`"
      class="tag"
      :class="{ here: tag.id === current }"
    >
      <span class="hole" />
      <span class="lines">
        <b>{{ tag.nickname }}</b>
        <span :class="{ grave: word(tag).grave }">{{ word(tag).text }}</span>
      </span>
    </RouterLink>
    <RouterLink v-if="shed" to="/bikes/new" class="tag blank"
      ><span class="lines"><b>+ Bike</b><span>comes in</span></span></RouterLink
    >
  </nav>
  <component
    :is="sheet"
    v-if="sheet && shed?.bikes.length"
    v-model="reading"
    :bikes="shed.bikes"
    :bike="current"
    :today="shed.today"
  />
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: auto minmax(0, 460px) 1fr;
  align-items: stretch;
  gap: 1.5rem;
  height: 54px;
  padding: 0 1.5rem;
  background: var(--strip);
  color: var(--on-strip);
}
.wordmark {
  display: flex;
  align-items: center;
  gap: 0.7rem;
  text-decoration: none;
  font: 700 1.4rem/1 var(--head);
  letter-spacing: 0.05em;
  white-space: nowrap;
}
.wordmark svg {
  width: 27px;
}
.ruling {
  stroke: var(--strip-soft);
  stroke-width: 1.3;
}
.margin {
  stroke: #d8593b;
  stroke-width: 2.4;
}
.wordmark .pen {
  stroke: var(--pen);
  stroke-width: 4;
  stroke-linecap: round;
}
.note {
  align-self: center;
  display: flex;
  align-items: center;
  gap: 0.8rem;
  height: 36px;
  padding: 0 0.4rem 0 0.8rem;
  border: 1px solid #4b5b53;
  border-radius: 2px;
  background: #202b26;
  text-align: left;
  cursor: text;
}
.note .says {
  font: 600 1rem/1 var(--head);
}
.note .example {
  flex: 1;
  font-size: 0.95rem;
  color: var(--strip-soft);
}
kbd {
  min-width: 24px;
  padding: 1px 6px;
  border: 1px solid #66776e;
  font: 500 0.9rem/1.3 var(--mono);
  text-align: center;
}
.strip nav {
  display: flex;
  justify-content: flex-end;
  gap: 1.6rem;
}
.strip nav a {
  display: grid;
  place-items: center;
  border-block: 4px solid transparent;
  font: 600 1.125rem/1 var(--head);
  text-decoration: none;
  color: var(--strip-soft);
}
.strip nav a.router-link-exact-active {
  border-bottom-color: var(--pen);
  color: #fff;
}
.rail {
  display: flex;
  gap: 0.6rem;
  padding: 10px 1.5rem 0;
  overflow-x: auto;
  background: var(--rail);
  border-bottom: 2px solid var(--ink);
}
.tag {
  display: flex;
  align-items: center;
  gap: 0.7rem;
  flex: none;
  min-height: 50px;
  padding: 5px 1.1rem 5px 0.75rem;
  background: var(--card);
  border: 1px solid var(--rule);
  border-bottom: 0;
  clip-path: polygon(13px 0, 100% 0, 100% 100%, 0 100%, 0 13px);
  text-decoration: none;
  line-height: 1.15;
}
.hole {
  width: 12px;
  height: 12px;
  border: 2.5px solid var(--chalk);
  border-radius: 50%;
  background: var(--rail);
}
.lines {
  display: grid;
}
.lines b {
  font: 700 1.125rem/1.1 var(--head);
}
.lines span {
  font-size: 0.8125rem;
  color: var(--soft);
}
.lines .grave {
  font-weight: 600;
  color: var(--oxide);
}
.tag.here {
  background: var(--ink);
  color: var(--card);
}
.tag.here .lines span {
  color: var(--rule);
}
[data-light='night'] .tag.here .lines span {
  color: var(--rule);
}
.tag.here .hole {
  border-color: var(--pen);
  background: var(--pen);
}
.tag.coming {
  visibility: hidden;
}
.tag.blank {
  background: none;
  border-style: dashed;
  clip-path: none;
}
@media (max-width: 720px) {
  .strip {
    grid-template-columns: 1fr auto;
    gap: 0.75rem;
    padding: 0 0.9rem;
  }
  .wordmark span {
    font-size: 1.2rem;
  }
  .note .example,
  kbd {
    display: none;
  }
  .note {
    padding: 0 0.8rem;
  }
  /* The places move to the thumb's edge. */
  .strip nav {
    position: fixed;
    z-index: 10;
    inset: auto 0 0;
    gap: 0;
    justify-content: space-around;
    height: 58px;
    background: var(--strip);
    padding-bottom: env(safe-area-inset-bottom);
  }
  .strip nav a {
    flex: 1 1 auto;
    justify-content: center;
    min-width: 0;
    padding: 0;
    font-size: 0.9375rem;
  }
  .strip nav a.router-link-exact-active {
    border-bottom-color: transparent;
    border-top-color: var(--pen);
  }
  .rail {
    padding: 8px 0.9rem 0;
  }
}
</style>
