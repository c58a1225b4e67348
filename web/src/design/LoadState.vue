<script setup lang="ts">
import { computed, onScopeDispose, ref, watch, type Ref } from 'vue'
import { Refusal } from '@/api/client'

/** What stands in a page's place while it is read, and when it could not be. */
const { query, what } = defineProps<{
  query: {
    data: Readonly<Ref<unknown>>
    error: Readonly<Ref<Error | null>>
    isFetching: Readonly<Ref<boolean>>
    refetch: () => unknown
  }
  /** As it is called in a sentence: "The shelf". */
  what: string
}>()

/** A quick answer is not announced by a flicker. */
const patience = 300
const slow = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  () => query.isFetching.value && query.data.value === undefined,
  (waiting) => {
    clearTimeout(timer)
    slow.value = false
    if (waiting) timer = setTimeout(() => (slow.value = true), patience)
  },
  { immediate: true },
)
onScopeDispose(() => clearTimeout(timer))

const why = computed(() => {
  const failed = query.error.value
  // Nothing was typed here that could be lost.
  return failed instanceof Refusal && failed.status === 0 ? 'The shed server does not answer.' : failed?.message
})
const gone = computed(() => query.error.value instanceof Refusal && query.error.value.status === 404)
</script>

<template>
  <div v-if="query.error.value" class="refusal failed" role="alert">
    <p v-if="gone">{{ query.error.value.message }} <RouterLink to="/">Back to the shed</RouterLink></p>
    <template v-else>
      <p>
        {{ query.data.value === undefined ? `${what} could not be read.` : 'What stands here is how it was last read.' }}
        {{ why }}
      </p>
      <button type="button" :disabled="query.isFetching.value" @click="query.refetch()">Try again</button>
    </template>
  </div>
  <div v-else-if="slow" class="coming" role="status">
    <p class="seen-only-by-readers">{{ what }} is being read.</p>
    <div v-for="row in 3" :key="row" class="cabinet" aria-hidden="true"><span /><span /><span /></div>
  </div>
</template>

<style scoped>
.failed {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.2rem;
  align-items: center;
}
.failed p {
  margin: 0;
}
.failed button {
  min-height: 44px;
  text-decoration: underline;
  font: 600 1rem/1 var(--head);
}
.coming {
  display: grid;
  gap: 1.25rem;
}
.coming .cabinet {
  display: grid;
  gap: 0.9rem;
  padding: 1.2rem;
}
/* Present, and no figure: the eye is to find where things will be, not to read. */
.coming span {
  height: 0.75rem;
  opacity: 0.55;
  background: var(--rule);
}
.coming span:nth-child(1) {
  width: 30%;
}
.coming span:nth-child(3) {
  width: 65%;
}
</style>
