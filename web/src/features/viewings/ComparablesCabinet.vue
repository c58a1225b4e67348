<script setup lang="ts">
import { reactive } from 'vue'
import type { Refusal, ViewingActRequest, ViewingAnswer } from '@/api/client'
import { whole } from '@/api/client'
import { quantity, roundMoney } from '@/design/format'
import MoneyField from '@/design/MoneyField.vue'
import ValueLine from './ValueLine.vue'

/** What a sound one is worth: bikes like it and the line through them, and what comes with this one. */
const props = defineProps<{
  viewing: ViewingAnswer
  closed: boolean
  refusal: Refusal | null
  tap: (act: Omit<ViewingActRequest, 'id'>) => Promise<boolean>
}>()

const other = reactive({ price: '', year: '', meter: '', text: '' })
const extra = reactive({ text: '', low: '', likely: '', high: '' })
const money = (amount: number) => roundMoney(amount, props.viewing.currency)
async function note() {
  if (
    await props.tap({
      act: 'comparable',
      price: other.price,
      year: whole(other.year),
      meter: other.meter || null,
      text: other.text || null,
    })
  )
    Object.assign(other, { price: '', year: '', meter: '', text: '' })
}
async function count() {
  if (await props.tap({ act: 'credit', text: extra.text, low: extra.low, likely: extra.likely, high: extra.high }))
    Object.assign(extra, { text: '', low: '', likely: '', high: '' })
}
</script>

<template>
  <section class="cabinet" aria-labelledby="value-title">
    <header>
      <h2 id="value-title">Worth when sound</h2>
      <span class="figure">{{ viewing.value.value == null ? 'not known' : money(viewing.value.value) }}</span>
    </header>
    <div class="inside">
      <p class="soft">
        <template v-if="viewing.value.source === 'stated'">As you stated it.</template>
        <template v-else-if="viewing.value.source === 'comparables'"
          >From {{ viewing.value.comparables }} bikes like it: a year younger asks
          {{ money(viewing.value.perYear ?? 0) }} more<template v-if="viewing.value.perMeter != null"
            >, {{ viewing.meter?.unit === 'h' ? 'ten hours' : `1,000 ${viewing.meter?.unit}` }} more on the meter
            {{ money(Math.abs(viewing.value.perMeter)) }} {{ viewing.value.perMeter < 0 ? 'less' : 'more' }}</template
          >. They lie about {{ money(viewing.value.spread ?? 0) }} off the line<template v-if="viewing.value.lift"
            >; {{ money(viewing.value.lift) }} is added, for a sound one</template
          >.</template
        >
        <template v-else>Note three bikes like it, or state it with the advert.</template>
      </p>
      <ValueLine
        v-if="viewing.comparables.length"
        :value="viewing.value"
        :comparables="viewing.comparables"
        :year="viewing.details.year"
        :asking="viewing.asking"
        :currency="viewing.currency"
      />
      <ul>
        <li v-for="one in viewing.comparables" :key="one.id">
          <span class="figure">{{ money(one.price) }}</span>
          <span
            >{{ one.year }}<template v-if="one.meter">, {{ quantity(one.meter) }}</template
            ><template v-if="one.note">, {{ one.note }}</template></span
          >
          <button
            v-if="!closed"
            type="button"
            :aria-label="`Take ${money(one.price)} of ${one.year} away`"
            @click="tap({ act: 'comparable-dropped', item: one.id })"
          >
            away
          </button>
        </li>
      </ul>
      <details v-if="!closed">
        <summary>A bike like it</summary>
        <form class="fields" @submit.prevent="note">
          <MoneyField v-model="other.price" label="Price" :error-messages="refusal?.of('price')" />
          <v-text-field v-model="other.year" label="Year" inputmode="numeric" :error-messages="refusal?.of('year')" />
          <v-text-field v-model="other.meter" label="Meter" :error-messages="refusal?.of('meter')" />
          <v-text-field v-model="other.text" label="Note" maxlength="120" />
          <v-btn class="plate" type="submit">Note it</v-btn>
        </form>
      </details>
      <h3 class="label">What comes with it</h3>
      <ul>
        <li v-for="one in viewing.credits" :key="one.id">
          <span class="figure">{{ money(one.likely) }}</span>
          <span>{{ one.what }}, {{ money(one.low) }} to {{ money(one.high) }}</span>
          <button
            v-if="!closed"
            type="button"
            :aria-label="`Take ${one.what} away`"
            @click="tap({ act: 'credit-dropped', item: one.id })"
          >
            away
          </button>
        </li>
      </ul>
      <p v-if="!viewing.credits.length" class="soft">Nothing counted: recent tyres, spares, original parts are worth money.</p>
      <details v-if="!closed">
        <summary>Something that comes with it</summary>
        <form class="fields" @submit.prevent="count">
          <v-text-field v-model="extra.text" class="wide" label="What" maxlength="80" :error-messages="refusal?.of('text')" />
          <MoneyField v-model="extra.low" label="At least" :error-messages="refusal?.of('low')" />
          <MoneyField v-model="extra.likely" label="Likely" :error-messages="refusal?.of('likely')" />
          <MoneyField v-model="extra.high" label="At most" :error-messages="refusal?.of('high')" />
          <v-btn class="plate" type="submit">Count it</v-btn>
        </form>
      </details>
    </div>
  </section>
</template>

<style scoped>
.inside {
  display: grid;
  gap: 0.6rem;
  padding: 0.6rem 1.1rem 1rem;
}
header .figure {
  font-size: 1.375rem;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 5.2rem 1fr auto;
  gap: 0.7rem;
  padding: 0.2rem 0;
}
li .figure {
  text-align: right;
}
li button {
  text-decoration: underline;
  color: var(--soft);
}
summary {
  cursor: pointer;
  font: 600 1rem/1.4 var(--head);
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(110px, 1fr));
  gap: 0.6rem;
  margin-top: 0.5rem;
}
.wide {
  grid-column: 1 / -1;
}
</style>
