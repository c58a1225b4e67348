import type { BecauseAnswer, LimitAnswer, Provenance, TaskAnswer } from '@/api/client'
import { date, days, magnitude, plainWords, quantity } from '@/design/format'

export const stateWords: Record<TaskAnswer['state'], string> = {
  unknown: 'unknown',
  overdue: 'overdue',
  due: 'due',
  'coming-up': 'coming up',
  'in-hand': 'in hand',
  fresh: 'fresh',
}

export const governing = (task: TaskAnswer) => task.limits.find((limit) => limit.governing)

/** "412 mi left", "3.6 h over", "22 days left", "unknown". */
export function leftWords(task: TaskAnswer) {
  const limit = governing(task)
  if (task.state === 'unknown' || !limit) return 'unknown'
  if (limit.left) return `${magnitude(limit.left)} ${limit.left.value < 0 ? 'over' : 'left'}`
  return limit.daysLeft === null ? 'unknown' : `${days(limit.daysLeft)} ${limit.daysLeft < 0 ? 'over' : 'left'}`
}

/** "likely 10 May", "since 29 Mar". */
export function whenWords(task: TaskAnswer, today: string) {
  if (task.state === 'unknown')
    return task.because.some((line) => line.kind === 'claimed') ? "seller's word only" : 'no history in this book'
  if (!task.likelyDue) return 'no date: too little is known of its use'
  return task.state === 'overdue' ? `since ${date(task.likelyDue, today)}` : `likely ${date(task.likelyDue, today)}`
}

const every = (limit: LimitAnswer) => {
  if (!limit.amount) return `${limit.months} months`
  return quantity(limit.amount) + (limit.stated ? ` (${quantity(limit.stated)})` : '')
}

/** "6,000 mi or 12 months". */
export const limitWords = (task: TaskAnswer) => task.limits.map(every).join(' or ') + (task.also ? `, and ${task.also}` : '')

export const provenanceWords = (provenance: Provenance) => {
  const kind = {
    manual: "maker's manual",
    published: 'published',
    'common-practice': 'common practice',
    house: 'house value',
    owner: 'entered by you',
  }[provenance.kind]
  return provenance.source ? `${kind} (${provenance.source})` : kind
}

/** The dipstick in one sentence, for those who hear it. */
export function lifeSentence(task: TaskAnswer, today: string) {
  const name = `${task.component}, ${task.title.toLowerCase()}`
  if (task.state === 'unknown') return `${name}: unknown, ${whenWords(task, today)}.`
  const which = governing(task)
  const by = which ? `, by its limit of ${every(which)}` : ''
  return `${name}: ${stateWords[task.state]}, ${leftWords(task)}${task.estimated ? ', estimated' : ''}${by}; ${whenWords(task, today)}.`
}

const evidenceWords = {
  'done-here': 'written down when it was done',
  receipt: 'by receipt',
  'own-memory': 'from your memory',
  'sellers-word': "on the seller's word",
}

const meterName = (meter: BecauseAnswer['meter']) => (meter === 'hour-meter' ? 'hour meter' : 'odometer')

/** One line of the working, as a sentence. */
export function becauseSentence(line: BecauseAnswer, today: string): string {
  const amount = line.amount ? quantity(line.amount) : ''
  const on = line.date ? date(line.date, today) : ''
  switch (line.kind) {
    case 'last-done':
      return `Last done ${on}${amount ? ` at ${line.estimated ? 'about ' : ''}${amount}` : ', with no reading near it'}, ${evidenceWords[line.evidence ?? 'done-here']}.`
    case 'no-history':
      return 'Nothing in this book says when it was last done. Unknown is not fine: find out, or do it.'
    case 'claimed':
      return `The seller said so on ${on}, with nothing to show for it. That is kept, but it is not history.`
    case 'limit': {
      const limit = amount || `${line.months} months`
      const from = line.provenance ? provenanceWords(line.provenance) : ''
      const hard = (line.severities ?? [])
        .map((one) => `${plainWords(one.severity).toLowerCase()} x ${one.factor}, ${provenanceWords(one.provenance)}`)
        .join('; ')
      const stated = line.stated ? `, stated as ${quantity(line.stated)}` : ''
      return `Limit ${limit}${stated}: ${from}.${hard ? ` Shortened by hard use: ${hard}.` : ''}`
    }
    case 'meter-today':
      return line.estimated
        ? `The ${meterName(line.meter)} stands at about ${amount} today, reckoned on from the reading of ${on}.`
        : `The ${meterName(line.meter)} stands at ${amount}, read today.`
    case 'rate':
      return `You do ${amount} a week: the mean of ${line.count} readings from ${on} to ${line.until ? date(line.until, today) : ''}.`
    case 'rate-stated':
      return `You said that you do about ${amount} a week; the readings do not say yet.`
    case 'rate-unknown':
      return `No date by the ${meterName(line.meter)}: there are too few readings to know how it is used.`
    case 'meter-unknown':
      return `The ${meterName(line.meter)} limit cannot be judged: no reading covers the day it was last done.`
    default:
      return ''
  }
}
