<script setup lang="ts">
import { ref, watch } from 'vue'
import { answer, api } from '@/api/client'
import { useAct } from '@/design/useAct'
import type { components } from '@/api/schema'
import { date } from '@/design/format'
import RefusalLine from '@/design/RefusalLine.vue'

/** Asks for recall notices by frame number. The answer is held for the owner to judge; it answers nothing by itself. */
const props = defineProps<{ viewing: string }>()
const found = ref<components['schemas']['RecallsAnswer'] | null>(null)
const act = useAct()

watch(
  () => props.viewing,
  () => (found.value = null),
)

const ask = () =>
  act.attempt(async () => {
    found.value = await answer(api.GET('/api/viewings/{viewing}/recalls', { params: { path: { viewing: props.viewing } } }))
  })
</script>

<template>
  <div class="recall">
    <v-btn class="plate small" variant="outlined" @click="ask">Ask by frame number</v-btn>
    <div v-if="found" role="status">
      <p v-if="found.simulated" class="label">Simulated: made-up answers of the stand-in that ships</p>
      <p v-if="!found.notices.length">No notice for {{ found.frameNumber }}.</p>
      <p v-for="notice in found.notices" :key="notice.number">
        <b>{{ notice.title }}</b>, {{ notice.number }}, {{ date(notice.issued) }}. {{ notice.danger }}
        <b>{{ notice.done ? 'This one was seen to.' : 'Open on this one.' }}</b>
      </p>
    </div>
    <RefusalLine :refusal="act.refusal" />
  </div>
</template>

<style scoped>
.recall {
  display: grid;
  justify-items: start;
  gap: 0.4rem;
}
</style>
