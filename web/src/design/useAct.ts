import { reactive, ref } from 'vue'
import { newId, Refusal } from '@/api/client'

/** One thing that the owner does: not twice at once, and what the server says against it is kept to be shown. */
export function useAct() {
  const refusal = ref<Refusal | null>(null)
  const busy = ref(false)
  let id = newId()

  /**
   * @param act Is given the id to write under: the same until the server has answered, because what went unanswered may have been written.
   * @param then What follows once it was acknowledged: the next act may begin already, while the page is brought up to date.
   * @returns Whether it was done. A second tap while the first is under way does nothing.
   */
  async function attempt<A>(act: (id: string) => Promise<A>, then?: (answer: A) => unknown) {
    if (busy.value) return false
    busy.value = true
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
