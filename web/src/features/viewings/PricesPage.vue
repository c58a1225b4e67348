<script setup lang="ts">
import { computed, ref } from 'vue'
import { useQuery } from '@tanstack/vue-query'
import { answer, api, type PriceAnswer } from '@/api/client'
import { number, roundMoney } from '@/design/format'
import LoadState from '@/design/LoadState.vue'
import { useSettings } from '@/api/useSettings'
import PriceForm from './PriceForm.vue'
import { zoneNames } from './viewingWords'

/** The price book: what putting each fault right takes. House values, which the owner makes their own. */
const query = useQuery({ queryKey: ['prices'], queryFn: () => answer(api.GET('/api/prices')) })
const { data } = query
const { data: settings } = useSettings()
const words = ref('')
const open = ref<string | null>(null)
const money = (amount: number) => roundMoney(amount, settings.value?.currency ?? 'EUR')
const zones = computed(() => {
  const wanted = (words.value ?? '').toLowerCase()
  const found = (data.value ?? []).filter((one) => `${one.title} ${one.say}`.toLowerCase().includes(wanted))
  const groups = new Map<PriceAnswer['zone'], PriceAnswer[]>()
  for (const one of found) groups.set(one.zone, [...(groups.get(one.zone) ?? []), one])
  return [...groups]
})
const own = computed(() => data.value?.filter((one) => one.own).length ?? 0)
</script>

<template>
  <main class="page prices">
    <header class="head">
      <div>
        <h1>Price book</h1>
        <p class="soft">
          What putting a fault right takes, parts and your own hours: from, likely, up to. House values, common practice, in no
          real shop's money.
          <template v-if="own">{{ own }} of them are your own.</template>
        </p>
      </div>
      <v-text-field v-model="words" class="find" label="Find a fault" clearable />
    </header>
    <LoadState :query="query" what="The prices" />
    <section v-for="[zone, lines] in zones" :key="zone" class="cabinet" :aria-labelledby="`z-${zone}`">
      <header>
        <h2 :id="`z-${zone}`">{{ zoneNames[zone] }}</h2>
        <span class="label">parts, then hours</span>
      </header>
      <ul>
        <li v-for="line in lines" :key="line.point">
          <button type="button" :aria-expanded="open === line.point" @click="open = open === line.point ? null : line.point">
            <span class="what">
              <b>{{ line.title }}</b>
              <span class="soft">{{ line.say }}</span>
            </span>
            <span class="mine">{{ line.own ? 'your own' : '' }}</span>
            <span class="figure"
              ><span class="soft">{{ money(line.parts.low) }}</span
              ><b>{{ money(line.parts.likely) }}</b
              ><span class="soft">{{ money(line.parts.high) }}</span></span
            >
            <span class="figure hours"
              ><span class="soft">{{ number(line.hours.low, 1) }}</span
              ><b>{{ number(line.hours.likely, 1) }}</b
              ><span class="soft">{{ number(line.hours.high, 1) }} h</span></span
            >
          </button>
          <PriceForm
            v-if="open === line.point"
            class="form"
            :point="line.point"
            :parts="line.parts"
            :hours="line.hours"
            :own="line.own"
            @done="open = null"
          />
        </li>
      </ul>
    </section>
    <p v-if="data && !zones.length" class="cabinet none">No fault matches these words.</p>
  </main>
</template>

<style scoped>
.prices {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1.1rem;
  max-width: 1080px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  justify-content: space-between;
  gap: 0.6rem 2rem;
}
.head > div {
  flex: 1 1 320px;
}
.find {
  flex: 0 1 260px;
}
h1 {
  font-size: 2.75rem;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  border-bottom: 1px solid var(--rule);
}
li > button {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 4.5rem 15rem 12rem;
  align-items: center;
  gap: 0.2rem 1rem;
  width: 100%;
  padding: 0.45rem 1.1rem;
  text-align: left;
}
.what b {
  display: block;
  font: 700 1.0625rem/1.2 var(--head);
}
.mine {
  font: 600 0.9375rem/1 var(--head);
  box-shadow: inset 0 -0.4em 0 var(--pen);
  justify-self: start;
}
.figure {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  text-align: right;
}
.form {
  padding: 0 1.1rem 1rem;
  max-width: 620px;
}
.none {
  padding: 1.2rem;
}
@media (max-width: 720px) {
  li > button {
    grid-template-columns: 1fr 1fr;
  }
  .what,
  .mine {
    grid-column: 1 / -1;
  }
  .mine:empty {
    display: none;
  }
}
</style>
