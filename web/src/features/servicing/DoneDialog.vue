<script setup lang="ts">
import { ref, watch } from 'vue'
import { answer, api, newId, Refusal, type TaskAnswer } from '@/api/client'
import { useNotice } from '@/design/useNotice'
import { useRefresh } from '../shed/useShed'

const task = defineModel<TaskAnswer | null>({ required: true })
const props = defineProps<{ bike: string; today: string }>()

const refresh = useRefresh()
const { say } = useNotice()
const on = ref('')
const evidence = ref<'done-here' | 'receipt' | 'own-memory' | 'sellers-word'>('done-here')
const note = ref('')
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
const ways = [
  { value: 'done-here', title: 'I did it, or saw it done' },
  { value: 'receipt', title: 'There is a receipt or a stamp' },
  { value: 'own-memory', title: 'I remember it' },
  { value: 'sellers-word', title: "The seller's word only (kept as a claim)" },
]

watch(task, (opened) => {
  if (!opened) return
  on.value = props.today
  evidence.value = opened.state === 'unknown' ? 'own-memory' : 'done-here'
  note.value = ''
  refusal.value = null
})
watch([task, on, evidence, note], () => (id.value = newId()))

async function keep() {
  if (!task.value) return
  try {
    const entry = await answer(
      api.POST('/api/bikes/{bike}/servicing/done', {
        params: { path: { bike: props.bike } },
        body: { id: id.value, task: task.value.id, date: on.value, evidence: evidence.value, note: note.value || null },
      }),
    )
    say(`${task.value.component}: written as done.`, async () => {
      await answer(
        api.POST('/api/entries/{entry}/strike', {
          params: { path: { entry: entry.id } },
          body: { id: newId(), reason: 'undone at once' },
        }),
      )
      await refresh()
    })
    task.value = null
    await refresh()
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog :model-value="task !== null" aria-labelledby="done-title" @update:model-value="task = null">
    <form v-if="task" class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="done-title">{{ task.component }}: {{ task.title.toLowerCase() }}</h2>
      </header>
      <div class="inside">
        <v-text-field v-model="on" type="date" label="Done on" :max="today" autofocus :error-messages="refusal?.of('date')" />
        <v-select v-model="evidence" :items="ways" label="How it is known" :error-messages="refusal?.of('evidence')" />
        <v-textarea
          v-model="note"
          label="Note: what was found, what was measured"
          maxlength="500"
          :error-messages="refusal?.of('note')"
        />
        <p class="soft">The meter of that day is taken from the readings around it.</p>
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="task = null">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Write it down</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
