<script setup lang="ts">
import { Refusal } from '@/api/client'
import { type Notice, useNotice } from './useNotice'

const { notices, say, drop } = useNotice()

async function act(notice: Notice) {
  drop(notice.id)
  try {
    await notice.act!.go()
  } catch (failed) {
    say(Refusal.from(failed).message)
  }
}
</script>

<template>
  <div class="notices" role="status">
    <p v-for="notice in notices" :key="notice.id">
      <span>{{ notice.words }}</span>
      <button v-if="notice.act" type="button" @click="act(notice)">{{ notice.act.name }}</button>
      <button v-if="notice.stays" type="button" class="away" aria-label="Wave it off" @click="drop(notice.id)">×</button>
    </p>
  </div>
</template>

<style scoped>
.notices {
  position: fixed;
  z-index: 3000;
  bottom: 1rem;
  left: 50%;
  display: grid;
  gap: 0.4rem;
  width: min(34rem, calc(100vw - 2rem));
  transform: translateX(-50%);
  pointer-events: none;
}
p {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 1rem;
  min-height: 48px;
  padding: 0.4rem 1rem;
  background: #16201c;
  color: #f3f8f5;
  pointer-events: auto;
}
button {
  min-height: 44px;
  padding-inline: 0.6rem;
  color: #f0bf00;
  font: 700 1.0625rem/1 var(--head);
  text-decoration: underline;
  white-space: nowrap;
}
span {
  flex: 1;
}
.away {
  min-width: 44px;
  margin-inline: -0.6rem;
  color: inherit;
  font-size: 1.5rem;
  text-decoration: none;
}
@media (max-width: 1020px) {
  .notices {
    bottom: 104px;
  }
}
/* The bench's answers lie at the foot: nothing may lie over them. */
.notices.on-bench {
  top: 4.5rem;
  bottom: auto;
}
/* Nor over the buttons of a sheet, which are at its foot. */
:root:has(.v-dialog.v-overlay--active) .notices {
  top: 0.5rem;
  bottom: auto;
}
@media print {
  .notices {
    display: none;
  }
}
</style>
