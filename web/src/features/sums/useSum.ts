import { ref, watch } from 'vue'
import { answer, Refusal } from '@/api/client'

/**
 * A sum that is worked out anew as its fields change, in the server. While a field is half typed the last answer stays, dimmed; what
 * cannot be worked out says so under its field. A field that was never touched is not complained of.
 */
export function useSum<F extends Record<string, string>, A>(
  form: F,
  ask: (query: F) => Promise<{ data?: A; error?: unknown; response: Response }>,
) {
  const data = ref<A | null>(null)
  const refusal = ref<Refusal | null>(null)
  const stale = ref(false)
  const pause = 250
  let timer = 0
  let turn = 0

  async function work() {
    const mine = ++turn
    try {
      const found = await answer(ask({ ...form }))
      if (mine !== turn) return
      data.value = found
      refusal.value = null
      stale.value = false
    } catch (failed) {
      if (mine !== turn) return
      refusal.value = Refusal.from(failed)
      stale.value = true
    }
  }

  watch(
    form,
    () => {
      clearTimeout(timer)
      stale.value = true
      timer = window.setTimeout(work, pause)
    },
    { deep: true },
  )
  void work()

  /** What is wrong with a field; an empty one is only waiting. */
  const wrong = (field: keyof F & string) => (form[field] ? refusal.value?.of(field) : undefined)
  return { data, stale, wrong }
}
