<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { answer, api, newId, Refusal, type BikeAnswer } from '@/api/client'
import { useSettings } from '../settings/useSettings'
import { useWritten } from '../ledger/useWritten'

/** Work that a shop did: what it settles in the plan, what it fitted, what it cost. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ bike: string; nickname: string; tasks: BikeAnswer['tasks']; today: string }>()

const { written } = useWritten()
const { data: settings } = useSettings()
const empty = () => ({ shop: '', what: '', on: props.today, tasks: [] as string[], parts: '', amount: '' })
const form = reactive(empty())
const refusal = ref<Refusal | null>(null)
const busy = ref(false)
const id = ref(newId())

watch(open, (opened) => {
  if (!opened) return
  Object.assign(form, empty())
  refusal.value = null
})
watch([open, form], () => (id.value = newId()), { deep: true })

async function keep() {
  if (busy.value) return
  busy.value = true
  try {
    const { entries } = await answer(
      api.POST('/api/bikes/{bike}/shop-work', {
        params: { path: { bike: props.bike } },
        body: {
          id: id.value,
          date: form.on,
          shop: form.shop,
          what: form.what || null,
          tasks: form.tasks,
          parts: form.parts.split('\n').filter((line) => line.trim()),
          costs: form.amount.trim() ? [{ for: `work by ${form.shop.trim()}`.slice(0, 80), amount: form.amount }] : [],
        },
      }),
    )
    open.value = false
    await written(`${props.nickname}: the shop's work is written down.`, ...entries)
  } catch (failed) {
    refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-labelledby="shop-work-title">
    <form class="sheet" @submit.prevent="keep">
      <header>
        <h2 id="shop-work-title">{{ nickname }}: work by a shop</h2>
      </header>
      <div class="inside">
        <v-text-field
          v-model="form.shop"
          label="Who did it"
          autofocus
          maxlength="80"
          autocomplete="off"
          :error-messages="refusal?.of('shop')"
        />
        <v-text-field v-model="form.on" type="date" label="Done on" :max="today" :error-messages="refusal?.of('date')" />
        <v-select
          v-model="form.tasks"
          multiple
          chips
          label="What of the plan it settles"
          :items="
            tasks
              .filter((task) => !task.paper)
              .map((task) => ({ value: task.id, title: `${task.component}: ${task.title.toLowerCase()}` }))
          "
        />
        <v-textarea
          v-model="form.what"
          label="What else was done or said"
          maxlength="500"
          :error-messages="refusal?.of('what')"
        />
        <v-textarea v-model="form.parts" label="Parts that were fitted, a line for each" maxlength="1000" />
        <v-text-field
          v-model="form.amount"
          class="figure-field"
          label="What it cost, all together"
          :suffix="settings?.currency"
          autocomplete="off"
          :error-messages="refusal?.of('costs.0.amount')"
        />
        <p class="soft">Its tasks count as done by receipt. A picture of the receipt goes into the book beside it.</p>
        <p v-if="refusal && !Object.keys(refusal.fields).length" class="refusal" role="alert">{{ refusal.message }}</p>
      </div>
      <footer>
        <v-btn class="plate" variant="text" @click="open = false">Leave it</v-btn>
        <v-btn class="plate pen" type="submit" :disabled="busy">Write it down</v-btn>
      </footer>
    </form>
  </v-dialog>
</template>
