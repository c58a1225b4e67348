import type { PointAnswer, ViewingAnswer, ViewingSummary } from '@/api/client'
import { number, roundMoney } from '@/design/format'

type Stage = PointAnswer['stage']
type Zone = PointAnswer['zone']
type Verdict = ViewingSummary['verdict']

export const stageNames: Record<Stage, string> = {
  arrival: 'On arrival',
  papers: 'Papers',
  standing: 'Standing',
  'off-the-ground': 'Wheels off the ground',
  fluids: 'Fluids',
  electrics: 'Electrics',
  'cold-start': 'Cold start',
  warm: 'Warm',
  'ride-gate': 'Ride gate',
  ride: 'Ride and after',
}

export const zoneNames: Record<Zone, string> = {
  whole: 'The whole bike',
  papers: 'Papers',
  frame: 'Frame and panels',
  'front-end': 'Fork and bars',
  'front-wheel': 'Front wheel',
  engine: 'Engine',
  exhaust: 'Exhaust',
  'tank-and-intake': 'Tank and intake',
  'rear-end': 'Swingarm and seat',
  'rear-wheel': 'Rear wheel',
  drive: 'Drive',
  electrics: 'Electrics',
}

/** How long a look takes, to five seconds: "15 s", from a minute on "1.5 min". */
export const lookTime = (minutes: number) =>
  minutes < 0.99 ? `${Math.max(5, Math.round(minutes * 12) * 5)} s` : `${number(minutes, 1)} min`

export const gradeNames = { sound: 'Sound', slight: 'Slight', worn: 'Worn', bad: 'Bad', failed: 'Failed' } as const

export const verdictNames: Record<Verdict, string> = {
  'not-seen-enough': 'Not seen enough',
  'walk-away': 'Walk away',
  'only-as-parts': 'Only as parts',
  negotiate: 'Negotiate',
  'fair-as-asked': 'Fair as asked',
  'bargain-if-the-rest-holds': 'A bargain, if the rest holds',
}

export const percent = (share: number) => `${Math.round(share * 100)}%`

/** Why the verdict is what it is, one sentence for each reason. */
export function reasonWords(reason: ViewingAnswer['reasons'][number], currency: string): string {
  const money = (amount: number | null | undefined) => roundMoney(amount ?? 0, currency)
  switch (reason.kind) {
    case 'knocked-out':
      return `${reason.found} That decides over any average${reason.what === 'only-as-parts' ? '; what is left is its parts' : ''}.`
    case 'papers-needed':
      return 'There is no title, and you need one.'
    case 'coverage':
      return `${percent(reason.share ?? 0)} of what matters has been looked at; ${percent(reason.first ?? 0)} is wanted before a price is judged.`
    case 'no-value':
      return 'What a sound one is worth is not known yet: state it, or note three bikes like it.'
    case 'no-price':
      return 'No price is asked.'
    case 'asked':
      return `Asked ${money(reason.share)}. Open at ${money(reason.first)}, walk away above ${money(reason.second)}.`
    case 'over-budget':
      return `Even the opening offer is over your budget of ${money(reason.first)}.`
    case 'dearer-than-worth':
      return `Putting it right takes ${money(reason.second)}, and sound it would be worth ${money(reason.first)}.`
    default:
      return ''
  }
}

/** "94, anywhere from 59 to 97, with 63% seen": never the figure alone. */
export const scoreWords = (score: ViewingAnswer['score']) =>
  score.condition === null || score.condition === undefined
    ? 'nothing seen yet'
    : `${number(score.condition, 0)}, anywhere from ${number(score.low, 0)} to ${number(score.high, 0)}; ${percent(score.coverage)} seen`
