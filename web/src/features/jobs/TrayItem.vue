<script setup lang="ts">
import { reactive, ref } from 'vue'
import type { ActRequest, Refusal, RunAnswer } from '@/api/client'
import { vFirst } from '@/design/vFirst'
import PhotoButton from '../photos/PhotoButton.vue'
import PhotoStrip from '../photos/PhotoStrip.vue'
import { sendToBook } from '../photos/sendPhoto'

/** One thing on the tray: how it sat, its size, a picture of it, for when it goes back on. */
const props = defineProps<{
  item: RunAnswer['tray'][number]
  run: RunAnswer
  act: (tap: Omit<ActRequest, 'id'>) => Promise<boolean>
  refusal: Refusal | null
}>()
const open = ref(false)
const form = reactive({ where: '', size: '', marks: '', photo: null as string | null })

function begin() {
  const { where, size, marks, photo } = props.item
  Object.assign(form, { where: where ?? '', size: size ?? '', marks: marks ?? '', photo: photo ?? null })
  open.value = true
}

async function picture(photo: string, file: File) {
  await sendToBook(props.run.bike, photo, `${props.run.title}: ${props.item.part}`, file)
  form.photo = photo
}

async function keep() {
  const tray = {
    part: props.item.part,
    count: props.item.count,
    where: form.where || null,
    size: form.size || null,
    marks: form.marks || null,
    photo: form.photo,
  }
  if (await props.act({ act: 'tray-marked', item: props.item.item, tray })) open.value = false
}
</script>

<template>
  <li>
    <span class="line">
      <b>{{ item.part }}</b>
      <button v-if="!open" type="button" :aria-label="`Mark it: ${item.part}`" @click="begin">Mark it</button>
    </span>
    <span class="soft">{{ [item.count > 1 ? item.count : '', item.size, item.where].filter(Boolean).join(', ') }}</span>
    <span v-if="item.marks">{{ item.marks }}</span>
    <PhotoStrip v-if="item.photo && !open" :photos="[item.photo]" :about="item.part" />
    <form v-if="open" @submit.prevent="keep">
      <v-text-field
        v-model="form.marks"
        v-first
        label="How it sat: order, marks, which way"
        maxlength="200"
        :error-messages="refusal?.of('tray.marks')"
      />
      <v-text-field v-model="form.size" label="Size" maxlength="40" :error-messages="refusal?.of('tray.size')" />
      <v-text-field v-model="form.where" label="Where from" maxlength="80" :error-messages="refusal?.of('tray.where')" />
      <p v-if="form.photo" class="soft">The picture is in the book.</p>
      <PhotoButton :send="picture" :label="form.photo ? 'Another picture' : 'Picture of it'" />
      <span class="acts">
        <v-btn class="plate small" type="submit">Keep it</v-btn>
        <button type="button" @click="open = false">Leave it</button>
      </span>
    </form>
    <button v-else-if="item.byHand" type="button" class="back" @click="act({ act: 'tray-taken', item: item.item })">
      Back on
    </button>
  </li>
</template>

<style scoped>
li {
  display: grid;
  padding: 0.45rem 1rem;
  border-bottom: 1px solid var(--rule);
}
b {
  font: 700 1.125rem/1.2 var(--head);
}
.line {
  display: flex;
  justify-content: space-between;
  gap: 0.8rem;
  align-items: baseline;
}
.line button {
  flex: none;
}
.back {
  justify-self: start;
}
form {
  display: grid;
  gap: 0.6rem;
  padding: 0.6rem 0;
}
.acts {
  display: flex;
  gap: 1.2rem;
}
button:not(.plate) {
  min-height: 32px;
  font: 600 1rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
