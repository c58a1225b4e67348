import type { Shown } from '@/api/client'

/** Dates and numbers in the reader's own locale. What they say was computed by the server. */
const day = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', timeZone: 'UTC' })
const dayOfYear = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })
const monthOfYear = new Intl.DateTimeFormat(undefined, { month: 'long', year: 'numeric', timeZone: 'UTC' })
const clock = new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit' })

const at = (iso: string) => new Date(`${iso}T00:00:00Z`)

const made = new Map<string, Intl.NumberFormat>()

/** Kept once it is made: to make one takes the browser as long as to write a hundred numbers with it. */
const formatOf = (kind: string, options: Intl.NumberFormatOptions) => {
  const kept = made.get(kind) ?? new Intl.NumberFormat(undefined, options)
  made.set(kind, kept)
  return kept
}

export const number = (value: number, decimals: number, least = 0) =>
  formatOf(`${decimals}/${least}`, {
    maximumFractionDigits: decimals,
    minimumFractionDigits: Math.min(least, decimals),
  }).format(value)

/** A ratio stands close: "50:1". */
export const quantity = (shown: Shown) =>
  `${number(shown.value, shown.decimals)}${shown.unit.startsWith(':') ? '' : ' '}${shown.unit}`

/** Without its sign: "3.6 h over" says it in words. */
export const magnitude = (shown: Shown) => quantity({ ...shown, value: Math.abs(shown.value) })

export const date = (iso: string, today?: string) =>
  (today && at(iso).getUTCFullYear() === at(today).getUTCFullYear() ? day : dayOfYear).format(at(iso))

export const month = (isoMonth: string) => monthOfYear.format(at(`${isoMonth}-01`))

export const timeOfDay = (instant: string) => clock.format(new Date(instant))

/** A moment by its day and time. */
export const moment = (instant: string) => `${date(localDay(instant))}, ${timeOfDay(instant)}`

const localDay = (instant: string) => {
  const day = new Date(instant)
  return [day.getFullYear(), day.getMonth() + 1, day.getDate()].map((part) => String(part).padStart(2, '0')).join('-')
}

export const money = (amount: string, currency: string) =>
  formatOf(currency, { style: 'currency', currency }).format(Number(amount))

/** Whole units of money, as one talks about a bike. */
export const roundMoney = (amount: number, currency: string) =>
  formatOf(`${currency} whole`, { style: 'currency', currency, maximumFractionDigits: 0 }).format(Math.round(amount))

export const days = (count: number) => {
  const whole = Math.abs(count)
  if (whole < 60) return whole === 1 ? '1 day' : `${whole} days`
  const months = Math.round(whole / 30.44)
  return `${months} months`
}

export const minutes = (count: number) =>
  count < 60 ? `${count} min` : `${Math.floor(count / 60)} h ${String(count % 60).padStart(2, '0')}`

/** "spin-on" and "frontBrake" as a person writes them. */
export const plainWords = (word: string) => {
  const spaced = word
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/[-_]/g, ' ')
    .toLowerCase()
  return spaced.charAt(0).toUpperCase() + spaced.slice(1)
}

/** Whole days from one ISO date to another. */
export const daysBetween = (from: string, to: string) => Math.round((at(to).getTime() - at(from).getTime()) / 86_400_000)
