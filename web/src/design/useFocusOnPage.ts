import { nextTick, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { focusHeading } from './focusHeading'

const LONGEST_MS = 5_000

/** A new page is read from its heading on, as soon as it has one; whoever has gone on meanwhile is left alone. */
export function useFocusOnPage() {
  const route = useRoute()
  let waiting: MutationObserver | null = null
  // The first page is the browser's own to announce.
  let first = true
  void useRouter()
    .isReady()
    .then(nextTick)
    .then(() => (first = false))

  const stop = () => {
    waiting?.disconnect()
    waiting = null
  }
  watch(
    () => route.path,
    async () => {
      stop()
      if (first) return
      const here = document.activeElement
      await nextTick()
      const free = () => [null, document.body, here].includes(document.activeElement as HTMLElement | null)
      const look = () => {
        if (!document.querySelector('h1')) return
        if (free()) focusHeading()
        stop()
      }
      waiting = new MutationObserver(look)
      waiting.observe(document.body, { childList: true, subtree: true })
      setTimeout(stop, LONGEST_MS)
      look()
    },
  )
}
