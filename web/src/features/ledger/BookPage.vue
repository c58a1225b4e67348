<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api, type EntryAnswer } from '@/api/client'
import { minutes, money, month, number } from '@/design/format'
import { useNotice } from '@/design/useNotice'
import { useTold } from '@/design/useTold'
import LoadState from '@/design/LoadState.vue'
import DateField from '@/design/DateField.vue'
import { useRefresh, useShed } from '../shed/useShed'
import CorrectDialog from './CorrectDialog.vue'
import EntryLine from './EntryLine.vue'
import { usePutBack } from './usePutBack'

const route = useRoute()
const router = useRouter()
const refresh = useRefresh()
const { say } = useNotice()
const told = useTold()
const { data: shed } = useShed()
const correcting = ref<EntryAnswer | null>(null)
const striking = ref<EntryAnswer | null>(null)

const one = (name: string) =>
  computed({
    get: () => (typeof route.query[name] === 'string' ? (route.query[name] as string) : null),
    // Another filter begins at its newest line.
    set: (value) =>
      void router.replace({
        query: { ...route.query, ...(name === 'skip' ? {} : { skip: undefined }), [name]: value || undefined },
      }),
  })
const bike = one('bike')
const kind = one('kind')
const text = one('text')
const since = one('since')
const before = one('before')
const skip = one('skip')

const query = useQuery({
  queryKey: ['book', bike, kind, text, since, before, skip],
  queryFn: () =>
    answer(
      api.GET('/api/book', {
        params: {
          query: {
            bike: bike.value ?? undefined,
            kind: kind.value ?? undefined,
            text: text.value ?? undefined,
            since: since.value ?? undefined,
            before: before.value ?? undefined,
            skip: Number(skip.value ?? 0) || undefined,
          },
        },
      }),
    ),
  placeholderData: keepPreviousData,
})
const { data: book } = query
/** A page holds as many lines as the server sends at once. */
function turn(by: 1 | -1) {
  if (!book.value) return
  skip.value = String(Math.max(0, book.value.skipped + by * book.value.page))
  window.scrollTo(0, 0)
}
const shown = computed(() => book.value?.months.reduce((sum, page) => sum + page.entries.length, 0) ?? 0)
const bikes = computed(() => shed.value?.bikes.map((tag) => ({ value: tag.id, title: tag.nickname })) ?? [])
const kinds = computed(() => book.value?.kinds.map(({ kind, name }) => ({ value: kind, title: name })) ?? [])

/** A line, or a job with all that it wrote: those lines lie under it, where no filter asks for them one by one. */
interface Block {
  head: EntryAnswer
  under: EntryAnswer[]
}
function blocksOf(entries: EntryAnswer[]): Block[] {
  if (kind.value || text.value) return entries.map((head) => ({ head, under: [] }))
  const blocks: Block[] = []
  const ofRun = new Map<string, Block>()
  for (const entry of entries) {
    const block = entry.run ? ofRun.get(entry.run) : undefined
    if (!block) {
      const made = { head: entry, under: [] }
      blocks.push(made)
      if (entry.run) ofRun.set(entry.run, made)
    } else if (entry.kind === 'job-finished' && !entry.strike && block.head.kind !== 'job-finished') {
      block.under.unshift(block.head)
      block.head = entry
    } else block.under.push(entry)
  }
  // What a job wrote that is not signed off, or whose end stands on another page, stays as it is.
  return blocks.flatMap((block) =>
    block.under.length && block.head.kind !== 'job-finished'
      ? [block.head, ...block.under].map((head) => ({ head, under: [] }))
      : [block],
  )
}

const { putBack } = usePutBack()
const unstrike = (entry: EntryAnswer) =>
  told.attempt(
    () => putBack(entry),
    () => say('Put back: the line counts again.'),
  )

const undoFinish = (entry: EntryAnswer) =>
  told.attempt(
    (id) =>
      answer(
        api.POST('/api/runs/{run}/undo-finish', {
          params: { path: { run: entry.run! } },
          body: { id, reason: 'signed off too early' },
        }),
      ),
    async () => {
      await refresh()
      say('The finish is undone: all it wrote is struck, and the job is on the bench again.')
      await router.push(`/runs/${entry.run}`)
    },
  )
</script>

<template>
  <main class="page book">
    <header class="head">
      <h1>Book</h1>
      <div class="filters no-print">
        <v-select v-model="bike" :items="bikes" clearable label="Bike" />
        <v-select v-model="kind" :items="kinds" clearable label="Kind of line" />
        <v-text-field v-model="text" clearable label="Words in it" maxlength="100" />
        <DateField v-model="since" label="From" />
        <DateField v-model="before" label="To" />
      </div>
    </header>
    <LoadState :query="query" what="The book" />
    <template v-if="book && shed">
      <section v-for="page in book.months" :key="page.month" class="cabinet" :aria-labelledby="`m${page.month}`">
        <header>
          <h2 :id="`m${page.month}`">{{ month(page.month) }}</h2>
        </header>
        <ol>
          <template v-for="block in blocksOf(page.entries)" :key="block.head.id">
            <EntryLine
              :entry="block.head"
              :today="shed.today"
              :bike-named="!bike"
              acts
              @correct="correcting = block.head"
              @strike="striking = block.head"
              @undo-finish="undoFinish(block.head)"
              @put-back="unstrike(block.head)"
            />
            <li v-if="block.under.length" class="wrote">
              <details>
                <summary>{{ block.under.length }} {{ block.under.length === 1 ? 'line' : 'lines' }} that it wrote</summary>
                <ol>
                  <EntryLine
                    v-for="entry in block.under"
                    :key="entry.id"
                    :entry="entry"
                    :today="shed.today"
                    acts
                    @correct="correcting = entry"
                    @strike="striking = entry"
                    @put-back="unstrike(entry)"
                  />
                </ol>
              </details>
            </li>
          </template>
        </ol>
        <footer>
          <span class="label">{{ page.entries.length }} {{ page.entries.length === 1 ? 'line' : 'lines' }}</span>
          <span
            ><span class="label">spent</span> <span class="figure">{{ money(page.spent, book.currency) }}</span></span
          >
          <span
            ><span class="label">on the bench</span> <span class="figure">{{ minutes(page.minutes) }}</span></span
          >
        </footer>
      </section>
      <p v-if="!book.total" class="cabinet none">
        {{
          bike || kind || text
            ? 'No line fits these filters.'
            : 'Nothing is written yet. The first meter reading begins the book.'
        }}
      </p>
      <p v-else class="soft">
        {{ number(shown, 0) }} of {{ number(book.total, 0) }} lines; in all {{ money(book.spent, book.currency) }} and
        {{ minutes(book.minutes) }} on the bench.
      </p>
      <p v-if="shown < book.total" class="pages no-print">
        <v-btn v-if="book.skipped > 0" class="plate small" variant="outlined" @click="turn(-1)">Newer lines</v-btn>
        <v-btn v-if="book.skipped + shown < book.total" class="plate small" variant="outlined" @click="turn(1)"
          >Older lines</v-btn
        >
      </p>
      <CorrectDialog v-model="correcting" :today="shed.today" />
      <CorrectDialog v-model="striking" :today="shed.today" only="strike" />
    </template>
  </main>
</template>

<style scoped>
.book {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1.1rem;
  max-width: 1080px;
}
.head {
  display: grid;
  gap: 0.6rem;
}
h1 {
  font-size: 2.75rem;
}
.filters {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(158px, 100%), 1fr));
  gap: 0.7rem;
}
.pages {
  display: flex;
  gap: 0.7rem;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
.wrote {
  border-bottom: 1px solid var(--rule);
}
.wrote summary {
  min-height: 36px;
  padding: 0 0.9rem 0 8.3rem;
  cursor: pointer;
  font: 600 0.9375rem/36px var(--head);
}
.wrote ol {
  border-top: 1px solid var(--rule);
  background: var(--enamel);
}
section > footer {
  display: flex;
  justify-content: flex-end;
  flex-wrap: wrap;
  gap: 0.6rem 2rem;
  padding: 0.5rem 1.1rem;
  border-top: 3px double var(--rule);
}
section > footer .label:first-child:not(span span) {
  margin-right: auto;
}
.none {
  padding: 1.2rem;
}
</style>
