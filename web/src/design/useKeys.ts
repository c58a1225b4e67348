import { onBeforeUnmount, onMounted, ref } from 'vue'

const key = 'muddy-ledger-single-keys'
const single = ref(localStorage.getItem(key) !== 'off')

/** Whether a single letter, digit or sign does something by itself. Whoever speaks to the machine turns it off, on this device. */
export function useSingleKeys() {
  const choose = (now: boolean) => {
    single.value = now
    localStorage.setItem(key, now ? 'on' : 'off')
  }
  return { single, choose }
}

/**
 * Keys of a page, while it is shown and no sheet lies over it. Keys with a modifier are the browser's; single ones stay away where they
 * were turned off.
 *
 * @param press What a key does. A page that does nothing with it returns false, and the key stays the browser's.
 */
export function useKeys(press: (event: KeyboardEvent, target: HTMLElement | null) => boolean | void) {
  function onKey(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return
    if (event.key.length === 1 && event.key !== ' ' && !single.value) return
    if (document.querySelector('.v-overlay--active')) return
    if (press(event, event.target instanceof HTMLElement ? event.target : null) !== false) event.preventDefault()
  }
  onMounted(() => window.addEventListener('keydown', onKey))
  onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
}

/** Whether keys go into something that is typed into or chosen from. */
export const typing = (target: HTMLElement | null) =>
  !!target?.closest('input:not([type=radio]):not([type=checkbox]), textarea, select, [contenteditable], [role=listbox]')
