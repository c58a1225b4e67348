<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { answer, api, newId, Refusal } from '@/api/client'
import TouchChoice from '../jobs/TouchChoice.vue'
import { useWritten } from '../ledger/useWritten'

/** A ride: how far or how long, and whether it was harder than the ordinary. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; today: string }>()

const { written } = useWritten()
const form = reactive({ distance: '', hours: '', on: '', ground: '', hard: 'none' as 'none' | 'grit' | 'raced' })
const refusal = ref<Refusal | null>(null)
const id = ref(newId())
const kinds = [
  { value: 'none' as const, title: 'Ordinary', note: 'as the bike is always ridden' },
  { value: 'grit' as const, title: 'Grit, sand, mud', note: 'shortens air filter and chain' },
  { value: 'raced' as const, title: 'Raced', note: 'shortens the oil' },
]

watch(open, (opened) => {
  if (!opened) return
  Object.assign(form, { distance: '', hours: '', on: props.today, ground: '', hard: 'none' })
  refusal.value = null
})
watch([open, form], () => (id.value = newId()), { deep: true })

async function keep() {
  try {
    const entry = await answer(
      api.POST('/api/bikes/{bike}/rides', {
        params: { path: { bike: props.bike } },
        body: {
          id: id.value,
          date: form.on,
          distance: form.distance || null,
          hours: form.hours || null,
          ground: form.ground || null,
          severities: form.hard === 'none' ? [] : [form.hard],
        },
      }),
    )
    await written(`${props.nickname}: ride written down.`, entry)
    open.value = false
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-labelledby="ride-title">
    <form class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="ride-title">{{ nickname }}: a ride</h2>
      </header>
      <div class="inside">
        <v-text-field
          v-model="form.distance"
          class="figure-field"
          label="How far, in any unit"
          autofocus
          autocomplete="off"
          :error-messages="refusal?.of('distance')"
        />
        <v-text-field
          v-model="form.hours"
          class="figure-field"
          label="Engine hours, or minutes"
          autocomplete="off"
          :error-messages="refusal?.of('hours')"
        />
        <TouchChoice v-model="form.hard" label="How hard was it?" :options="kinds" />
        <v-text-field
          v-model="form.ground"
          label="Where, on what ground"
          maxlength="80"
          :error-messages="refusal?.of('ground')"
        />
        <v-text-field v-model="form.on" type="date" label="Ridden on" :max="today" :error-messages="refusal?.of('date')" />
        <p class="soft">The meter is not moved by a ride: note what it shows when you see it.</p>
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="open = false">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Write it down</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
