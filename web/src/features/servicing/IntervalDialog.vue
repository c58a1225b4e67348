<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { answer, api, newId, Refusal, type TaskAnswer } from '@/api/client'
import { useWritten } from '../ledger/useWritten'

/** The owner's own limits for one task, with where they come from. */
const task = defineModel<TaskAnswer | null>({ required: true })
const props = defineProps<{ bike: string }>()

const { written } = useWritten()
const form = reactive({ distance: '', hours: '', months: '', from: 'manual' as 'manual' | 'owner', source: '' })
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
const sources = [
  { value: 'manual', title: "The maker's manual says so" },
  { value: 'owner', title: 'My own choice' },
]

watch(task, (opened) => {
  if (!opened) return
  const use = (unit: 'h' | 'way') => opened.limits.find((limit) => limit.amount && (limit.amount.unit === 'h') === (unit === 'h'))
  Object.assign(form, {
    distance: use('way')?.editable ?? '',
    hours: use('h')?.editable ?? '',
    months: String(opened.limits.find((limit) => limit.months)?.months ?? ''),
    from: 'manual',
    source: '',
  })
  refusal.value = null
})
watch([task, form], () => (id.value = newId()), { deep: true })

async function keep(asShipped: boolean) {
  if (!task.value) return
  try {
    const entry = await answer(
      api.POST('/api/bikes/{bike}/servicing/interval', {
        params: { path: { bike: props.bike } },
        body: {
          id: id.value,
          task: task.value.id,
          distance: asShipped ? null : form.distance || null,
          hours: asShipped ? null : form.hours || null,
          months: asShipped ? null : form.months || null,
          from: form.from,
          source: form.source || null,
        },
      }),
    )
    await written(
      `${task.value.component}: ${asShipped ? 'the shipped limits hold again' : 'your limits hold from now on'}.`,
      entry,
    )
    task.value = null
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog :model-value="task !== null" aria-labelledby="interval-title" @update:model-value="task = null">
    <form v-if="task" class="sheet" @submit.prevent="keep(false)">
      <header>
        <h2 id="interval-title">{{ task.component }}, {{ task.title.toLowerCase() }}: how often?</h2>
      </header>
      <div class="inside">
        <p class="soft">Whichever comes first counts. Leave empty what does not count.</p>
        <v-text-field
          v-model="form.distance"
          class="figure-field"
          label="Every so far, in any unit"
          autofocus
          :error-messages="refusal?.of('distance')"
        />
        <v-text-field
          v-model="form.hours"
          class="figure-field"
          label="Every so many engine hours"
          :error-messages="refusal?.of('hours')"
        />
        <v-text-field
          v-model="form.months"
          class="figure-field"
          label="Every so many months"
          inputmode="numeric"
          :error-messages="refusal?.of('months')"
        />
        <v-select v-model="form.from" :items="sources" label="Where does it come from?" :error-messages="refusal?.of('from')" />
        <v-text-field v-model="form.source" label="Page, or why" maxlength="80" :error-messages="refusal?.of('source')" />
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn v-if="task.ownLimits" class="plate" variant="text" @click="keep(true)">Back to the shipped ones</v-btn>
        <v-btn class="plate" variant="text" @click="task = null">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Set them</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
