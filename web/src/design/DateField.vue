<script setup lang="ts" generic="T extends string | null | undefined">
/** A day. Every day of every form is asked for by it. */
const model = defineModel<T>({ required: true })
</script>

<template>
  <v-text-field v-model="model" type="date" autocomplete="off" />
</template>
