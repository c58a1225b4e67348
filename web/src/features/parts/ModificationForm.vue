<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type PartsAnswer } from '@/api/client'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import SmallForm from './SmallForm.vue'

type Kind = PartsAnswer['modifications'][number]['consequences'][number]['kind']
/** Something that was changed on the bike, and what hangs on it. */
const props = defineProps<{ bike: string; others: PartsAnswer['others']; today: string }>()
const emit = defineEmits<{ kept: [parts: PartsAnswer] }>()
const { say } = useNotice()
const open = ref(false)
const sheet = useForm(
  () => `modification ${props.bike}`,
  () => ({
    part: '',
    inPlaceOf: '',
    date: props.today,
    donor: null as string | null,
    consequences: [{ kind: 'jetting' as Kind, words: '' }],
  }),
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
function keep() {
  const { form } = sheet

  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/modifications', {
          params: { path: { bike: props.bike } },
          body: {
            id,
            ...form,
            inPlaceOf: form.inPlaceOf || null,
            consequences: form.consequences.filter((one) => one.words.trim()),
          },
        }),
      ),
    async (parts) => {
      emit('kept', parts)
      open.value = false
      say('Written down. It stands in the book, and can be struck there.')
    },
  )
}
</script>

<template>
  <SmallForm v-model="open" :sheet="sheet" opener="Something was changed" @submit="keep">
    <v-text-field v-first v-bind="sheet.field('part')" class="wide" label="What was fitted" maxlength="80" autocomplete="off" />
    <v-text-field v-bind="sheet.field('inPlaceOf')" label="In place of" maxlength="80" autocomplete="off" />
    <v-select
      v-bind="sheet.field('donor')"
      clearable
      label="From another bike?"
      :items="others.map((one) => ({ value: one.id, title: one.name }))"
    />
    <DateField v-bind="sheet.field('date')" label="Since" :max="today" />
    <template v-for="(one, at) in sheet.form.consequences" :key="at">
      <v-select v-model="one.kind" label="It changes" :items="kinds" />
      <v-text-field
        v-model="one.words"
        class="rest"
        label="How"
        maxlength="200"
        autocomplete="off"
        :error-messages="sheet.refusal?.of(`consequences.${at}.words`)"
      />
    </template>
    <template #beside>
      <v-btn class="plate small" variant="outlined" @click="sheet.form.consequences.push({ kind: 'other', words: '' })"
        >It changes more</v-btn
      >
    </template>
  </SmallForm>
</template>
