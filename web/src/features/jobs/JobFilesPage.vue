<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api } from '@/api/client'
import { plainWords } from '@/design/format'
import LoadState from '@/design/LoadState.vue'

/** Every job there is, as its file: to be read, copied, changed, brought in and passed on. */
const router = useRouter()
const query = useQuery({ queryKey: ['job-files'], queryFn: () => answer(api.GET('/api/jobs')) })
const { data } = query
const wanted = ref('')
const shown = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (data.value ?? []).filter((job) =>
    words.every((word) => `${job.title} ${job.for} ${job.id}`.toLowerCase().includes(word)),
  )
})
const groups = computed(() =>
  [...new Set(shown.value.map((job) => job.group))].map((group) => ({
    group,
    jobs: shown.value.filter((job) => job.group === group),
  })),
)

async function bringIn(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  // The page that opens reads it from here: a file is looked at before it is kept.
  sessionStorage.setItem('job-brought-in', await file.text())
  await router.push('/jobs/new')
}
</script>

<template>
  <main class="page files">
    <header>
      <h1>Job files</h1>
      <p class="soft">
        A job is a text that you can read, copy, change and pass on. What ships stays as it is; a copy of yours under the same id
        stands in for it.
      </p>
    </header>
    <div class="acts">
      <v-text-field v-model="wanted" label="Find a job" clearable hide-details autocomplete="off" />
      <v-btn class="plate pen" to="/jobs/new">Write a new one</v-btn>
      <label class="bring">
        <input type="file" accept=".yaml,.yml,text/yaml,application/yaml" @change="bringIn" />
        Bring in a file
      </label>
    </div>
    <LoadState :query="query" what="The list of jobs" />
    <section v-for="one in groups" :key="one.group" class="cabinet" :aria-labelledby="`group-${one.group}`">
      <header>
        <h2 :id="`group-${one.group}`">{{ plainWords(one.group) }}</h2>
        <span class="label">steps</span>
      </header>
      <ul>
        <li v-for="job in one.jobs" :key="job.id">
          <RouterLink :to="`/jobs/${job.id}`">
            <span class="name">
              <b>{{ job.title }}</b>
              <small v-if="job.own">{{ job.standsIn ? 'yours, in place of the shipped one' : 'yours' }}</small>
              <small v-if="job.broken" class="broken">cannot be used: {{ job.broken }}</small>
              <span class="for">{{ job.for }}</span>
            </span>
            <span class="figure">{{ job.steps }}</span>
          </RouterLink>
        </li>
      </ul>
    </section>
    <p v-if="data && !shown.length" class="cabinet none">No job is called so. Clear the field, or write it yourself.</p>
  </main>
</template>

<style scoped>
.files {
  display: grid;
  gap: 1.1rem;
  max-width: 980px;
}
h1 {
  font-size: 2.5rem;
}
.acts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 0.8rem 1.2rem;
  align-items: center;
}
.bring {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
  font: 600 1.0625rem/1 var(--head);
  text-decoration: underline;
  text-underline-offset: 3px;
}
.bring:focus-within {
  outline: 3px solid var(--blueing);
  outline-offset: 2px;
}
.bring input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li a {
  display: flex;
  gap: 1rem;
  align-items: baseline;
  justify-content: space-between;
  padding: 0.55rem 1.1rem;
  border-bottom: 1px solid var(--rule);
  color: inherit;
  text-decoration: none;
}
li a:hover {
  background: var(--enamel);
}
.name {
  display: grid;
}
.name b {
  font: 700 1.125rem/1.25 var(--head);
}
.for {
  color: var(--soft);
}
small {
  font-size: 0.9375rem;
}
.broken {
  color: var(--oxide);
}
.none {
  padding: 1rem 1.1rem;
}
@media (max-width: 720px) {
  .acts {
    grid-template-columns: 1fr auto;
  }
  .acts > :first-child {
    grid-column: 1 / -1;
  }
}
</style>
