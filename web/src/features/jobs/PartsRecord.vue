<script setup lang="ts">
import { reactive, watch } from 'vue'
import type { RecordRequest, Refusal, StepAnswer } from '@/api/client'
import DateField from '@/design/DateField.vue'
import MoneyField from '@/design/MoneyField.vue'

/** What goes on: how many new, how many of those that came off, and what is known of the new ones. All new is the silent default. */
type Part = NonNullable<NonNullable<RecordRequest['parts']>[number]>
const model = defineModel<RecordRequest['parts']>()
const props = defineProps<{ fits: StepAnswer['fits']; refusal: Refusal | null; currency: string }>()

const rows = reactive(
  props.fits.map((one) => ({
    part: one.part,
    fitted: one.count,
    usedAgain: 0,
    secondHand: false,
    number: one.number ?? '',
    source: '',
    price: '',
    warrantyUntil: '',
  })),
)
const most = 99
/** One that goes back on is one that no new one is fitted for, as long as the count is the usual one. */
function more(row: (typeof rows)[number], what: 'fitted' | 'usedAgain', by: number) {
  const usual = props.fits.find((one) => one.part === row.part)!.count
  const whole = row.fitted + row.usedAgain === usual
  const other = what === 'fitted' ? 'usedAgain' : 'fitted'
  const next = Math.min(most, Math.max(0, row[what] + by))
  if (next !== row[what] && whole && props.fits.find((one) => one.part === row.part)!.replaces)
    row[other] = Math.max(0, row[other] - by)
  row[what] = next
}

watch(
  rows,
  () => {
    const said = rows.flatMap((row, at): Part[] => {
      const usual = row.fitted === props.fits[at]!.count && !row.usedAgain && !row.secondHand
      const known = row.number || row.source || row.price || row.warrantyUntil
      return usual && !known
        ? []
        : [
            {
              part: row.part,
              fitted: row.fitted,
              usedAgain: row.usedAgain,
              secondHand: row.secondHand,
              number: row.number || null,
              source: row.source || null,
              price: row.price || null,
              warrantyUntil: row.warrantyUntil || null,
            },
          ]
    })
    model.value = said.length ? said : undefined
  },
  { immediate: true },
)
/** The server names a row by its place among those that were sent. */
const said = (row: (typeof rows)[number], field: string) => {
  const at = (model.value ?? []).findIndex((one) => one?.part === row.part)
  return at < 0 ? undefined : props.refusal?.of(`record.parts.${at}.${field}`)
}
</script>

<template>
  <section class="parts" aria-label="What goes on">
    <div v-for="(row, at) in rows" :key="row.part" class="part">
      <p class="name">
        <b>{{ row.part }}</b>
        <span v-if="fits[at]!.onShelf !== null" class="soft shelf">{{ fits[at]!.onShelf }} on the shelf</span>
      </p>
      <div class="counts">
        <div role="group" :aria-label="`${row.part}: new`">
          <span class="label">New</span>
          <button type="button" :aria-label="`${row.part}: one new less`" @click="more(row, 'fitted', -1)">−</button>
          <output class="figure">{{ row.fitted }}</output>
          <button type="button" :aria-label="`${row.part}: one new more`" @click="more(row, 'fitted', 1)">+</button>
        </div>
        <div v-if="fits[at]!.replaces" role="group" :aria-label="`${row.part}: used again`">
          <span class="label">Used again</span>
          <button type="button" :aria-label="`${row.part}: one used again less`" @click="more(row, 'usedAgain', -1)">−</button>
          <output class="figure">{{ row.usedAgain }}</output>
          <button type="button" :aria-label="`${row.part}: one used again more`" @click="more(row, 'usedAgain', 1)">+</button>
        </div>
      </div>
      <p v-if="said(row, 'fitted')" class="refusal" role="alert">{{ said(row, 'fitted') }}</p>
      <details v-if="row.fitted">
        <summary>Number, source, price, warranty</summary>
        <div class="known">
          <v-text-field
            v-model="row.number"
            label="Part number"
            maxlength="60"
            autocomplete="off"
            :error-messages="said(row, 'number')"
          />
          <v-text-field
            v-model="row.source"
            label="Where from"
            :placeholder="fits[at]!.source ?? ''"
            maxlength="80"
            autocomplete="off"
            :error-messages="said(row, 'source')"
          />
          <MoneyField
            v-model="row.price"
            label="Price, all of them"
            :placeholder="fits[at]!.price ?? ''"
            :error-messages="said(row, 'price')"
          />
          <DateField v-model="row.warrantyUntil" label="Warranty until" :error-messages="said(row, 'warrantyUntil')" />
          <v-checkbox v-model="row.secondHand" label="Second-hand" />
        </div>
      </details>
    </div>
  </section>
</template>

<style scoped>
.parts {
  flex: 1 1 100%;
  display: grid;
  border-top: 1px solid var(--rule);
}
.part {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0.2rem 1.2rem;
  align-items: center;
  padding: 0.45rem 0;
  border-bottom: 1px solid var(--rule);
}
.name b {
  font: 600 1.1875rem/1.3 var(--head);
}
.shelf {
  margin-left: 0.6rem;
}
.counts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.4rem;
}
.counts > div {
  display: flex;
  gap: 0.35rem;
  align-items: center;
}
.counts .label {
  margin-right: 0.3rem;
}
.counts button {
  width: 44px;
  min-height: 44px;
  border: 2px solid var(--ink);
  font: 700 1.375rem/1 var(--head);
}
.counts output {
  min-width: 1.6ch;
  font-size: 1.5rem;
  text-align: center;
}
details,
.refusal {
  grid-column: 1 / -1;
}
summary {
  min-height: 36px;
  cursor: pointer;
  font: 600 1.0625rem/2 var(--head);
}
.known {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 0.6rem 1rem;
  padding-bottom: 0.6rem;
}
@media (max-width: 1020px) {
  .part {
    grid-template-columns: minmax(0, 1fr);
  }
  .counts {
    flex-wrap: nowrap;
    justify-content: space-between;
  }
  .counts > div {
    flex-wrap: wrap;
  }
  .counts .label {
    flex-basis: 100%;
  }
}
</style>
