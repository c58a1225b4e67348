<script setup lang="ts" generic="T extends string | null | undefined">
import { computed } from 'vue'

/**
 * A quantity with the unit that a bare number is taken in beside it. Who types another unit behind the number sees that the one beside it
 * no longer holds.
 */
const model = defineModel<T>({ required: true })
const props = defineProps<{ unit?: string | null }>()
/** "20 km" has a unit of its own; "at least 4.5" and "0.8 to 0.9" have not. */
const ownUnit = /\d\s*[a-z"°%][^\d]*$/i
const beside = computed(() => (ownUnit.test(model.value ?? '') ? undefined : (props.unit ?? undefined)))
</script>

<template>
  <v-text-field v-model="model" autocomplete="off" :suffix="beside" />
</template>
