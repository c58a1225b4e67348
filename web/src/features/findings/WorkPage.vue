<script setup lang="ts">
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { answer, api, newId, Refusal } from '@/api/client'
import type { components } from '@/api/schema'
import { money } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useAct } from '@/design/useAct'
import { useNotice } from '@/design/useNotice'
import MoneyField from '@/design/MoneyField.vue'
import RefusalLine from '@/design/RefusalLine.vue'
import { useRefresh } from '../shed/useShed'

type Line = components['schemas']['WorkLineAnswer']
/** What was found, as work: what must be done, and what of the rest the money reaches for, in the owner's order. */
const props = defineProps<{ bike: string }>()

const queries = useQueryClient()
const refresh = useRefresh()
const { say } = useNotice()
const act = useAct()
const path = () => ({ bike: props.bike })
const query = useQuery({
  queryKey: ['work', () => props.bike],
  queryFn: () => answer(api.GET('/api/bikes/{bike}/work', { params: { path: path(), query: { order: [] } } })),
})
const cap = ref('')
const order = ref<string[]>([])
/** Whether a cap or an order stands here that is not kept. */
const changed = ref(false)
const known = (lines: Line[]) => lines.flatMap((line) => (line.entry ? [line.entry] : []))
watch(
  query.data,
  (now) => {
    if (!now || changed.value) return
    cap.value = now.cap ?? ''
    order.value = known(now.optional)
  },
  { immediate: true },
)
/** As it was typed a moment ago: the server is not asked at every stroke. */
const settled = ref('')
let waiting: ReturnType<typeof setTimeout> | undefined
watch(cap, (now) => {
  clearTimeout(waiting)
  waiting = setTimeout(() => (settled.value = now), 300)
})
const tried = useQuery({
  queryKey: ['work-tried', () => props.bike, settled, order],
  enabled: changed,
  retry: false,
  placeholderData: keepPreviousData,
  queryFn: () =>
    answer(
      api.GET('/api/bikes/{bike}/work', {
        params: { path: path(), query: { tried: true, cap: settled.value, order: order.value } },
      }),
    ),
})
const work = computed(() => (changed.value && tried.data.value) || query.data.value)
const refusal = computed(() => act.refusal ?? (changed.value && tried.error.value ? Refusal.from(tried.error.value) : null))
const sum = (amount: string) => money(amount, work.value?.currency ?? 'EUR')
const verdicts: Record<Line['verdict'], string> = {
  must: 'must be done',
  within: 'to be done',
  'over-the-cap': 'not for this money',
  'no-price': 'no price yet',
}

/** The button that was pressed: a row that changes its place takes the focus along, or its other button where that one has no use left. */
let pressed: { entry: string; by: 1 | -1 } | null = null
watch(
  work,
  () => {
    if (!pressed) return
    const of = (by: 1 | -1) => document.querySelector<HTMLButtonElement>(`[data-move="${pressed?.entry} ${by}"]`)
    const button = of(pressed.by)
    ;(button?.disabled ? of(pressed.by === 1 ? -1 : 1) : button)?.focus()
    pressed = null
  },
  { flush: 'post' },
)

function move(entry: string, by: 1 | -1) {
  const at = order.value.indexOf(entry)
  const to = at + by
  if (to < 0 || to >= order.value.length) return
  const now = [...order.value]
  ;[now[at], now[to]] = [now[to]!, now[at]!]
  order.value = now
  changed.value = true
  pressed = { entry, by }
}
function typed() {
  changed.value = true
  act.refusal = null
}
function back() {
  changed.value = false
  act.refusal = null
  cap.value = query.data.value?.cap ?? ''
  order.value = known(query.data.value?.optional ?? [])
}
let id = newId()
watch([cap, order], () => (id = newId()))
const keep = () =>
  act.attempt(async () => {
    const kept = await answer(
      api.POST('/api/bikes/{bike}/work', { params: { path: path() }, body: { id, cap: cap.value || null, order: order.value } }),
    )
    changed.value = false
    queries.setQueryData(['work', props.bike], kept)
    say('Cap and order kept.')
    await refresh()
  })
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The work" />
    <template v-if="work">
      <p class="label">
        <RouterLink :to="`/bikes/${bike}`">{{ work.nickname }}</RouterLink>
      </p>
      <h1>What to do for the money</h1>
      <p v-if="!work.must.length && !work.optional.length" class="soft">
        Nothing is open on this bike. What is found on it, with what it may cost, stands here as work.
      </p>
      <template v-else>
        <form class="cap" @submit.prevent="keep">
          <MoneyField
            v-model="cap"
            label="At most; empty for no limit"
            :error-messages="refusal?.of('cap')"
            @update:model-value="typed"
          />
          <p class="sum" role="status">
            <b class="figure">{{ sum(work.taken) }}</b>
            <span v-if="work.short">{{ sum(work.short) }} more than there is, for what must be done alone</span>
            <span v-else-if="work.left">{{ sum(work.left) }} left</span>
            <span v-else-if="work.cap">all of it</span>
            <span v-if="work.unpriced" class="soft">
              {{ work.unpriced === 1 ? 'one has no price and is' : `${work.unpriced} have no price and are` }} not counted
            </span>
          </p>
          <RefusalLine :refusal="refusal" />
          <div v-if="changed" class="acts">
            <v-btn class="plate pen" type="submit" :disabled="act.busy">Keep cap and order</v-btn>
            <v-btn class="plate" variant="text" @click="back">As it was</v-btn>
          </div>
        </form>
        <section v-if="work.must.length" class="cabinet" aria-labelledby="must">
          <header><h2 id="must">First, whatever it costs</h2></header>
          <ul>
            <li v-for="(line, at) in work.must" :key="line.entry ?? at" class="must">
              <div>
                <b>{{ line.title }}</b>
                <p class="soft">Until then it may not be {{ line.shuts }}.</p>
              </div>
              <span class="figure">{{ line.cost ? sum(line.cost) : 'no price yet' }}</span>
            </li>
          </ul>
        </section>
        <section v-if="work.optional.length" class="cabinet" aria-labelledby="optional">
          <header>
            <h2 id="optional">Then, in your order</h2>
            <span class="label">one that does not fit lets a smaller one through</span>
          </header>
          <ol>
            <li v-for="(line, at) in work.optional" :key="line.entry ?? `run ${at}`" :class="line.verdict">
              <span v-if="line.entry" class="moves">
                <button
                  type="button"
                  :data-move="`${line.entry} -1`"
                  :aria-label="`Earlier: ${line.title}`"
                  :disabled="order[0] === line.entry"
                  @click="move(line.entry, -1)"
                >
                  ↑
                </button>
                <button
                  type="button"
                  :data-move="`${line.entry} 1`"
                  :aria-label="`Later: ${line.title}`"
                  :disabled="order[order.length - 1] === line.entry"
                  @click="move(line.entry, 1)"
                >
                  ↓
                </button>
              </span>
              <div>
                <b>{{ line.title }}</b>
                <p class="soft">
                  {{ verdicts[line.verdict] }}<template v-if="!line.entry">; found in the job that is running</template>
                </p>
              </div>
              <span class="figure">{{ line.cost ? sum(line.cost) : '–' }}</span>
            </li>
          </ol>
        </section>
        <p class="soft">
          It is worked out from what is open now. When a job finds more, it is decided again; a price is changed by correcting the
          line in the book.
        </p>
      </template>
    </template>
  </main>
</template>

<style scoped>
.page {
  max-width: 46rem;
}
.cap {
  display: grid;
  gap: 0.6rem;
  margin: 1rem 0;
}
.sum {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0.2rem 1rem;
  margin: 0;
}
.sum b {
  font-size: 2rem;
}
section + section,
section + p {
  margin-top: 1rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
ol,
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 0.25rem 0.9rem;
  align-items: center;
  padding: 0.5rem 1.1rem 0.5rem 0.6rem;
  border-left: 5px solid transparent;
}
li.must {
  grid-template-columns: 1fr auto;
  padding-left: 1.1rem;
  border-left-color: var(--oxide);
}
li + li {
  border-top: 1px solid var(--rule);
}
li.over-the-cap b,
li.over-the-cap .figure {
  color: var(--soft);
  font-weight: 400;
}
li p {
  margin: 0;
}
.moves {
  display: flex;
}
.moves button {
  min-width: 44px;
  min-height: 44px;
  font-size: 1.25rem;
}
.moves button:disabled {
  opacity: 0.3;
}
</style>
