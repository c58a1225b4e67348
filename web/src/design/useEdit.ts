import { computed, ref, toRef, watch, type Ref } from 'vue'
import { useForm } from './useForm'

/**
 * A form over something that others may change too. It is taken once, when it arrives: what is being typed is not overwritten when the
 * page asks again. What is sent says from which version it was made; if another stands by now, the owner chooses between both.
 *
 * @param formOf What of the thing is edited.
 */
export function useEdit<T extends { version: number }, F extends object>(
  name: () => string,
  data: () => T | undefined,
  formOf: (thing: T) => F,
) {
  const started = ref(false)
  const other = ref(null) as Ref<T | null>
  let from: T | undefined
  const copy = (thing: T) => JSON.parse(JSON.stringify(formOf(thing))) as F
  const sheet = useForm(name, () => ({ version: from?.version ?? 0, of: from ? copy(from) : ({} as F) }))

  watch(
    data,
    (thing) => {
      if (!thing || started.value) return
      from = thing
      sheet.begin()
      started.value = true
    },
    { immediate: true },
  )
  const form = computed({
    get: () => (started.value ? (sheet.form.of as F) : null),
    set: (now) => Object.assign(sheet.form, { of: now }),
  })

  /** Away with mine: what stands now is edited from here on. */
  function take(thing: T) {
    from = thing
    sheet.afresh()
    other.value = null
  }
  /** Mine goes over it, now that it was seen. */
  function keepMine(over: T) {
    sheet.form.version = over.version
    other.value = null
  }
  async function send<A>(write: (id: string, version: string) => Promise<A>, then?: (answer: A) => unknown) {
    const done = await sheet.send((id) => write(id, `"${sheet.form.version}"`), then)
    other.value = !done && sheet.refusal?.status === 412 ? ((sheet.refusal.current as T | undefined) ?? null) : null
    return done
  }

  return { sheet, form, refusal: toRef(sheet, 'refusal'), other, take, keepMine, send }
}
