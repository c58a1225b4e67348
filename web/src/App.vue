<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useLight } from './design/useLight'
import { useNotice } from './design/useNotice'
import TopStrip from './features/shed/TopStrip.vue'

useLight()
const route = useRoute()
const onBench = computed(() => Boolean(route.meta.bench))
const { notice, say } = useNotice()

async function undo() {
  const way = notice.value?.undo
  notice.value = null
  try {
    await way?.()
  } catch (failed) {
    say(failed instanceof Error ? failed.message : 'That could not be undone.')
  }
}
</script>

<template>
  <v-app>
    <TopStrip v-if="!onBench" />
    <RouterView v-slot="{ Component }">
      <component :is="Component" :key="route.path" />
    </RouterView>
    <v-snackbar :model-value="notice !== null" role="status" @update:model-value="notice = null">
      {{ notice?.words }}
      <template v-if="notice?.undo" #actions>
        <v-btn class="plate pen small" @click="undo">Undo</v-btn>
      </template>
    </v-snackbar>
  </v-app>
</template>
