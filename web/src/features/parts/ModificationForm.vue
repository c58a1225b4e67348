<script setup lang="ts">
import { answer, api, type PartsAnswer } from '@/api/client'
import { useWrite } from './useWrite'

type Kind = PartsAnswer['modifications'][number]['consequences'][number]['kind']
const props = defineProps<{ bike: string; others: PartsAnswer['others']; today: string }>()
const emit = defineEmits<{ kept: [parts: PartsAnswer] }>()
const { open, form, refusal, begin, write } = useWrite(
  () => ({
    part: '',
    inPlaceOf: '',
    date: props.today,
    donor: null as string | null,
    consequences: [{ kind: 'jetting' as Kind, words: '' }],
  }),
  (parts) => emit('kept', parts),
)
const kinds: { value: Kind; title: string }[] = [
  { value: 'jetting', title: 'Jetting or mapping' },
  { value: 'filter-size', title: 'Filter size' },
  { value: 'what-to-order', title: 'What to order' },
  { value: 'wiring', title: 'Wiring' },
  { value: 'charger', title: 'Charging' },
  { value: 'road-legal', title: 'Road legal' },
  { value: 'access', title: 'Access' },
  { value: 'other', title: 'Other' },
]
const keep = () =>
  write(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/modifications', {
          params: { path: { bike: props.bike } },
          body: {
            id,
            ...form.value,
            inPlaceOf: form.value.inPlaceOf || null,
            consequences: form.value.consequences.filter((one) => one.words.trim()),
          },
        }),
      ),
    'Written down.',
  )
</script>

<template>
  <form v-if="open" class="small-form" @submit.prevent="keep">
    <v-text-field
      v-model="form.part"
      class="wide"
      label="What was fitted"
      maxlength="80"
      autofocus
      autocomplete="off"
      :error-messages="refusal?.of('part')"
    />
    <v-text-field
      v-model="form.inPlaceOf"
      label="In place of"
      maxlength="80"
      autocomplete="off"
      :error-messages="refusal?.of('inPlaceOf')"
    />
    <v-select
      v-model="form.donor"
      clearable
      label="Taken from another bike?"
      :items="others.map((one) => ({ value: one.id, title: one.name }))"
      :error-messages="refusal?.of('donor')"
    />
    <v-text-field v-model="form.date" type="date" label="Since" :max="today" :error-messages="refusal?.of('date')" />
    <template v-for="(one, at) in form.consequences" :key="at">
      <v-select v-model="one.kind" label="It changes" :items="kinds" />
      <v-text-field
        v-model="one.words"
        class="rest"
        label="How"
        maxlength="200"
        autocomplete="off"
        :error-messages="refusal?.of(`consequences.${at}.words`)"
      />
    </template>
    <footer>
      <v-btn class="plate pen small" type="submit">Write it down</v-btn>
      <v-btn class="plate small" variant="outlined" @click="form.consequences.push({ kind: 'other', words: '' })"
        >It changes more</v-btn
      >
      <v-btn class="plate small" variant="text" @click="open = false">Leave it</v-btn>
    </footer>
  </form>
  <p v-else class="small-form"><v-btn class="plate small" variant="outlined" @click="begin">Something was changed</v-btn></p>
</template>

<style scoped src="./small-form.css"></style>
<style scoped>
.rest {
  grid-column: span 2;
}
</style>
