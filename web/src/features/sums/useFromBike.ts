import { inject, provide, type Ref, watch } from 'vue'

const key = Symbol('what the sums begin with')
type Values = Ref<Record<string, string> | undefined>

/** What a chosen bike gives the sums to begin with. */
export const provideFromBike = (values: Values) => provide(key, values)

/** Puts what the chosen bike knows into the fields of a sum, once it is chosen; what is typed afterwards stands. */
export function useFromBike(sum: string, form: Record<string, string>) {
  const values = inject<Values | null>(key, null)
  if (!values) return
  watch(
    values,
    (known) => {
      for (const field of Object.keys(form)) {
        const value = known?.[`${sum}.${field}`]
        if (value !== undefined) form[field] = value
      }
    },
    { immediate: true },
  )
}
