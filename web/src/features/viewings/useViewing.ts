import { ref } from 'vue'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { sendToPoint } from '../photos/sendPhoto'
import { answer, api, newId, Refusal, type ViewingActRequest, type ViewingAnswer } from '@/api/client'

export const useViewing = (viewing: () => string | undefined) =>
  useQuery({
    queryKey: ['viewing', viewing],
    enabled: () => viewing() !== undefined,
    queryFn: () => answer(api.GET('/api/viewings/{viewing}', { params: { path: { viewing: viewing()! } } })),
  })

/** What a tap moved, for saying so at once. */
export interface Moved {
  trust: [number, number]
  walkAway: [number, number] | null
  against: string[]
  borne: string[]
}

function movedBy(before: ViewingAnswer | undefined, after: ViewingAnswer): Moved | null {
  if (!before) return null
  const turned = (state: string) =>
    after.claims
      .filter((claim) => claim.state === state && before.claims.find((was) => was.id === claim.id)?.state !== state)
      .map((claim) => claim.heard ?? claim.words)
  return {
    trust: [before.trust.share, after.trust.share],
    walkAway: before.offers && after.offers ? [before.offers.walkAway, after.offers.walkAway] : null,
    against: turned('contradicted'),
    borne: turned('confirmed'),
  }
}

type Act = Omit<ViewingActRequest, 'id'>

/** Taps, each kept before it is shown as done. A tap that fails stays with the person who made it. */
export function useTaps(viewing: () => string) {
  const queries = useQueryClient()
  const refusal = ref<Refusal | null>(null)
  const moved = ref<Moved | null>(null)
  const busy = ref(false)
  // The same tap tried again is the same tap: its id changes only once it has been acknowledged or refused for good.
  let pending: { key: string; id: string } | null = null

  async function tap(act: Act): Promise<boolean> {
    const key = JSON.stringify([viewing(), act])
    if (pending?.key !== key) pending = { key, id: newId() }
    busy.value = true
    refusal.value = null
    try {
      const before = queries.getQueryData<ViewingAnswer>(['viewing', viewing()])
      const after = await answer(
        api.POST('/api/viewings/{viewing}/acts', {
          params: { path: { viewing: viewing() } },
          body: { ...act, id: pending.id },
        }),
      )
      pending = null
      moved.value = movedBy(before, after)
      queries.setQueryData(['viewing', viewing()], after)
      void queries.invalidateQueries({ queryKey: ['viewings'] })
      void queries.invalidateQueries({ queryKey: ['next-looks'] })
      return true
    } catch (failed) {
      refusal.value = Refusal.from(failed)
      if (refusal.value.status) pending = null
      return false
    } finally {
      busy.value = false
    }
  }

  async function picture(point: string, photo: string, file: File) {
    queries.setQueryData(['viewing', viewing()], await sendToPoint(viewing(), point, photo, file))
  }

  return { tap, picture, refusal, moved, busy }
}

/** The unchecked points, the most telling for their minutes first. */
export const useNextLooks = (viewing: () => string) =>
  useQuery({
    queryKey: ['next-looks', viewing],
    queryFn: () => answer(api.GET('/api/viewings/{viewing}/next', { params: { path: { viewing: viewing() } } })),
  })
