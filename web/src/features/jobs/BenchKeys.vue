<script setup lang="ts">
defineProps<{ open: boolean }>()
defineEmits<{ close: [] }>()
const keys = [
  ['Enter', 'done'],
  ['X', 'not right: opens a finding'],
  ['S', 'skip, with a reason'],
  ['T', 'start or stop the timer'],
  ['F', 'found something'],
  ['N', 'note'],
  ['← →', 'look back and ahead'],
  ['Esc', 'back to the step that is next'],
  ['?', 'this list'],
]
</script>

<template>
  <v-dialog :model-value="open" max-width="420" aria-label="Keys" @update:model-value="$emit('close')">
    <div class="sheet">
      <header><h2>Keys</h2></header>
      <dl class="inside">
        <div v-for="[key, what] in keys" :key="key">
          <dt class="figure">{{ key }}</dt>
          <dd>{{ what }}</dd>
        </div>
      </dl>
      <footer><v-btn class="plate" autofocus @click="$emit('close')">Back</v-btn></footer>
    </div>
  </v-dialog>
</template>

<style scoped>
dl {
  margin: 0;
}
dl div {
  display: flex;
  gap: 1rem;
}
dt {
  width: 5rem;
}
dd {
  margin: 0;
}
</style>
