<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { answer, api, newId, Refusal } from '@/api/client'
import { useSettings } from '../settings/useSettings'
import { useWritten } from '../ledger/useWritten'

/** Something paid for a bike that no job wrote down. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; today: string }>()

const { written } = useWritten()
const { data: settings } = useSettings()
const form = reactive({ for: '', amount: '', on: '' })
const refusal = ref<Refusal | null>(null)
const id = ref(newId())

watch(open, (opened) => {
  if (!opened) return
  Object.assign(form, { for: '', amount: '', on: props.today })
  refusal.value = null
})
watch([open, form], () => (id.value = newId()), { deep: true })

async function keep() {
  try {
    const entry = await answer(
      api.POST('/api/bikes/{bike}/expenses', {
        params: { path: { bike: props.bike } },
        body: { id: id.value, date: form.on, for: form.for, amount: form.amount },
      }),
    )
    open.value = false
    await written(`${props.nickname}: the cost is written down.`, entry)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-labelledby="expense-title">
    <form class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="expense-title">{{ nickname }}: a cost</h2>
      </header>
      <div class="inside">
        <v-text-field
          v-model="form.for"
          label="Paid for"
          autofocus
          maxlength="80"
          autocomplete="off"
          :error-messages="refusal?.of('for')"
        />
        <v-text-field
          v-model="form.amount"
          class="figure-field"
          label="How much"
          :suffix="settings?.currency"
          autocomplete="off"
          :error-messages="refusal?.of('amount')"
        />
        <v-text-field v-model="form.on" type="date" label="Paid on" :max="today" :error-messages="refusal?.of('date')" />
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="open = false">Leave it</v-btn>
        <v-btn class="plate pen" type="submit">Write it down</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
