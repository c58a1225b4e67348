<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, newId, Refusal, type ShelfAnswer } from '@/api/client'
import { date, money, quantity } from '@/design/format'
import { useNotice } from '@/design/useNotice'
import ItemDialog from './ItemDialog.vue'
import ItemRow from './ItemRow.vue'
import MoveDialog from './MoveDialog.vue'
import { useShelf } from './useShelf'

/** What is on the boards, what the coming work wants, and what waits to be handed in. */
type Item = ShelfAnswer['items'][number]
const { data, error, take } = useShelf()
const { say } = useNotice()
const editing = ref<Item | 'new' | null>(null)
const moving = ref<{ item: Item; cause: 'bought' | 'taken' | 'counted' } | null>(null)
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

async function handIn(kind: string) {
  try {
    const shelf = await answer(
      api.POST('/api/shelf/waste', {
        body: { id: newId(), kind, date: data.value!.today, where: 'recycling yard' },
      }),
    )
    take(shelf)
    say(`Handed in: ${kind}. It is in the book, and can be struck there.`)
  } catch (failed) {
    say(failed instanceof Refusal ? failed.message : String(failed))
  }
}
const print = () => window.print()
</script>

<template>
  <main class="page">
    <p v-if="error" class="refusal" role="alert">{{ error.message }}</p>
    <div v-if="data" class="columns">
      <div class="main">
        <header class="title">
          <h1>Shelf</h1>
          <v-btn class="plate pen" @click="editing = 'new'">Put something on it</v-btn>
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
            The boards are empty. Put on what you keep: oils by the bottle, filters and washers by the piece. Jobs then take from
            it when they are signed off, and the list beside says what to buy.
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
          <ol v-if="data.toBuy.length" class="buy">
            <li v-for="line in data.toBuy" :key="line.what">
              <span class="what">
                <b>{{ line.what }}</b>
                <span class="figure">{{ quantity(line.missing) }}</span>
              </span>
              <span v-if="line.packs.length" class="packs">
                {{ line.packs.map((pack) => `${pack.count} × ${quantity(pack.size)}`).join(' + ') }}
                <b class="figure">{{ money(line.cost!, data.currency) }}</b>
                <span v-if="line.over && line.over.value > 0" class="soft">{{ quantity(line.over) }} over</span>
              </span>
              <span v-else class="soft">{{ line.item ? 'no pack sizes entered' : 'not kept on the shelf' }}</span>
              <span v-if="line.for.length" class="soft for">for {{ line.for.join('; ') }}</span>
              <span v-else class="soft for">to stand at its minimum</span>
              <span v-for="words in line.mind" :key="words" class="for mind">Mind: {{ words }}</span>
            </li>
          </ol>
          <p v-else class="none">Nothing. All that the coming work wants is here.</p>
          <p v-if="data.toBuy.length" class="total">
            <span class="label">Together</span>
            <span class="figure">{{ money(data.total, data.currency) }}</span>
            <span v-if="data.unpriced" class="soft">and {{ data.unpriced }} without a price</span>
          </p>
        </section>
        <section class="cabinet" aria-labelledby="waste-title">
          <header><h2 id="waste-title">To hand in</h2></header>
          <ul v-if="data.waste.length" class="waste">
            <li v-for="one in data.waste" :key="one.kind">
              <span>{{ one.kind }}</span> <span class="figure">{{ quantity(one.volume) }}</span>
              <v-btn class="plate small" variant="outlined" @click="handIn(one.kind)">Handed in</v-btn>
            </li>
          </ul>
          <p v-else class="none">Nothing waits. What jobs drain stands here until it is handed in.</p>
          <p class="soft lead">In closed, marked cans. Where it goes is for local rules to say.</p>
        </section>
      </aside>
    </div>
    <ItemDialog v-if="data" v-model="editing" :shelf="data" @kept="take" />
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
.items,
.buy,
.waste {
  margin: 0;
  padding: 0;
  list-style: none;
}
.lead,
.none {
  padding: 0.5rem 1.1rem 0.7rem;
}
.buy li {
  display: grid;
  padding: 0.5rem 1.1rem;
  border-top: 1px solid var(--rule);
}
.what,
.packs {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.8rem;
  align-items: baseline;
  justify-content: space-between;
}
.what b {
  font: 700 1.0625rem/1.3 var(--head);
}
.packs {
  justify-content: flex-start;
}
.mind {
  padding-left: 0.6rem;
  border-left: 3px solid var(--margin-line);
}
.for {
  font-size: 0.9375rem;
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
.waste li {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 0.8rem;
  align-items: center;
  padding: 0.35rem 1.1rem;
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
  .waste button,
  .print {
    display: none;
  }
  .columns {
    display: block;
  }
}
</style>
