import { reactive, ref } from 'vue'
import { Refusal } from '@/api/client'

/** One thing that the owner does: not twice at once, and what the server says against it is kept to be shown. */
export function useAct() {
  const refusal = ref<Refusal | null>(null)
  const busy = ref(false)

  /** @returns Whether it was done. A second tap while the first is under way does nothing. */
  async function attempt(act: () => Promise<unknown>) {
    if (busy.value) return false
    busy.value = true
    try {
      await act()
      refusal.value = null
      return true
    } catch (failed) {
      refusal.value = Refusal.from(failed)
      return false
    } finally {
      busy.value = false
    }
  }

  return reactive({ refusal, busy, attempt })
}

export type Act = ReturnType<typeof useAct>
