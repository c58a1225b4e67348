<script setup lang="ts">
import { useBike } from '../bikes/useBike'
import FigureCard from './FigureCard.vue'

const props = defineProps<{ bike: string }>()
const { data } = useBike(() => props.bike)
</script>

<template>
  <main class="page">
    <header class="top">
      <div>
        <p class="label">Figure card</p>
        <h1>
          <RouterLink :to="`/bikes/${bike}`">{{ data?.nickname }}</RouterLink>
        </h1>
      </div>
      <p class="soft">The maker's manual wins. What is not entered is not guessed.</p>
    </header>
    <FigureCard :bike="bike" />
  </main>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  justify-content: space-between;
  gap: 0.4rem 2rem;
  margin-bottom: 1rem;
}
h1 {
  font-size: 2.5rem;
}
h1 a {
  text-decoration: none;
}
</style>
