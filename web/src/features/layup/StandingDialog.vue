<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { answer, api, newId, Refusal } from '@/api/client'
import { date } from '@/design/format'
import { useWritten } from '../ledger/useWritten'

/** From when a bike stands, or from when it is in use again. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; standsSince: string | null; today: string }>()

const { written } = useWritten()
const form = reactive({ on: '', words: '' })
const refusal = ref<Refusal | null>(null)
const id = ref(newId())

watch(open, (opened) => {
  if (!opened) return
  Object.assign(form, { on: props.today, words: '' })
  refusal.value = null
})
watch([open, form], () => (id.value = newId()), { deep: true })

async function keep() {
  const wakes = props.standsSince !== null
  try {
    const call = {
      params: { path: { bike: props.bike } },
      body: { id: id.value, date: form.on, words: form.words || null },
    }
    const entry = await answer(wakes ? api.POST('/api/bikes/{bike}/wake-up', call) : api.POST('/api/bikes/{bike}/lay-up', call))
    open.value = false
    await written(`${props.nickname}: ${wakes ? 'in use again' : 'laid up'}.`, entry)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-labelledby="standing-title">
    <form class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="standing-title">{{ nickname }}: {{ standsSince ? 'in use again' : 'laid up' }}</h2>
      </header>
      <div class="inside">
        <p class="soft">
          <template v-if="standsSince"
            >It stands since {{ date(standsSince, today) }}. From the day that you name its use counts again.</template
          >
          <template v-else
            >While it stands no use is expected of it: limits by meter wait, limits by calendar go on. A long stay on the stand
            counts too.</template
          >
        </p>
        <v-text-field
          v-model="form.on"
          type="date"
          :label="standsSince ? 'In use from' : 'Stands from'"
          :max="today"
          autofocus
          :error-messages="refusal?.of('date')"
        />
        <v-text-field
          v-model="form.words"
          :label="standsSince ? 'What was done to wake it, if anything' : 'Why, if you like'"
          maxlength="120"
          :error-messages="refusal?.of('words')"
        />
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="open = false">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Write it down</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
