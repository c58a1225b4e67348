import { ref, watch } from 'vue'
import { answer, api, newId, Refusal, type ActRequest } from '@/api/client'
import { useRefresh } from '../shed/useShed'
import { useWritten } from '../ledger/useWritten'

type Finding = NonNullable<ActRequest['finding']>

/** A fault, or a note, written down from the bike's page. */
export function useBikeWords(bike: () => string) {
  const { written } = useWritten()
  const refresh = useRefresh()
  const faulting = ref(false)
  const noting = ref(false)
  const refusal = ref<Refusal | null>(null)
  // The same request is sent again until it is acknowledged: it may have been written.
  const id = ref(newId())
  watch([faulting, noting], () => {
    id.value = newId()
    refusal.value = null
  })

  async function keep(call: () => ReturnType<typeof post>, words: string) {
    try {
      const entry = await call()
      await written(words, entry)
      return true
    } catch (failed) {
      refusal.value = Refusal.from(failed)
      if (refusal.value.status !== 0) id.value = newId()
      await refresh()
      return false
    }
  }

  const post = (finding: Finding) =>
    answer(
      api.POST('/api/bikes/{bike}/findings', {
        params: { path: { bike: bike() } },
        body: {
          id: id.value,
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
  const keepFault = (finding: Finding) => keep(() => post(finding), `Fault written down: ${finding.title}.`)
  const keepNote = (text: string) =>
    keep(
      () =>
        answer(
          api.POST('/api/bikes/{bike}/notes', {
            params: { path: { bike: bike() } },
            body: { id: id.value, date: today(), text },
          }),
        ),
      'Note written down.',
    )

  return { faulting, noting, refusal, keepFault, keepNote }
}

/** Left to the server, whose today it is. */
const today = () => null
