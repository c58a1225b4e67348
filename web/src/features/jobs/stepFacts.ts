import type { StepAnswer } from '@/api/client'
import { date, number, quantity } from '@/design/format'
import { provenanceWords } from '../servicing/lifeSentence'

export type Fact = StepAnswer['facts'][number]

const names: Record<Fact['thing'], string> = {
  'engine-oil': 'Engine oil',
  'front-brake-fluid': 'Front brake fluid',
  'rear-brake-fluid': 'Rear brake fluid',
  'clutch-fluid': 'Clutch fluid',
  coolant: 'Coolant',
  fuel: 'Fuel in the tank',
  'fuel-mix': 'Fuel to oil',
  tank: 'The tank holds',
  'front-tyre-pressure': 'Front tyre, cold',
  'rear-tyre-pressure': 'Rear tyre, cold',
}

const known: Record<NonNullable<Fact['evidence']>, string> = {
  'done-here': '',
  receipt: ', by receipt',
  'own-memory': ', from memory',
  'sellers-word': ", by the seller's word",
  'claim-accepted': ", by the seller's word, taken for true",
  baseline: '',
  'as-new': ', new or rebuilt then',
  'treat-as-due': '',
}

const months = (count: number) => (count === 0 ? 'under a month old' : count === 1 ? '1 month old' : `${count} months old`)

/** What the book says of one thing: its name, the figure, and where that comes from. */
export function factWords(fact: Fact, today: string) {
  const name = names[fact.thing]
  const from = fact.from ? provenanceWords(fact.from) : ''
  const rule = fact.mostMonths ? `keeps ${fact.mostMonths} months${from ? `, ${from}` : ''}` : from
  if (fact.state === 'unknown')
    return {
      name,
      says: 'not in the book',
      more: fact.since || !fact.mostMonths ? '' : `treat it as over its ${fact.mostMonths} months`,
    }
  if (fact.since)
    return {
      name,
      says: months(fact.months ?? 0),
      more: [
        `${fact.what ? `${fact.what}, ` : ''}since ${date(fact.since, today)}${fact.evidence ? known[fact.evidence] : ''}`,
        rule,
      ]
        .filter(Boolean)
        .join('; '),
    }
  const { low, high } = fact
  const says =
    low && high
      ? low.value === high.value
        ? quantity(low)
        : `${number(low.value, low.decimals)} to ${quantity(high)}`
      : low
        ? `at least ${quantity(low)}`
        : high
          ? `at most ${quantity(high)}`
          : ''
  return { name, says, more: rule }
}
