import { ref, watch, type Ref } from 'vue'
import { newId, Refusal, type PartsAnswer } from '@/api/client'
import { useNotice } from '@/design/useNotice'

/** A small form that opens, writes one line and closes: its id stays the same until what it says changes. */
export function useWrite<F extends object>(empty: () => F, kept: (parts: PartsAnswer) => void) {
  const { say } = useNotice()
  const open = ref(false)
  const form = ref(empty()) as Ref<F>
  const refusal = ref<Refusal | null>(null)
  const id = ref(newId())
  watch(form, () => (id.value = newId()), { deep: true })

  const begin = () => {
    form.value = empty()
    refusal.value = null
    open.value = true
  }
  async function write(call: (id: string) => Promise<PartsAnswer>, words: string) {
    refusal.value = null
    try {
      kept(await call(id.value))
      open.value = false
      say(`${words} It stands in the book, and can be struck there.`)
    } catch (failed) {
      refusal.value = failed instanceof Refusal ? failed : new Refusal(0, String(failed))
    }
  }
  return { open, form, refusal, begin, write }
}
