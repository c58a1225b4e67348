import { ref } from 'vue'

export interface Notice {
  id: number
  words: string
  /** What its button does, and how the button is called. */
  act?: { name: string; go: () => Promise<unknown> }
  /** It does not go by itself: it can be waved off. */
  stays?: boolean
}

/** What was just done stays this long, and longer where there is a way back. */
const SHOWN_MS = 5_000
const UNDO_MS = 12_000
const MOST = 4

const notices = ref<Notice[]>([])
let count = 0

/** Lines at the foot of the screen: what was just done, and the way back. A second one does not take the first one's way back from it. */
export function useNotice() {
  const drop = (id: number) => (notices.value = notices.value.filter((notice) => notice.id !== id))
  const put = (notice: Omit<Notice, 'id'>) => {
    const id = ++count
    notices.value = [...notices.value, { id, ...notice }].slice(-MOST)
    return id
  }
  const say = (words: string, undo?: () => Promise<unknown>) => {
    const id = put({ words, act: undo && { name: 'Undo', go: undo } })
    setTimeout(() => drop(id), undo ? UNDO_MS : SHOWN_MS)
  }
  /** What could not be done, with a button to try it again. It stays until it is taken, waved off, or dropped by the id that is given. */
  const offer = (words: string, name: string, go: () => Promise<unknown>) => put({ words, act: { name, go }, stays: true })
  return { notices, say, offer, drop }
}
