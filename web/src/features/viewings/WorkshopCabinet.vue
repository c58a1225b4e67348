<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { answer, api, type ViewingAnswer } from '@/api/client'
import { roundMoney } from '@/design/format'
import { percent } from './viewingWords'

/** Whether to pay a workshop for a look before buying: what it would settle, and what that is worth. */
const props = defineProps<{ viewing: ViewingAnswer }>()
const { data } = useQuery({
  queryKey: [
    'workshop',
    () => props.viewing.id,
    () => props.viewing.cost,
    () => props.viewing.offers,
    () => props.viewing.version,
  ],
  queryFn: () => answer(api.GET('/api/viewings/{viewing}/workshop', { params: { path: { viewing: props.viewing.id } } })),
})
const money = (amount: number) => roundMoney(amount, props.viewing.currency)
</script>

<template>
  <section v-if="data" class="cabinet" aria-labelledby="workshop-title">
    <header>
      <h2 id="workshop-title">Pay a workshop to look?</h2>
      <span v-if="data.worth != null" class="figure">worth up to {{ money(data.worth) }}</span>
    </header>
    <div class="inside">
      <p v-if="!data.points" class="soft">Everything that it would look at has been looked at.</p>
      <template v-else>
        <p v-if="data.pays != null" class="answer">
          <b>{{
            data.pays
              ? `Yes: at ${money(data.fee!)} it costs less than what it is likely to save you.`
              : `No: at ${money(data.fee!)} it costs more than it is likely to save you. Look yourself first.`
          }}</b>
        </p>
        <p v-else-if="data.worth != null" class="answer">
          <b>Pay at most {{ money(data.worth) }} for it: that is what it saves you on average over many such bikes.</b>
        </p>
        <p>
          It would look at {{ data.points }} points that you have not, and settle {{ percent(data.settles) }} of what is uncertain
          about the cost. What it finds brings the price you can pay down by {{ money(data.bargains) }} on average: so much to
          bargain with.
        </p>
        <p v-if="data.against != null">
          In {{ percent(data.against) }} of cases its report would keep you from paying
          {{ money(viewing.offers?.walkAway ?? 0) }}, the most that you would pay now.
          <template v-if="data.worth != null && data.worth < 20">
            That is often, and still saves little: at that price the bike is worth it by a little, or not by a little.
          </template>
        </p>
        <p v-else class="soft">Say what a sound one is worth, and it can be said what the look is worth.</p>
        <p v-if="data.fee == null && data.worth != null" class="soft">
          <RouterLink :to="`/viewings/${viewing.id}/details`">Note what the workshop asks</RouterLink>, and the two are held
          against each other.
        </p>
        <details>
          <summary>How this is worked out</summary>
          <p>
            Five hundred reports are drawn from what is known now; a workshop, too, misses one fault in ten. With the report you
            buy only where the bike is worth that price to you; without it you buy on the average, or not. The difference is what
            the report is worth. Papers and the ride stay with you.
          </p>
        </details>
      </template>
    </div>
  </section>
</template>

<style scoped>
.inside {
  display: grid;
  gap: 0.5rem;
  padding: 0.6rem 1.1rem 1rem;
}
header .figure {
  font-size: 1.125rem;
}
.answer {
  font-size: 1.125rem;
}
summary {
  cursor: pointer;
  font: 600 1rem/1.4 var(--head);
}
</style>
