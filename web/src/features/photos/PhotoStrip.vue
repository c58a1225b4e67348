<script setup lang="ts">
import { ref } from 'vue'
import SheetFrame from '@/design/SheetFrame.vue'

/** Pictures as large as a stamp; one opens as it is. */
defineProps<{ photos: readonly string[]; about: string; droppable?: boolean }>()
const emit = defineEmits<{ drop: [photo: string] }>()
const shown = ref<string | null>(null)
const open = ref(false)

function show(photo: string) {
  shown.value = photo
  open.value = true
}
function drop() {
  open.value = false
  if (shown.value) emit('drop', shown.value)
}
</script>

<template>
  <ul v-if="photos.length" class="photos">
    <li v-for="(photo, at) in photos" :key="photo">
      <button type="button" :aria-label="`Photo ${at + 1} of ${photos.length}: ${about}`" @click="show(photo)">
        <img :src="`/api/photos/${photo}/small`" alt="" loading="lazy" />
      </button>
    </li>
  </ul>
  <SheetFrame v-model="open" :width="1100" :title="about">
    <img v-if="shown" class="whole" :src="`/api/photos/${shown}`" :alt="about" />
    <template #acts>
      <v-btn v-if="droppable" class="plate" variant="text" @click="drop">Take it off</v-btn>
      <v-btn class="plate" @click="open = false">Back</v-btn>
    </template>
  </SheetFrame>
</template>

<style scoped>
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  margin: 0;
  padding: 0;
  list-style: none;
}
.photos button {
  display: block;
  border: 1px solid var(--ink);
  line-height: 0;
}
.photos img {
  width: 76px;
  height: 76px;
  object-fit: cover;
}
.whole {
  display: block;
  max-width: 100%;
  max-height: 68dvh;
  margin: 0 auto;
  object-fit: contain;
}
</style>
