<script setup lang="ts">
import type { WearLine } from '@/api/client'

/** What each place looks like, side by side: a column for each place, a tap for each. */
type Look = WearLine['asked']['looks'][number]
const model = defineModel<(Look['grade'] | null)[]>({ required: true })
defineProps<{ places: string[]; looks: Look[]; refusal?: string }>()
const name = (place: string) => place.charAt(0).toUpperCase() + place.slice(1)
/** "cylinder 2" is "2" over its column; the whole name is on each tap. */
const short = (place: string) => place.match(/\d+$/)?.[0] ?? place.split(' ')[0]
/** A tap on the words is an answer for every place; what differs is changed after. */
const all = (grade: Look['grade']) => (model.value = model.value.map(() => grade))
function choose(at: number, grade: Look['grade']) {
  model.value = model.value.map((one, other) => (other === at ? grade : one))
}
</script>

<template>
  <div class="grid" :style="{ '--places': places.length }">
    <span />
    <span v-for="place in places" :key="place" class="head" :title="name(place)">{{ short(place) }}</span>
    <template v-for="look in looks" :key="look.words">
      <button type="button" class="words" :aria-label="`All of them: ${look.words}`" @click="all(look.grade)">
        {{ look.words }}
      </button>
      <label v-for="(place, at) in places" :key="place" :class="{ chosen: model[at] === look.grade }">
        <input
          type="radio"
          :name="`look-${at}`"
          :checked="model[at] === look.grade"
          :aria-label="`${name(place)}: ${look.words}`"
          @change="choose(at, look.grade)"
        />
      </label>
    </template>
  </div>
  <p v-if="refusal" class="refusal said" role="alert">{{ refusal }}</p>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) repeat(var(--places), minmax(46px, 64px));
  border: 1.5px solid var(--ink);
}
.head {
  padding: 0.3rem 0.2rem;
  font: 700 1.0625rem/1.1 var(--head);
  text-align: center;
  overflow: hidden;
  text-overflow: ellipsis;
}
.words {
  display: flex;
  align-items: center;
  padding: 0.3rem 0.8rem;
  border-top: 1px solid var(--rule);
  line-height: 1.2;
  text-align: left;
}
label {
  position: relative;
  display: grid;
  place-items: center;
  min-height: 46px;
  border-top: 1px solid var(--rule);
  border-left: 1px solid var(--rule);
  cursor: pointer;
}
label.chosen {
  background: var(--pen);
}
input {
  width: 22px;
  height: 22px;
  accent-color: var(--ink);
}
</style>
