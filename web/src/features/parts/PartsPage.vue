<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { answer, api, type PartsAnswer } from '@/api/client'
import { date, money, plainWords } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import PhotoStrip from '../photos/PhotoStrip.vue'
import FittedForm from './FittedForm.vue'
import ModificationForm from './ModificationForm.vue'
import RepairForm from './RepairForm.vue'
import RepairLook from './RepairLook.vue'
import UndoForm from './UndoForm.vue'

/** What is not as it was made, what is mended only for now, and how this bike comes apart. */
const props = defineProps<{ bike: string }>()
const queries = useQueryClient()
const query = useQuery({
  queryKey: ['parts', () => props.bike],
  queryFn: () => answer(api.GET('/api/bikes/{bike}/parts', { params: { path: { bike: props.bike } } })),
})
const { data } = query
const kept = (parts: PartsAnswer) => {
  queries.setQueryData(['parts', props.bike], parts)
  void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'parts' })
}
const states = {
  curing: 'curing: leave it alone',
  holding: 'holds, not proven',
  'review-due': 'to be looked at now',
  proven: 'proven',
  ended: 'replaced for good',
}
</script>

<template>
  <main class="page">
    <LoadState :query="query" what="The parts" />
    <template v-if="data">
      <p class="label">
        <RouterLink :to="`/bikes/${bike}`">{{ data.nickname }}</RouterLink>
      </p>
      <h1>Parts, changes and repairs</h1>
      <div class="columns">
        <div class="main">
          <section class="cabinet" aria-labelledby="repairs-title">
            <header>
              <h2 id="repairs-title">Mended for now</h2>
              <span class="label">told in a sale until proven</span>
            </header>
            <ul>
              <li v-for="one in data.repairs" :key="one.entry" :class="one.state">
                <p>
                  <b>{{ one.what }}</b>
                </p>
                <p class="soft">
                  <span :class="{ grave: one.state === 'review-due' || one.state === 'curing' }">{{ states[one.state] }}</span>;
                  {{ date(one.date, data.today)
                  }}<template v-if="one.state === 'holding' || one.state === 'review-due'"
                    >, look again {{ date(one.reviewOn, data.today) }}</template
                  ><template v-if="one.place">, shown again at “{{ one.place }}”</template
                  ><template v-if="one.howEnded">; {{ one.howEnded }}</template>
                </p>
                <RepairLook
                  v-if="one.state === 'holding' || one.state === 'review-due'"
                  :bike="bike"
                  :entry="one.entry"
                  :today="data.today"
                  @kept="kept"
                />
              </li>
              <li v-if="!data.repairs.length" class="soft">
                Nothing is mended only for now. A bodge belongs here, with the day to look at it again.
              </li>
            </ul>
            <RepairForm :bike="bike" :today="data.today" :places="data.places" @kept="kept" />
          </section>
          <section class="cabinet" aria-labelledby="fitted-title">
            <header>
              <h2 id="fitted-title">Fitted</h2>
              <span class="label">what is on it now, by this book</span>
            </header>
            <ul>
              <li v-for="one in data.fitted" :key="one.entry">
                <p>
                  <b>{{ one.part }}</b>
                  <span class="soft"
                    ><template v-if="one.count < one.places">, {{ one.count }} of {{ one.places }}</template
                    ><template v-else-if="one.count > 1">, {{ one.count }}</template
                    >, {{ date(one.date, data.today) }}<template v-if="one.state === 'second-hand'">, second-hand</template
                    ><template v-if="one.again"
                      >, off and on again {{ one.again === 1 ? 'once' : `${one.again} times` }}</template
                    ></span
                  >
                </p>
                <p v-if="one.number || one.source || one.price || one.warrantyUntil" class="soft">
                  <span v-if="one.number" class="figure">{{ one.number }}</span>
                  <template v-if="one.source"> from {{ one.source }}</template>
                  <template v-if="one.price"
                    >{{ one.number || one.source ? ', ' : '' }}{{ money(one.price, data.currency) }}</template
                  >
                  <b v-if="one.inWarranty" class="covered"> warranty until {{ date(one.warrantyUntil!, data.today) }}</b>
                  <template v-else-if="one.warrantyUntil"> warranty over, {{ date(one.warrantyUntil, data.today) }}</template>
                </p>
              </li>
              <li v-if="!data.fitted.length" class="soft">
                Nothing yet. What a job fits stands here by itself; a tyre bought on the road is written down below.
              </li>
            </ul>
            <FittedForm :bike="bike" :today="data.today" :currency="data.currency" @kept="kept" />
          </section>
          <section class="cabinet" aria-labelledby="mods-title">
            <header>
              <h2 id="mods-title">Not standard</h2>
              <span class="label">and what follows</span>
            </header>
            <ul>
              <li v-for="one in data.modifications" :key="one.entry">
                <p>
                  <b>{{ one.part }}</b>
                  <span v-if="one.inPlaceOf" class="soft"> in place of {{ one.inPlaceOf }}</span>
                  <span class="soft"
                    >, {{ date(one.date, data.today)
                    }}<template v-if="one.donorName">, taken from {{ one.donorName }}</template></span
                  >
                </p>
                <ul class="follows">
                  <li v-for="(each, at) in one.consequences" :key="at">
                    <span class="label">{{ plainWords(each.kind) }}</span> {{ each.words }}
                  </li>
                </ul>
                <UndoForm :bike="bike" :entry="one.entry" :today="data.today" @kept="kept" />
              </li>
              <li v-if="!data.modifications.length" class="soft">
                All as the maker built it, as far as this book knows. What was changed decides jets, filters and what to order.
              </li>
            </ul>
            <ModificationForm :bike="bike" :others="data.others" :today="data.today" @kept="kept" />
          </section>
        </div>
        <section class="cabinet" aria-labelledby="sheets-title">
          <header>
            <h2 id="sheets-title">Teardown sheets</h2>
            <span class="label">kept from the tray</span>
          </header>
          <details v-for="(one, at) in data.sheets" :key="one.entry" :open="at === 0">
            <summary>{{ one.title }}, {{ date(one.date, data.today) }}</summary>
            <ol>
              <li v-for="(part, number) in one.parts" :key="number">
                <b>{{ part.part }}</b>
                <span class="soft">
                  {{ [part.count > 1 ? part.count : '', part.size, part.where].filter(Boolean).join(', ') }}</span
                >
                <template v-if="part.marks">{{ ' ' }}{{ part.marks }}</template>
                <PhotoStrip v-if="part.photo" :photos="[part.photo]" :about="part.part" />
              </li>
            </ol>
            <p v-if="one.quirks" class="quirks">{{ one.quirks }}</p>
            <div v-if="one.photos.length" class="photos">
              <a v-for="photo in one.photos" :key="photo" :href="`/api/photos/${photo}`" target="_blank"
                ><img :src="`/api/photos/${photo}/small`" alt="How it looked before it came apart" loading="lazy"
              /></a>
            </div>
          </details>
          <p v-if="!data.sheets.length" class="soft none">
            None yet. When a job is signed off its tray can be kept: what came off, in which order, with pictures and quirks. The
            next job that opens the same place shows it.
          </p>
        </section>
      </div>
    </template>
  </main>
</template>

<style scoped>
h1 {
  font-size: 2.75rem;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
  gap: 1.25rem;
  align-items: start;
  margin-top: 0.8rem;
}
.main {
  display: grid;
  gap: 1.1rem;
}
ul,
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
.cabinet > ul > li {
  display: grid;
  gap: 0.25rem;
  padding: 0.6rem 1.1rem;
  border-bottom: 1px solid var(--rule);
}
/* Within a line the form stands under the line's own words. */
.cabinet > ul > li :deep(.small-form) {
  padding: 0.4rem 0 0.2rem;
}
b {
  font: 700 1.125rem/1.3 var(--head);
}
.covered {
  font-size: 1rem;
}
.follows li {
  display: flex;
  gap: 0.6rem;
  align-items: baseline;
}
.grave {
  color: var(--oxide);
  font-weight: 600;
}
.ended,
.proven {
  color: var(--soft);
}
details {
  padding: 0.4rem 1.1rem;
  border-bottom: 1px solid var(--rule);
}
summary {
  min-height: 36px;
  cursor: pointer;
  font: 600 1.0625rem/1.6 var(--head);
}
ol {
  padding-left: 1.4rem;
  list-style: decimal;
}
.quirks {
  margin: 0.5rem 0;
  padding-left: 0.7rem;
  border-left: 3px solid var(--margin-line);
}
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
.photos img {
  height: 84px;
  border: 1px solid var(--rule);
}
.none {
  padding: 0.8rem 1.1rem;
}
@media (max-width: 1020px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
