<script setup lang="ts" generic="T">
import type { Refusal } from '@/api/client'

/** Somebody else changed the same meanwhile: both versions are there, and one is chosen. */
defineProps<{ other: T; refusal: Refusal | null }>()
defineEmits<{ take: [other: T]; keep: [other: T] }>()
</script>

<template>
  <div class="refusal choice" role="alert">
    <p>{{ refusal?.message }}</p>
    <v-btn class="plate small" variant="outlined" @click="$emit('take', other)">Take the newer version</v-btn>
    <v-btn class="plate small" variant="outlined" @click="$emit('keep', other)">Keep mine instead</v-btn>
  </div>
</template>

<style scoped>
.choice {
  display: flex;
  flex-wrap: wrap;
  gap: 0.75rem;
}
.choice p {
  flex-basis: 100%;
}
</style>
