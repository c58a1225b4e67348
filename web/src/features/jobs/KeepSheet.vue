<script setup lang="ts">
import { ref } from 'vue'
import { answer, api, type RunAnswer } from '@/api/client'
import { useAct } from '@/design/useAct'
import { useRefresh } from '../shed/useShed'

/** The tray of a finished job, kept as a sheet: how this bike comes apart. */
const props = defineProps<{ run: RunAnswer }>()
const open = ref(false)
const kept = ref(false)
const title = ref(props.run.title)
const quirks = ref('')
const act = useAct()
const refresh = useRefresh()

const keep = () =>
  act.attempt(
    (id) =>
      answer(
        api.POST('/api/runs/{run}/sheet', {
          params: { path: { run: props.run.id } },
          body: { id, title: title.value, quirks: quirks.value || null },
        }),
      ),
    () => {
      kept.value = true
      return refresh()
    },
  )
</script>

<template>
  <p v-if="kept" role="status">
    Kept. <RouterLink :to="`/bikes/${run.bike}/parts`">The sheet</RouterLink> is offered to the next job that opens the same.
  </p>
  <form v-else-if="open" class="keep" @submit.prevent="keep">
    <v-text-field v-model="title" label="Called" maxlength="80" autocomplete="off" :error-messages="act.refusal?.of('title')" />
    <v-textarea
      v-model="quirks"
      label="Quirks: which way a lever sits, what falls out when a cover lifts"
      maxlength="1000"
      rows="2"
      :error-messages="act.refusal?.of('quirks')"
    />
    <v-btn class="plate pen small" type="submit">Keep the sheet</v-btn>
  </form>
  <v-btn v-else class="plate" variant="outlined" @click="open = true">Keep its tray as a sheet</v-btn>
</template>

<style scoped>
.keep {
  display: grid;
  gap: 0.6rem;
  justify-items: start;
  max-width: 520px;
}
.keep > * {
  width: 100%;
}
.keep .plate {
  width: auto;
}
</style>
