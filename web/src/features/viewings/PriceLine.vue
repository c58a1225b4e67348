<script setup lang="ts">
import { ref, watch } from 'vue'
import type { PointAnswer } from '@/api/client'
import PriceForm from './PriceForm.vue'
import { roundMoney } from '@/design/format'

/** What putting this point right takes: a house value until the owner says better. */
const props = defineProps<{ point: PointAnswer; currency: string }>()
const open = ref(false)
watch(
  () => props.point.id,
  () => (open.value = false),
)
</script>

<template>
  <div v-if="point.cost && point.parts && point.hours" class="price">
    <p class="soft">
      To put right {{ roundMoney(point.cost.low, currency) }} to {{ roundMoney(point.cost.high, currency) }}, likely
      {{ roundMoney(point.cost.likely, currency) }}: {{ point.ownPrice ? 'your own price' : 'a house value' }}.
      <button type="button" :aria-expanded="open" @click="open = !open">{{ open ? 'Leave it' : 'Change it' }}</button>
    </p>
    <PriceForm
      v-if="open"
      :point="point.id"
      :parts="point.parts"
      :hours="point.hours"
      :own="point.ownPrice"
      @done="open = false"
    />
  </div>
</template>

<style scoped>
.price button {
  text-decoration: underline;
}
</style>
