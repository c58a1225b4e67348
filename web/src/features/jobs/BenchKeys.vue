<script setup lang="ts">
import { computed } from 'vue'
import SheetFrame from '@/design/SheetFrame.vue'

const props = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const shown = computed({ get: () => props.open, set: (now) => !now && emit('close') })
const keys = [
  ['Enter', 'done'],
  ['X', 'not right: opens a finding'],
  ['S', 'skip, with a reason'],
  ['T', 'start or stop the timer'],
  ['F', 'found something'],
  ['N', 'note'],
  ['C', 'figure card'],
  ['← →', 'look back and ahead'],
  ['Esc', 'back to the step that is next'],
  ['?', 'this list'],
]
</script>

<template>
  <SheetFrame v-model="shown" :width="420" title="Keys">
    <dl>
      <div v-for="[key, what] in keys" :key="key">
        <dt class="figure">{{ key }}</dt>
        <dd>{{ what }}</dd>
      </div>
    </dl>
    <template #acts><v-btn class="plate" autofocus @click="$emit('close')">Back</v-btn></template>
  </SheetFrame>
</template>

<style scoped>
dl {
  margin: 0;
}
dl div {
  display: flex;
  padding: 0.2rem 0;
  gap: 1rem;
}
dt {
  width: 5rem;
}
dd {
  margin: 0;
}
</style>
