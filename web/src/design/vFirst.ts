import type { Directive } from 'vue'

/** Some five seconds: on a slow machine a sheet is hidden for more than one. */
const LONGEST_FRAMES = 300

/**
 * The field that takes the focus when its form opens, once. Vuetify's own `autofocus` takes it again when the field comes into view, out of
 * the hands of whoever has already gone on to the next field. A sheet is hidden for its first frames, and what is hidden cannot have the
 * focus: it is tried again, until it has it or somebody has put it into another field.
 */
export const vFirst: Directive<HTMLElement, boolean | undefined> = {
  mounted(el, { value }) {
    if (value === false) return
    const field = el.querySelector<HTMLElement>('input, textarea')
    const before = document.activeElement
    let left = LONGEST_FRAMES
    const take = () => {
      const now = document.activeElement
      const elsewhere = now !== before && now?.matches('input, textarea, select')
      if (!field?.isConnected || elsewhere || left-- === 0) return
      field.focus()
      if (document.activeElement !== field) requestAnimationFrame(take)
    }
    take()
  },
}
