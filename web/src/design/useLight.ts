import { ref, watchEffect } from 'vue'
import { useTheme } from 'vuetify'

export type Light = 'day' | 'night' | 'as-outside'

const key = 'muddy-ledger-light'
const outside = window.matchMedia('(prefers-color-scheme: dark)')
const chosen = ref<Light>((localStorage.getItem(key) as Light | null) ?? 'as-outside')
const dark = ref(outside.matches)
outside.addEventListener('change', (event) => (dark.value = event.matches))

/** Day or night, chosen on this device; by default as the device itself has it. */
export function useLight() {
  const theme = useTheme()
  watchEffect(() => {
    const light = chosen.value === 'as-outside' ? (dark.value ? 'night' : 'day') : chosen.value
    theme.change(light)
    document.documentElement.dataset.light = light
  })
  const choose = (light: Light) => {
    chosen.value = light
    localStorage.setItem(key, light)
  }
  return { chosen, choose }
}
