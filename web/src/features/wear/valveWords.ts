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
