<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ShelfAnswer } from '@/api/client'
import { date, money } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import ItemDialog from './ItemDialog.vue'
import ItemRow from './ItemRow.vue'
import MoveDialog from './MoveDialog.vue'
import ToBuyList from './ToBuyList.vue'
import { useShelf } from './useShelf'
import WasteCabinet from '../waste/WasteCabinet.vue'

/** What is on the boards, what the coming work wants, and what waits to be handed in. */
type Item = ShelfAnswer['items'][number]
const { query, take } = useShelf()
const { data } = query
const editing = ref<Item | 'new' | null>(null)
const moving = ref<{ item: Item; cause: 'bought' | 'taken' | 'counted' } | null>(null)
const wanted = ref<ShelfAnswer['toBuy'][number] | null>(null)
const groups = computed(() =>
  (
    [
      ['fluid', 'Fluids'],
      ['part', 'Parts'],
      ['consumable', 'Things that get used up'],
    ] as const
  )
    .map(([kind, title]) => ({ kind, title, items: data.value?.items.filter((item) => item.kind === kind) ?? [] }))
    .filter((group) => group.items.length),
)

/** What came home from the shop: by the item that stands on the shelf, or as a new one. */
function buying(item: string) {
  const found = data.value!.items.find((one) => one.id === item)
  if (found) moving.value = { item: found, cause: 'bought' }
}
function adding(line: ShelfAnswer['toBuy'][number]) {
  wanted.value = line
  editing.value = 'new'
}
const print = () => window.print()
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The shelf" />
    <div v-if="data" class="columns">
      <div class="main">
        <header class="title">
          <h1>Shelf</h1>
          <v-btn class="plate pen" @click="((wanted = null), (editing = 'new'))">Put something on it</v-btn>
        </header>
        <section v-for="group in groups" :key="group.kind" class="cabinet" :aria-labelledby="`shelf-${group.kind}`">
          <header>
            <h2 :id="`shelf-${group.kind}`">{{ group.title }}</h2>
            <span class="label">what is left</span>
          </header>
          <ul class="items">
            <ItemRow
              v-for="item in group.items"
              :key="item.id"
              :item="item"
              :today="data.today"
              @edit="editing = item"
              @move="moving = { item, cause: $event }"
            />
          </ul>
        </section>
        <section v-if="!data.items.length" class="cabinet none">
          <p>
            The shelf is empty. Put on what you keep: oils by the bottle, filters and washers by the piece. Jobs then take from it
            when they are signed off, and the list beside says what to buy.
          </p>
        </section>
      </div>
      <aside class="side">
        <section class="cabinet order" aria-labelledby="buy-title">
          <header>
            <h2 id="buy-title">To buy</h2>
            <button v-if="data.toBuy.length" type="button" class="label print" @click="print">print</button>
          </header>
          <p class="soft lead">
            For all that is due or coming up to {{ date(data.horizon, data.today) }}, and what is under its minimum.
          </p>
          <ToBuyList :shelf="data" @kept="take" @move="buying" @add="adding" />
          <p v-if="data.toBuy.length" class="total">
            <span class="label">Together</span>
            <span class="figure">{{ money(data.total, data.currency) }}</span>
            <span v-if="data.unpriced" class="soft">and {{ data.unpriced }} without a price</span>
          </p>
        </section>
        <WasteCabinet :waste="data.waste" :today="data.today" @kept="take" />
      </aside>
    </div>
    <ItemDialog v-if="data" v-model="editing" :shelf="data" :wanted="wanted" @kept="take" />
    <MoveDialog v-if="data" v-model="moving" :today="data.today" :volume-unit="data.volumeUnit" @kept="take" />
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 1.25rem;
  align-items: start;
}
.main,
.side {
  display: grid;
  gap: 1.1rem;
  min-width: 0;
}
.title {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  justify-content: space-between;
  gap: 0.6rem;
}
h1 {
  font-size: 2.75rem;
}
.items {
  margin: 0;
  padding: 0;
  list-style: none;
}
.lead,
.none {
  padding: 0.5rem 1.1rem 0.7rem;
}
.total {
  display: flex;
  gap: 0.8rem;
  align-items: baseline;
  padding: 0.6rem 1.1rem;
  border-top: 2px solid var(--ink);
}
.total .figure {
  font-size: 1.5rem;
}
.print {
  text-decoration: underline;
}
@media (max-width: 1020px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .main,
  .print {
    display: none;
  }
  .columns {
    display: block;
  }
}
</style>
