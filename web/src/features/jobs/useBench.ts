import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, nextTick, toRefs } from 'vue'
import { answer, api, type ActRequest, type RunAnswer } from '@/api/client'
import { useAct } from '@/design/useAct'

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
  const act = useAct()

  /**
   * @param call Is given the id to write under, and the version that this screen shows.
   * @param what All that is said by it: said again while no answer has come, it is the same write.
   */
  async function write(call: (id: string, version: string) => Promise<RunAnswer>, what: string) {
    if (!data.value || act.busy) return false
    const done = await act.attempt(
      (id) => call(id, `"${data.value!.version}"`),
      (answered) => {
        queries.setQueryData(['run', run()], answered)
        // The other pages show what this run did, too.
        void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'run' })
      },
      what,
    )
    const why = act.refusal
    if (!done && why?.status === 412) {
      queries.setQueryData(['run', run()], why.current)
      // Said after the page has moved to the step that stands now: moving on wipes what was said about the step before.
      await nextTick()
      act.refusal = why
    }
    return done
  }

  const tap = (tapped: Tap) =>
    write(
      (id, version) =>
        answer(
          api.POST('/api/runs/{run}/acts', {
            params: { path: { run: run() } },
            body: { id, ...tapped },
            headers: { 'If-Match': version },
          }),
        ),
      JSON.stringify(tapped),
    )

  const { refusal, busy } = toRefs(act)
  return {
    run: data,
    query,
    refusal,
    busy,
    act: tap,
    write,
    current: computed(() => data.value?.steps.find((step) => step.id === data.value?.current)),
  }
}
