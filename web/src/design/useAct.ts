import { reactive, ref } from 'vue'
import { newId, Refusal } from '@/api/client'

/**
 * One thing that the owner does: not twice at once, and what the server says against it is kept to be shown.
 *
 * @param inTurn Taps that come faster than they are answered wait for the one before, and none is lost. Else a second tap while the first
 * is under way does nothing.
 */
export function useAct({ inTurn = false } = {}) {
  const refusal = ref<Refusal | null>(null)
  const busy = ref(false)
  let id = newId()
  let about = ''
  let last: Promise<unknown> = Promise.resolve()

  /**
   * @param act Is given the id to write under: the same until the server has answered, because what went unanswered may have been written.
   * @param then What follows once it was acknowledged: the next act may begin already, while the page is brought up to date.
   * @param what All that is said by it, where one place does several things: said otherwise it is another act, under an id of its own.
   * @returns Whether it was done.
   */
  function attempt<A>(act: (id: string) => Promise<A>, then?: (answer: A) => unknown, what = '') {
    if (busy.value && !inTurn) return Promise.resolve(false)
    const mine = inTurn ? last.then(() => once(act, then, what)) : once(act, then, what)
    last = mine.catch(() => {})
    return mine
  }

  async function once<A>(act: (id: string) => Promise<A>, then: ((answer: A) => unknown) | undefined, what: string) {
    busy.value = true
    if (what !== about) id = newId()
    about = what
    let answer: A
    try {
      answer = await act(id)
      refusal.value = null
      id = newId()
    } catch (failed) {
      refusal.value = Refusal.from(failed)
      if (refusal.value.status !== 0) id = newId()
      return false
    } finally {
      busy.value = false
    }
    await then?.(answer)
    return true
  }

  /** Another thing is about to be done: what was said against the one before is gone, and it is written under an id of its own. */
  function renew() {
    id = newId()
    refusal.value = null
  }

  return reactive({ refusal, busy, attempt, renew })
}

export type Act = ReturnType<typeof useAct>
