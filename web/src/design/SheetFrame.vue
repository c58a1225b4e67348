<script lang="ts">
/** Where the owner stood when a sheet was opened; one sheet that follows another gives the focus back to where the first came from. */
let opener: HTMLElement | null = null
</script>

<script setup lang="ts">
import { nextTick, useId, watch } from 'vue'
import { focusHeading } from './focusHeading'

/** A sheet over the page: its title, what is in it, its acts at the foot. Closed, it gives the focus back to what opened it. */
const open = defineModel<boolean>({ required: true })
defineProps<{ title: string; width?: number | string; form?: boolean }>()
defineEmits<{ submit: [] }>()
const titleId = useId()

watch(
  open,
  async (opened, before) => {
    if (!opened && before === undefined) return
    if (opened) {
      const here = document.activeElement as HTMLElement | null
      if (!here?.closest('.v-overlay')) opener = here === document.body ? null : here
      return
    }
    await nextTick()
    const here = document.activeElement
    if (here && here !== document.body && !here.closest('.v-overlay')) return
    if (opener?.isConnected) opener.focus()
    else focusHeading()
  },
  { flush: 'sync', immediate: true },
)
</script>

<template>
  <v-dialog v-model="open" :max-width="width" :aria-labelledby="titleId">
    <component :is="form ? 'form' : 'div'" class="sheet" @submit.prevent="$emit('submit')">
      <header>
        <h2 :id="titleId">{{ title }}</h2>
      </header>
      <div class="inside"><slot /></div>
      <footer><slot name="acts" /></footer>
    </component>
  </v-dialog>
</template>
