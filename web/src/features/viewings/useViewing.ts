import { ref, toRefs } from 'vue'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { sendToPoint } from '../photos/sendPhoto'
import { answer, api, type ViewingActRequest, type ViewingAnswer } from '@/api/client'
import { useAct } from '@/design/useAct'

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
  const moved = ref<Moved | null>(null)
  const taps = useAct({ inTurn: true })

  function tap(act: Act) {
    // Where it was tapped: by the time that its turn comes another viewing may be open.
    const tapped = viewing()
    return taps.attempt(
      async (id) => {
        const before = queries.getQueryData<ViewingAnswer>(['viewing', tapped])
        const after = await answer(
          api.POST('/api/viewings/{viewing}/acts', { params: { path: { viewing: tapped } }, body: { ...act, id } }),
        )
        moved.value = movedBy(before, after)
        queries.setQueryData(['viewing', tapped], after)
      },
      () => {
        void queries.invalidateQueries({ queryKey: ['viewings'] })
        void queries.invalidateQueries({ queryKey: ['next-looks'] })
      },
      JSON.stringify([tapped, act]),
    )
  }

  async function picture(point: string, photo: string, file: File) {
    queries.setQueryData(['viewing', viewing()], await sendToPoint(viewing(), point, photo, file))
  }

  const { refusal, busy } = toRefs(taps)
  return { tap, picture, refusal, moved, busy }
}

/** The unchecked points, the most telling for their minutes first. */
export const useNextLooks = (viewing: () => string) =>
  useQuery({
    queryKey: ['next-looks', viewing],
    queryFn: () => answer(api.GET('/api/viewings/{viewing}/next', { params: { path: { viewing: viewing() } } })),
  })
