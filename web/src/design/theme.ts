import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
// Its reset and its movements alone: of its thousands of helper classes the pages use two, which stand in base.css.
import 'vuetify/styles/core'

const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content

/** An entry on a ruled card: its printed label above it, a rule under it, no box. */
const entry = {
  variant: 'underlined',
  density: 'comfortable',
  rounded: 0,
  hideDetails: 'auto',
  color: 'primary',
  persistentPlaceholder: true,
} as const

/** Enamel, ink, machine green, oxide and pen yellow; square corners; no shadows. The CSS side of it is tokens.css. */
export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: {
    cspNonce: nonce,
    defaultTheme: 'day',
    themes: {
      day: {
        dark: false,
        colors: {
          background: '#E6EBE8',
          surface: '#F8FAF8',
          primary: '#1E4D3E',
          secondary: '#566570',
          info: '#28587F',
          error: '#AE3A1F',
          warning: '#8A6A00',
        },
      },
      night: {
        dark: true,
        colors: {
          background: '#0F1513',
          surface: '#18211D',
          primary: '#7FC4A8',
          secondary: '#9DB0BB',
          info: '#8DBBE2',
          error: '#F08A6E',
          warning: '#F0C000',
        },
      },
    },
  },
  defaults: {
    global: { ripple: false },
    VBtn: { rounded: 0, elevation: 0, variant: 'flat', class: 'plate' },
    VTextField: { ...entry },
    VTextarea: { ...entry, rows: 2, autoGrow: true },
    VSelect: { ...entry },
    VCheckbox: { density: 'compact', hideDetails: 'auto', color: 'primary' },
    VDialog: { maxWidth: 560, scrollable: true },
  },
})
