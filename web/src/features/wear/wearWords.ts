import type { WearLine } from '@/api/client'
import { date, days, magnitude, quantity } from '@/design/format'
import { bandWords } from '../servicing/lifeSentence'

/** Where a series goes, in a few words. What they say was computed by the server. */
export function whereTo(line: WearLine, today: string): string {
  switch (line.trust) {
    case 'nothing':
      return 'never measured'
    case 'no-limit':
      if (line.latest?.look) return 'a look, and nothing to hold it against: measure it once'
      return line.verdict?.means || 'its limit is not known'
    case 'one-reading':
      return 'one reading: what it is, not where it goes'
    case 'past-limit':
      return line.latest ? `at its end since ${date(line.latest.date, today)}` : 'at its end'
    case 'wrong-way':
      return 'it seems to get better: measure again, or a new part was not written down'
    case 'no-wear':
      return 'no wear shows beyond what the gauge tells apart'
    case 'setting':
      return [line.verdict?.name, line.verdict?.do].filter(Boolean).join(': ') || 'a setting, not wear'
    default:
      return crossing(line, today)
  }
}

/** "likely 10 May, 24 Apr to 9 Jun". */
function crossing(line: WearLine, today: string) {
  if (!line.likelyDue) return line.left ? `${magnitude(line.left)} left, no date: too little is known of its use` : 'no date yet'
  const band = bandWords(line, today)
  return `likely ${date(line.likelyDue, today)}${band ? `, ${band}` : ''}`
}

export const leftWords = (line: WearLine) =>
  line.trust === 'past-limit'
    ? 'at its end'
    : line.left
      ? `${magnitude(line.left)} ${line.left.value < 0 ? 'over' : 'left'}`
      : line.daysLeft !== null && line.daysLeft !== undefined
        ? `${days(line.daysLeft)} ${line.daysLeft < 0 ? 'over' : 'left'}`
        : ''

/** "2.3 mm" or what it looked like. */
export const readingWords = (point: NonNullable<WearLine['latest']>) =>
  point.look ? (point.lookWords ?? point.look) : point.value ? quantity(point.value) : ''

/** What a verdict says, its name first where the rest does not begin with it. */
export function verdictWords(verdict: NonNullable<WearLine['verdict']>) {
  const name = verdict.name && !verdict.means.toLowerCase().startsWith(verdict.name.toLowerCase()) ? verdict.name : ''
  return { name: name && `${name.charAt(0).toUpperCase()}${name.slice(1)}.`, rest: `${verdict.means} ${verdict.do}`.trim() }
}
