import { useAct } from './useAct'
import { useNotice } from './useNotice'

/** One thing that the owner does where there is no place for a refusal: what the server says against it is told as a notice. */
export function useTold() {
  const act = useAct()
  const { say } = useNotice()

  /** @returns Whether it was done. A second tap while the first is under way does nothing, and says nothing. */
  async function attempt(what: (id: string) => Promise<unknown>) {
    if (act.busy) return false
    const done = await act.attempt(what)
    if (!done && act.refusal)
      say(act.refusal.of('text') ? `${act.refusal.message} ${act.refusal.of('text')}.` : act.refusal.message)
    return done
  }

  return { act, attempt }
}
