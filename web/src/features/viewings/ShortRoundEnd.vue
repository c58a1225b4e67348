<script setup lang="ts">
import { computed } from 'vue'
import type { ViewingAnswer } from '@/api/client'
import { roundMoney } from '@/design/format'

/** Where the short round leaves one: how far the price may still move, and whether the rest is worth its minutes. */
const props = defineProps<{
  rest: NonNullable<ViewingAnswer['rest']>
  walkAway: number
  asking: number | null
  currency: string
}>()

const money = (amount: number) => roundMoney(amount, props.currency)
const says = computed(() => {
  const asked = money(props.asking ?? 0)
  switch (props.rest.says) {
    case 'asked-holds':
      return `Even if the rest turns out dear, ${asked} would still be a price to pay: it hardly hangs on what is left.`
    case 'asked-too-much':
      return `Even if the rest turns out sound, ${asked} is too much: it hardly hangs on what is left.`
    case 'hangs':
      return `Whether ${asked} is a price to pay hangs on what is left.`
    default:
      return ''
  }
})
</script>

<template>
  <section class="end" aria-label="The short round is done">
    <p class="label">The short round is done</p>
    <p>
      Walk away above <b>{{ money(walkAway) }}</b>, as it stands. The full round would most likely end between
      <b>{{ money(rest.low) }}</b> and <b>{{ money(rest.high) }}</b>. {{ says }}
    </p>
  </section>
</template>

<style scoped>
.end {
  display: grid;
  gap: 0.5rem;
  justify-items: start;
  padding: 0.75rem 0;
  margin-bottom: 0.75rem;
  border-top: 2px solid currentcolor;
  border-bottom: 1px solid currentcolor;
}
.end p {
  margin: 0;
}
</style>
