import type { Refusal } from '@/api/client'
import { useAct } from './useAct'
import { useNotice } from './useNotice'

/** One thing that the owner does where there is no place for a refusal: what the server says against it is told as a notice. */
export function useTold(words: (refusal: Refusal) => string = (refusal) => refusal.message) {
  const act = useAct()
  const { say } = useNotice()

  /** As an act's; a second tap while the first is under way says nothing. */
  async function attempt<A>(what: (id: string) => Promise<A>, then?: (answer: A) => unknown) {
    if (act.busy) return false
    const done = await act.attempt(what, then)
    if (!done && act.refusal) say(words(act.refusal))
    return done
  }

  return { act, attempt }
}
