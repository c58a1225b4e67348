import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, nextTick, ref } from 'vue'
import { answer, api, newId, Refusal, type ActRequest, type RunAnswer } from '@/api/client'

type Tap = Omit<ActRequest, 'id'>

/**
 * One run on this screen. Each tap is stored at once; one that did not reach the server keeps its id and its words until it does,
 * so that tapping again changes nothing twice. What another device did shows within seconds.
 */
export function useBench(run: () => string) {
  const queries = useQueryClient()
  const key = ['run', run]
  const query = useQuery({
    queryKey: key,
    queryFn: () => answer(api.GET('/api/runs/{run}', { params: { path: { run: run() } } })),
    refetchInterval: 10_000,
  })
  const { data } = query
  const refusal = ref<Refusal | null>(null)
  const busy = ref(false)
  const pending = ref<{ id: string; tap: string } | null>(null)

  async function write(call: (version: string) => Promise<RunAnswer>) {
    if (!data.value || busy.value) return false
    busy.value = true
    refusal.value = null
    try {
      const answered = await call(`"${data.value.version}"`)
      queries.setQueryData(['run', run()], answered)
      pending.value = null
      // The other pages show what this run did, too.
      void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'run' })
      return true
    } catch (failed) {
      const why = Refusal.from(failed)
      if (why.status === 412) queries.setQueryData(['run', run()], why.current)
      if (why.status !== 0) pending.value = null
      // Said after the page has moved to the step that stands now: moving on wipes what was said about the step before.
      await nextTick()
      refusal.value = why
      return false
    } finally {
      busy.value = false
    }
  }

  function act(tap: Tap) {
    const asked = JSON.stringify(tap)
    const id = pending.value?.tap === asked ? pending.value.id : newId()
    pending.value = { id, tap: asked }
    return write((version) =>
      answer(
        api.POST('/api/runs/{run}/acts', {
          params: { path: { run: run() } },
          body: { id, ...tap },
          headers: { 'If-Match': version },
        }),
      ),
    )
  }

  return {
    run: data,
    query,
    refusal,
    busy,
    act,
    write,
    current: computed(() => data.value?.steps.find((step) => step.id === data.value?.current)),
  }
}
