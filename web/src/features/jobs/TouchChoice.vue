<script setup lang="ts" generic="T extends string">
/** One of a few answers, each a target for a gloved knuckle. */
const model = defineModel<T | null>({ required: true })
defineProps<{
  label: string
  options: { value: T; title: string; note?: string }[]
  /** Why one of them is chosen already. */
  because?: string | null
  error?: string
}>()
const name = `choice-${Math.random().toString(36).slice(2)}`
</script>

<template>
  <fieldset>
    <legend class="label">{{ label }}</legend>
    <p v-if="because" class="because">{{ because }}</p>
    <div class="options" :class="{ noted: options.some((option) => option.note && option.note.length > 40) }">
      <label v-for="option in options" :key="option.value" :class="{ chosen: option.value === model }">
        <input v-model="model" type="radio" :name="name" :value="option.value" />
        <b>{{ option.title }}</b>
        <span v-if="option.note">{{ option.note }}</span>
      </label>
    </div>
    <p v-if="error" class="refusal said" role="alert">{{ error }}</p>
  </fieldset>
</template>

<style scoped>
fieldset {
  margin: 0;
  padding: 0;
  border: 0;
}
.options {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  margin-top: 0.25rem;
}
.because {
  margin: 0.1rem 0 0.4rem;
  font-size: 1.125rem;
}
.noted {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(250px, 1fr));
}
.noted label {
  max-width: none;
}
/* The input covers its own label and nothing else: what is tapped there is this answer. */
label {
  position: relative;
  display: grid;
  cursor: pointer;
  flex: 1 1 auto;
  align-content: center;
  min-width: 92px;
  min-height: 52px;
  max-width: 340px;
  padding: 0.3rem 0.9rem;
  border: 2px solid var(--rule);
  cursor: pointer;
}
label b {
  font: 700 1.1875rem/1.15 var(--head);
}
label span {
  font-size: 0.9375rem;
  color: var(--soft);
}
input {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  margin: 0;
  opacity: 0;
  /* The label takes the tap and hands it on. */
  pointer-events: none;
}
.chosen {
  border-color: var(--ink);
  background: var(--ink);
  color: var(--card);
}
.chosen span {
  color: var(--rule);
}
label:has(:focus-visible) {
  outline: 3px solid var(--blueing);
  outline-offset: 2px;
}
.refusal {
  margin-top: 0.4rem;
}
</style>
