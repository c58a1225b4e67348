import { reactive, ref, toRefs, watch } from 'vue'
import { newId } from '@/api/client'
import { useAct } from './useAct'

/** Half-typed forms, by the name of the form: they outlive a reload, the back button and a tap beside the sheet, not the tab. */
const drafts = {
  of: (name: string) => `muddy-ledger-draft ${name}`,
  read(name: string): Record<string, unknown> | null {
    try {
      return JSON.parse(sessionStorage.getItem(drafts.of(name)) ?? 'null')
    } catch {
      return null
    }
  },
  keep: (name: string, text: string) => sessionStorage.setItem(drafts.of(name), text),
  drop: (name: string) => sessionStorage.removeItem(drafts.of(name)),
}

/**
 * A form that writes. Its id stays the same until what it says changes, so that sending it again changes nothing twice; what is typed
 * into it is kept until it was written or left.
 *
 * @param name What the form is and whom it is about: its draft is found by it.
 * @param empty What stands in the form when it is opened.
 */
export function useForm<F extends object>(name: () => string, empty: () => F) {
  const act = useAct()
  const form = reactive(empty()) as F
  const id = ref(newId())
  const returned = ref(false)
  let opened: { name: string; untouched: string } | null = null

  watch(
    () => JSON.stringify(form),
    (now) => {
      id.value = newId()
      // What was asked about was about what stood there before.
      if (act.refusal?.ask && act.refusal.ask !== 'despite') act.refusal = null
      if (!opened) return
      if (now === opened.untouched) drafts.drop(opened.name)
      else drafts.keep(opened.name, now)
    },
    { flush: 'sync' },
  )

  function fill(draft: Record<string, unknown> | null) {
    opened = null
    const fresh = empty()
    Object.assign(form, fresh)
    opened = { name: name(), untouched: JSON.stringify(form) }
    returned.value = draft !== null
    if (draft) for (const [field, value] of Object.entries(draft)) if (field in fresh) Object.assign(form, { [field]: value })
    act.refusal = null
    id.value = newId()
  }

  /** Opens it: with what was typed before and neither written nor left, if there is such. */
  const begin = () => fill(drafts.read(name()))
  /** Away with what was typed. */
  function leave() {
    if (opened) drafts.drop(opened.name)
    opened = null
    returned.value = false
  }
  const afresh = () => {
    leave()
    fill(null)
  }
  /**
   * Sends it. The draft is forgotten as soon as the server has it, whatever becomes of the page from then on.
   *
   * @param write The request.
   * @param then What the page does once it was acknowledged.
   */
  function send<A>(write: (id: string) => Promise<A>, then?: (answer: A) => unknown) {
    return act.attempt(async () => {
      const answer = await write(id.value)
      leave()
      await then?.(answer)
    })
  }
  /** Binds a field: its value, and what the server says against it. */
  const field = <K extends keyof F & string>(key: K, asServer: string = key) => ({
    modelValue: form[key],
    'onUpdate:modelValue': (value: unknown) => Object.assign(form, { [key]: value }),
    errorMessages: act.refusal?.of(asServer),
  })

  const { refusal, busy } = toRefs(act)
  return reactive({ form, refusal, busy, returned, begin, leave, afresh, send, field })
}
