<script setup lang="ts">
import { answer, api, newId, type ShelfAnswer } from '@/api/client'
import { money, quantity } from '@/design/format'
import { useNotice } from '@/design/useNotice'
import { useTold } from '@/design/useTold'

/** What the coming work wants and the shelf has not. A row is tapped as bought, and stands on the shelf. */
type Line = ShelfAnswer['toBuy'][number]
const props = defineProps<{ shelf: ShelfAnswer }>()
const emit = defineEmits<{ kept: [shelf: ShelfAnswer]; move: [item: string]; add: [line: Line] }>()
const { say } = useNotice()
const told = useTold()

/** One whose packs are known is bought by one tap; of another it is asked how much it was. */
async function bought(line: Line) {
  if (!line.item) return emit('add', line)
  if (!line.packs.length) return emit('move', line.item)
  const item = line.item
  await told.attempt(async () => {
    const written: string[] = []
    for (const pack of line.packs) {
      const id = newId()
      const shelf = await answer(
        api.POST('/api/shelf/items/{item}/moves', {
          params: { path: { item } },
          body: {
            id,
            cause: 'bought',
            amount: line.kind === 'fluid' ? `${pack.size.value} ${pack.size.unit}` : String(pack.size.value),
            count: pack.count,
            date: props.shelf.today,
            note: null,
            container: null,
          },
        }),
      )
      written.push(id)
      emit('kept', shelf)
    }
    say(`Bought: ${line.what}.`, async () => {
      for (const move of written)
        emit(
          'kept',
          await answer(api.POST('/api/shelf/moves/{move}/undone', { params: { path: { move } }, body: { id: newId() } })),
        )
    })
  })
}
</script>

<template>
  <ul v-if="shelf.mind.length" class="mind" aria-label="Before a part is ordered">
    <li v-for="(mind, at) in shelf.mind" :key="at">
      <b>Before you order for {{ mind.bike }}:</b> {{ mind.words }} <span class="soft">({{ mind.part }} is not as made)</span>
    </li>
  </ul>
  <ol v-if="shelf.toBuy.length" class="buy">
    <li v-for="line in shelf.toBuy" :key="line.what">
      <span class="what">
        <b>{{ line.what }}</b>
        <span v-if="line.missing.value > 0" class="figure">{{ quantity(line.missing) }}</span>
      </span>
      <span v-if="line.packs.length" class="packs">
        {{ line.packs.map((pack) => `${pack.count} × ${quantity(pack.size)}`).join(' + ') }}
        <b class="figure">{{ money(line.cost!, shelf.currency) }}</b>
        <span v-if="line.over && line.over.value > 0" class="soft">{{ quantity(line.over) }} over</span>
      </span>
      <span v-else-if="!line.amountUnknown" class="soft">{{
        line.item ? 'no pack sizes entered' : 'not kept on the shelf'
      }}</span>
      <span v-if="line.amountUnknown" class="soft">how much is not known: the bike's profile has no capacity for it</span>
      <span v-if="line.for.length" class="soft for">for {{ line.for.join('; ') }}</span>
      <span v-else class="soft for">to stand at its minimum</span>
      <button type="button" class="bought" :disabled="told.act.busy" :aria-label="`Bought: ${line.what}`" @click="bought(line)">
        Bought
      </button>
    </li>
  </ol>
  <p v-else class="none">Nothing. All that the coming work wants is here.</p>
</template>

<style scoped>
.buy {
  margin: 0;
  padding: 0;
  list-style: none;
}
.none {
  padding: 0.5rem 1.1rem 0.7rem;
}
.buy li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  column-gap: 0.8rem;
  padding: 0.5rem 1.1rem;
  border-top: 1px solid var(--rule);
}
.buy li > * {
  grid-column: 1;
}
.buy li > .what {
  grid-column: 1 / -1;
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
.for {
  font-size: 0.9375rem;
}
.mind {
  margin: 0 1.1rem 0.7rem;
  padding: 0 0 0 0.6rem;
  border-left: 3px solid var(--margin-line);
  font-size: 0.9375rem;
  list-style: none;
}
.buy li > .bought {
  grid-area: 2 / 2 / span 3;
  align-self: start;
  min-height: 44px;
  padding-inline: 0.6rem;
  text-decoration: underline;
  font: 600 1rem/1 var(--head);
}
@media print {
  .bought {
    display: none;
  }
}
</style>
