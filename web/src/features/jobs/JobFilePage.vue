<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api } from '@/api/client'
import { useAct } from '@/design/useAct'
import { useNotice } from '@/design/useNotice'
import LoadState from '@/design/LoadState.vue'
import { newJob } from './newJob'

/** One job file: read, changed and kept; or refused, with the line that is wrong marked. */
const props = defineProps<{ job: string }>()
const router = useRouter()
const queries = useQueryClient()
const { say } = useNotice()
const isNew = computed(() => props.job === 'new')
const query = useQuery({
  queryKey: ['job-file', () => props.job],
  queryFn: () => answer(api.GET('/api/jobs/{job}', { params: { path: { job: props.job } } })),
  enabled: () => !isNew.value,
  refetchOnWindowFocus: false,
})
const { data } = query

const text = ref('')
const area = ref<HTMLTextAreaElement | null>(null)
const act = useAct()
/** What the reading says against it, before anything is sent. */
const unread = ref('')
const refusal = computed(() => unread.value || (act.refusal?.of('text') ?? act.refusal?.message ?? ''))
const dirty = ref(false)
watch(
  [data, isNew],
  () => {
    if (dirty.value) return
    if (isNew.value) {
      text.value = sessionStorage.getItem('job-brought-in') ?? newJob
      sessionStorage.removeItem('job-brought-in')
    } else if (data.value) text.value = data.value.text
  },
  { immediate: true },
)
watch(text, () => {
  act.renew()
  unread.value = ''
})

/** The server reads along, so that what is wrong is said at its line while it is written. */
const settled = ref('')
let later: ReturnType<typeof setTimeout> | undefined
watch(
  text,
  (now) => {
    clearTimeout(later)
    later = setTimeout(() => (settled.value = now), 400)
  },
  { immediate: true },
)
const { data: check } = useQuery({
  queryKey: ['job-check', settled],
  queryFn: () => answer(api.POST('/api/jobs/check', { body: { text: settled.value } })),
  enabled: () => settled.value.length > 0,
  staleTime: Infinity,
})
const wrongLine = computed(() => (check.value?.reason ? (check.value.line ?? null) : null))
const lines = computed(() => text.value.split('\n').length)
const gutter = ref<HTMLElement | null>(null)
const follow = () => gutter.value && area.value && (gutter.value.scrollTop = area.value.scrollTop)

function goTo(line: number) {
  const field = area.value
  if (!field) return
  const start =
    text.value
      .split('\n')
      .slice(0, line - 1)
      .join('\n').length + (line > 1 ? 1 : 0)
  field.focus()
  field.setSelectionRange(start, start + (text.value.split('\n')[line - 1]?.length ?? 0))
  field.scrollTop = Math.max(0, (line - 6) * 21)
}

const keep = () =>
  act.attempt(
    async (id) => {
      unread.value = ''
      const checked = await answer(api.POST('/api/jobs/check', { body: { text: text.value } }))
      if (checked.reason) {
        settled.value = text.value
        unread.value = `Line ${checked.line}: ${checked.reason}`
        goTo(checked.line ?? 1)
        return null
      }
      const stands = checked.id === props.job && data.value?.own ? data.value.version : await versionOf(checked.id!)
      return await answer(
        api.PUT('/api/jobs/{job}', {
          params: { path: { job: checked.id! } },
          body: { id, text: text.value },
          headers: { 'If-Match': `"${stands}"` },
        }),
      )
    },
    async (kept) => {
      if (!kept) return
      dirty.value = false
      await queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'run' })
      queries.setQueryData(['job-file', kept.id], kept)
      say(
        kept.ships
          ? 'Kept. It stands in for the shipped job of that id from now on.'
          : 'Kept. It is offered on every bike that it fits.',
      )
      if (kept.id !== props.job) await router.push(`/jobs/${kept.id}`)
    },
  )

async function versionOf(job: string) {
  const all = await answer(api.GET('/api/jobs'))
  return all.find((one) => one.id === job && one.own)?.version ?? 0
}

const remove = () =>
  act.attempt(
    (id) =>
      answer(
        api.POST('/api/jobs/{job}/removed', {
          params: { path: { job: props.job } },
          body: { id },
          headers: { 'If-Match': `"${data.value!.version}"` },
        }),
      ),
    async () => {
      dirty.value = false
      // It stays in the field: keeping it again puts it back.
      await queries.invalidateQueries({ queryKey: ['job-files'] })
      say(data.value!.ships ? 'Yours is taken away; the shipped one stands again.' : 'Taken away. Keep it again to have it back.')
      if (data.value!.ships) await queries.invalidateQueries({ queryKey: ['job-file'] })
      else await router.push('/jobs')
    },
  )
</script>

<template>
  <main class="page file">
    <p class="label"><RouterLink to="/jobs">Job files</RouterLink></p>
    <h1>{{ isNew ? 'A new job' : (check?.title ?? job) }}</h1>
    <LoadState :query="query" what="The job" />
    <p v-if="!isNew && data && !data.own" class="soft">
      This one ships. Change it here and keep it: yours then stands in for it, or give it an id of its own.
    </p>
    <div v-if="isNew || data" class="cabinet">
      <div class="sheet-of-text">
        <div ref="gutter" class="gutter" aria-hidden="true">
          <span v-for="line in lines" :key="line" :class="{ wrong: line === wrongLine }">{{ line }}</span>
        </div>
        <textarea
          ref="area"
          v-model="text"
          aria-label="The job, as YAML"
          :aria-invalid="Boolean(check?.reason)"
          aria-describedby="job-check"
          spellcheck="false"
          autocapitalize="off"
          wrap="off"
          @scroll="follow"
          @input="dirty = true"
        />
      </div>
      <p id="job-check" class="check" role="status">
        <template v-if="check?.reason">
          <button type="button" class="line" @click="goTo(check.line ?? 1)">Line {{ check.line }}</button> {{ check.reason }}
        </template>
        <template v-else-if="check">Can be used: {{ check.steps }} steps.</template>
        <template v-else>Reading it…</template>
      </p>
      <p v-if="refusal" class="refusal" role="alert">{{ refusal }}</p>
      <footer>
        <v-btn class="plate pen" @click="keep">Keep it</v-btn>
        <a v-if="!isNew" class="plate-link" :href="`/api/jobs/${job}/file`" download>Take it out as a file</a>
        <v-btn v-if="data?.own" class="plate" variant="text" @click="remove">
          {{ data.ships ? 'Back to the shipped one' : 'Take it away' }}
        </v-btn>
      </footer>
    </div>
  </main>
</template>

<style scoped>
.file {
  display: grid;
  gap: 0.9rem;
  max-width: 1100px;
}
h1 {
  font-size: 2.25rem;
}
.sheet-of-text {
  display: grid;
  grid-template-columns: 3.4rem minmax(0, 1fr);
  height: min(64vh, 680px);
  border-bottom: 1px solid var(--rule);
  font: 400 0.9375rem/21px var(--mono);
}
.gutter {
  overflow: hidden;
  padding: 10px 0.5rem 10px 0;
  border-right: 2px solid var(--margin-line);
  text-align: right;
  color: var(--soft);
}
.gutter span {
  display: block;
}
.gutter .wrong {
  background: var(--oxide);
  color: var(--card);
}
textarea {
  padding: 10px 0.8rem;
  border: 0;
  background: transparent;
  color: inherit;
  font: inherit;
  resize: none;
  white-space: pre;
}
.check {
  min-height: 2.6rem;
  padding: 0.6rem 1.1rem;
}
.line {
  font: 700 1rem/1 var(--head);
  color: var(--oxide);
  text-decoration: underline;
}
footer {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem;
  align-items: center;
  padding: 0.4rem 1.1rem 1rem;
}
.plate-link {
  font: 600 1.0625rem/1 var(--head);
}
.refusal {
  margin: 0 1.1rem;
}
</style>
