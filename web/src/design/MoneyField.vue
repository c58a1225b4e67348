<script setup lang="ts" generic="T extends string | null | undefined">
import { useSettings } from '@/api/useSettings'

/** An amount of money, in the owner's currency, which stands beside it. It is read on the server, by the reader's own marks. */
const model = defineModel<T>({ required: true })
const { data: settings } = useSettings()
</script>

<template>
  <v-text-field v-model="model" inputmode="decimal" autocomplete="off" :suffix="settings?.currency" />
</template>
