import { ref } from 'vue'

export interface Notice {
  words: string
  undo?: () => Promise<unknown>
}

const notice = ref<Notice | null>(null)

/** One line at the foot of the screen: what was just done, and the way back. */
export function useNotice() {
  const say = (words: string, undo?: () => Promise<unknown>) => (notice.value = { words, undo })
  return { notice, say }
}
