<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { useFocusOnPage } from './design/useFocusOnPage'
import { useLight } from './design/useLight'
import NoticeStack from './design/NoticeStack.vue'
import StoreBanner from './features/copies/StoreBanner.vue'
import TopStrip from './features/shed/TopStrip.vue'

useLight()
useFocusOnPage()
const route = useRoute()
const onBench = computed(() => Boolean(route.meta.bench))
</script>

<template>
  <v-app>
    <TopStrip v-if="!onBench" />
    <StoreBanner />
    <RouterView v-slot="{ Component }">
      <component :is="Component" :key="route.path" />
    </RouterView>
    <NoticeStack :class="{ 'on-bench': onBench }" />
  </v-app>
</template>
