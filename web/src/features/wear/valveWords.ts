import type { ValveAnswer } from '@/api/client'
import { date, number } from '@/design/format'

/** A clearance in the unit that the owner works in. */
export const clearanceWords = (one: { millimetres: number; thou: number }, unit: 'mm' | 'thou') =>
  unit === 'thou' ? `${number(one.thou, 1)} thou` : `${number(one.millimetres, 3, 2)} mm`

/** Where a valve goes, in a few words. */
export function valveWords(valve: ValveAnswer, today: string) {
  switch (valve.trust) {
    case 'nothing':
      return 'never measured'
    case 'one-check':
      return 'one check'
    case 'steady':
      return 'steady'
    case 'outside':
      return 'outside at the last check'
    case 'opening':
      return valve.likelyDue ? `opens up, likely wide ${date(valve.likelyDue, today)}` : 'opens up; no date'
    default:
      return valve.likelyDue ? `closes up, likely tight ${date(valve.likelyDue, today)}` : 'closes up; no date'
  }
}

/** What is typed of one valve. */
export interface ValveTyped {
  clearance: string
  shim: string
  fitted: string
  left: string
}

/** The columns of the grid: what stands over them, and how a reader hears them. */
export const valveColumns: { field: keyof ValveTyped; head: string; spoken: string; shims?: true }[] = [
  { field: 'clearance', head: 'As found', spoken: 'as found' },
  { field: 'shim', head: 'Shim in', spoken: 'shim that is in', shims: true },
  { field: 'fitted', head: 'Goes in', spoken: 'shim that goes in', shims: true },
  { field: 'left', head: 'Left at', spoken: 'left at' },
]
