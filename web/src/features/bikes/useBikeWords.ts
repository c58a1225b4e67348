import { computed, ref, watch } from 'vue'
import { answer, api, type ActRequest } from '@/api/client'
import { useAct } from '@/design/useAct'
import { useRefresh } from '../shed/useShed'
import { useWritten } from '../ledger/useWritten'

type Finding = NonNullable<ActRequest['finding']>

/** A fault, or a note, written down from the bike's page. */
export function useBikeWords(bike: () => string) {
  const { written } = useWritten()
  const refresh = useRefresh()
  const faulting = ref(false)
  const noting = ref(false)
  const act = useAct()
  watch([faulting, noting], () => act.renew())

  async function keep(call: (id: string) => ReturnType<typeof post>, words: string) {
    const done = await act.attempt(call, (entry) => written(words, entry))
    if (!done) await refresh()
    return done
  }

  const post = (id: string, finding: Finding) =>
    answer(
      api.POST('/api/bikes/{bike}/findings', {
        params: { path: { bike: bike() } },
        body: {
          id,
          date: today(),
          title: finding.title,
          severity: finding.severity,
          detail: finding.detail ?? null,
          costGuess: finding.costGuess ?? null,
          gate: finding.gate ?? null,
          under: finding.under ?? null,
        },
      }),
    )
  const keepFault = (finding: Finding) => keep((id) => post(id, finding), `Fault written down: ${finding.title}.`)
  const keepNote = (text: string) =>
    keep(
      (id) =>
        answer(
          api.POST('/api/bikes/{bike}/notes', {
            params: { path: { bike: bike() } },
            body: { id, date: today(), text },
          }),
        ),
      'Note written down.',
    )

  return { faulting, noting, refusal: computed(() => act.refusal), keepFault, keepNote }
}

/** Left to the server, whose today it is. */
const today = () => null
