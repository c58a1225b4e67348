import { ref, watch, type Ref } from 'vue'
import { answer, api } from '@/api/client'
import { quantity } from '@/design/format'

/** What the server makes of a typed quantity, for the line under its field: read in C#, shown before it is kept. */
export function useUnderstood(text: Ref<string>, unit: () => string | undefined) {
  const understood = ref('')
  let asked = 0
  watch([text, unit], async ([typed, bare]) => {
    const mine = ++asked
    understood.value = ''
    if (!typed || !bare || typed.length > 40) return
    try {
      const read = await answer(api.GET('/api/units/read', { params: { query: { text: typed, unit: bare } } }))
      if (mine !== asked || !read.understood || !read.inOwnUnit) return
      const same = read.understood.unit === read.inOwnUnit.unit
      understood.value = same ? quantity(read.understood) : `${quantity(read.understood)}, that is ${quantity(read.inOwnUnit)}`
    } catch {
      // The preview is a kindness; without it the field is judged when it is sent.
    }
  })
  return understood
}
