<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type PartsAnswer } from '@/api/client'
import { useForm } from '@/design/useForm'
import { useNotice } from '@/design/useNotice'
import { vFirst } from '@/design/vFirst'
import DateField from '@/design/DateField.vue'
import SmallForm from './SmallForm.vue'

/** A change taken back: what stands there now, and since when. */
const props = defineProps<{ bike: string; entry: string; today: string }>()
const emit = defineEmits<{ kept: [parts: PartsAnswer] }>()
const { say } = useNotice()
const open = ref(false)
const sheet = useForm(
  () => `changed back ${props.entry}`,
  () => ({ how: '', date: props.today }),
)
function keep() {
  return sheet.send(
    (id) =>
      answer(
        api.POST('/api/bikes/{bike}/modifications/{entry}/undone', {
          params: { path: { bike: props.bike, entry: props.entry } },
          body: { id, ...sheet.form },
        }),
      ),
    async (parts) => {
      emit('kept', parts)
      open.value = false
      say('Changed back. It stands in the book, and can be struck there.')
    },
  )
}
</script>

<template>
  <SmallForm v-model="open" :sheet="sheet" opener="Changed back?" @submit="keep">
    <v-text-field
      v-first
      v-bind="sheet.field('how')"
      class="wide"
      label="What stands there now"
      maxlength="200"
      autocomplete="off"
    />
    <DateField v-bind="sheet.field('date')" label="Since" :max="today" />
  </SmallForm>
</template>
