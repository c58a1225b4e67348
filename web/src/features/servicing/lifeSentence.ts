import type { BecauseAnswer, LimitAnswer, Provenance, TaskAnswer } from '@/api/client'
import { date, days, magnitude, plainWords, quantity } from '@/design/format'

export const stateWords: Record<TaskAnswer['state'], string> = {
  unknown: 'unknown',
  overdue: 'overdue',
  due: 'due',
  'coming-up': 'coming up',
  'in-hand': 'in hand',
  fresh: 'fresh',
  'when-worn': 'when worn',
  rested: 'left alone',
}

/** A flush fill: it ends when it is drained, not when somebody says so. */
export const putInForNow = (task: TaskAnswer) => task.because.some((line) => line.kind === 'put-in-for-now')

export const governing = (task: TaskAnswer) => task.limits.find((limit) => limit.governing)

/** "412 mi left", "3.6 h over", "22 days left", "unknown". */
export function leftWords(task: TaskAnswer) {
  const limit = governing(task)
  if (task.state === 'when-worn') return 'when worn'
  if (task.state === 'rested') return 'left alone'
  if (task.state === 'due' && !limit) return 'due'
  if (task.state === 'fresh' && !limit) return 'done'
  if (task.state === 'unknown' || !limit) return 'unknown'
  if (limit.left) return `${magnitude(limit.left)} ${limit.left.value < 0 ? 'over' : 'left'}`
  return limit.daysLeft === null ? 'unknown' : `${days(limit.daysLeft)} ${limit.daysLeft < 0 ? 'over' : 'left'}`
}

/** "likely 10 May, 24 Apr to 9 Jun", "since 29 Mar". */
export function whenWords(task: TaskAnswer, today: string) {
  const left = task.because.find((line) => line.kind === 'left-alone')
  if (left) return left.until ? `until ${date(left.until, today)}` : 'for good'
  if (task.state === 'when-worn') {
    const done = task.because.find((line) => line.kind === 'last-done')
    return done?.date ? `last ${date(done.date, today)}` : 'its look decides, not its age'
  }
  if (task.state === 'unknown') {
    if (task.paper) return 'its last day is not entered'
    if (task.because.some((line) => line.kind === 'claimed')) return "seller's word only"
    const last = task.because.find((line) => line.kind === 'last-done')
    if (last?.date)
      return `${evidenceShort[last.evidence ?? 'done-here']} ${date(last.date, today)}; how far it has gone since is not known`
    return 'no history in this book'
  }
  if (task.state === 'fresh' && !task.limits.length) return 'until a ride asks for it'
  if (putInForNow(task)) return 'put in for now only'
  const ride = task.because.find((line) => line.kind === 'after-ride')
  if (ride && task.state === 'due') return afterRideWords(ride, today)
  if (task.state === 'due' && !governing(task)) return 'you said to treat it so'
  if (!task.likelyDue)
    return task.because.some((line) => line.kind === 'forecast' || line.kind === 'forecast-stated')
      ? 'no date: no use is expected as it stands'
      : 'no date: too little is known of its use'
  if (task.state === 'overdue') return `since ${date(task.likelyDue, today)}`
  const band = bandWords(task, today)
  return `${band || governing(task)?.form === 'use' ? 'likely' : 'on'} ${date(task.likelyDue, today)}${band ? `, ${band}` : ''}`
}

/** Beyond so many years a late day is no day that anybody plans by. */
const openAfterYears = 20

/** "24 Apr to 9 Jun": one in ten falls before it, one in ten after it. Empty where only one day is meant. */
export const bandWords = (task: Pick<TaskAnswer, 'earlyDue' | 'lateDue'>, today: string) =>
  task.earlyDue && task.lateDue && task.earlyDue !== task.lateDue
    ? Number(task.lateDue.slice(0, 4)) - Number(today.slice(0, 4)) > openAfterYears
      ? `${date(task.earlyDue, today)} at the earliest`
      : `${date(task.earlyDue, today)} to ${date(task.lateDue, today)}`
    : ''

const every = (limit: LimitAnswer) => {
  if (limit.form === 'paper') return 'as local rules say'
  if (limit.form === 'worn') return `at ${limit.sign}`
  if (limit.form === 'wear') return limit.stated?.unit === 'grade' ? 'by its look' : `by measure, at ${quantity(limit.stated!)}`
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
  if (task.state === 'when-worn') return `${name}: ${task.limits.map(every).join(' or ')}; ${whenWords(task, today)}.`
  const which = governing(task)
  const by = which ? `, by its limit of ${every(which)}` : ''
  return `${name}: ${stateWords[task.state]}, ${leftWords(task)}${task.estimated ? ', estimated' : ''}${by}; ${whenWords(task, today)}.`
}

/** "after the wet ride of 3 May". */
const afterRideWords = (line: BecauseAnswer, today: string) => {
  const how = line.severities?.[0]?.severity
  return `after the ${how ? `${rideWords[how]} ` : ''}ride of ${date(line.date!, today)}`
}
const rideWords = { grit: 'gritty', raced: 'raced', wet: 'wet', mud: 'muddy', sand: 'sandy', dust: 'dusty', crashed: 'crashed' }

const evidenceShort = {
  'done-here': 'done',
  receipt: 'by receipt',
  'own-memory': 'from memory',
  'sellers-word': "by the seller's word",
  'claim-accepted': "by the seller's word, taken for true,",
  baseline: 'counted from',
  'as-new': 'new or rebuilt',
  'treat-as-due': 'declared due',
}

const evidenceWords = {
  'done-here': 'done here',
  receipt: 'by receipt',
  'own-memory': 'from your memory',
  'sellers-word': "on the seller's word",
  'claim-accepted': "on the seller's word, which you took for true",
  baseline: 'counted from there; what was before is not known',
  'as-new': 'new or rebuilt then',
  'treat-as-due': 'to be treated as due',
}

const lastNames = {
  'done-here': 'Last done',
  receipt: 'Last done',
  'own-memory': 'Last done',
  'sellers-word': 'Said to be done',
  'claim-accepted': 'Taken as done',
  baseline: 'Counted from',
  'as-new': 'New or rebuilt',
  'treat-as-due': 'Declared due',
}

const meterName = (meter: BecauseAnswer['meter']) => (meter === 'hour-meter' ? 'hour meter' : 'odometer')

/** One line of the working, as a sentence. */
export function becauseSentence(line: BecauseAnswer, today: string): string {
  const amount = line.amount ? quantity(line.amount) : ''
  const on = line.date ? date(line.date, today) : ''
  switch (line.kind) {
    case 'after-ride':
      return `Asked for ${afterRideWords(line, today)}, whatever its limits leave.`
    case 'last-done':
      return `${lastNames[line.evidence ?? 'done-here']} ${on}${amount ? ` at ${line.estimated ? 'about ' : ''}${amount}` : ', with no reading near it'}, ${evidenceWords[line.evidence ?? 'done-here']}${line.writtenLater ? `, written down on ${date(line.writtenLater, today)}` : ''}.`
    case 'no-history':
      return 'Nothing in this book says when it was last done. Unknown is not fine: find out, or do it.'
    case 'left-alone':
      return `You said on ${on} to leave it alone ${line.until ? `until ${date(line.until, today)}` : 'for good'}: ${line.sign}.`
    case 'worn':
      return `Time for it at ${line.sign}: ${line.provenance ? provenanceWords(line.provenance) : ''}. Age and distance do not say so; its look or its measurement does.`
    case 'put-in-for-now':
      return `Put in on ${on}, for now: run it no longer than idle and timing take, drain it hot, then fill it properly.`
    case 'claimed':
      return `The seller said so on ${on}, with nothing to show for it. That is kept, but it is not history.`
    case 'treated-as-due':
      return `Nothing is known of its past. On ${on} you said to treat it as due.`
    case 'paper':
      return `Entered on ${on}: good until ${line.until ? date(line.until, today) : ''}.`
    case 'own-interval':
      return `You set these limits on ${on}, in place of the shipped ones.`
    case 'first-limit':
    case 'limit': {
      if (!amount && !line.months) return 'Its last day is set by local rules: enter it from the paper.'
      const limit = (line.kind === 'first-limit' ? 'while it runs in: ' : '') + (amount || `${line.months} months`)
      const from = line.provenance ? provenanceWords(line.provenance) : ''
      const hard = (line.severities ?? [])
        .map((one) => `${plainWords(one.severity).toLowerCase()} x ${one.factor}, ${provenanceWords(one.provenance)}`)
        .join('; ')
      const stated = line.stated ? `, stated as ${quantity(line.stated)}` : ''
      return `Limit ${limit}${stated}: ${from}.${hard ? ` Shortened by hard use: ${hard}.` : ''}`
    }
    case 'meter-today':
      return line.estimated
        ? `The ${meterName(line.meter)} stands at about ${amount} today, carried on from the reading of ${on}${line.count ? ` with ${line.count === 1 ? 'the ride' : `the ${line.count} rides`} since` : ''}.`
        : `The ${meterName(line.meter)} stands at ${amount}, read today.`
    case 'ratio':
      return `This bike has no ${meterName(line.meter)}: it was worked out at ${amount} an hour, ${line.provenance?.kind === 'owner' ? 'the ratio of its own readings' : 'a house value for its use'}.`
    case 'forecast':
      return `You do ${amount} a week in a middling season: ${line.count} readings up to ${line.until ? date(line.until, today) : ''}, newer ones counting more, worth ${line.weeks} even weeks${line.estimated ? '; what you said of a year is blended in' : ''}. From how much the weeks scatter come the early and the late date: one case in ten falls before, one in ten after.`
    case 'forecast-stated':
      return `About ${amount} a week, as you said; ${line.source === 'stated' ? 'this bike has no meter' : 'the readings do not say yet'}.`
    case 'season':
      return line.estimated
        ? 'Under a year of readings: how the season changes its use is not known.'
        : line.count
          ? `The season swings its use by ${line.count}% up and down.`
          : 'No season shows in its use.'
    case 'severe-rides':
      return `${line.count} hard ${line.count === 1 ? 'ride' : 'rides'} since (${(line.severities ?? []).map((one) => plainWords(one.severity).toLowerCase()).join(', ')}): ${line.stated ? quantity(line.stated) : ''} that count as ${amount}.`
    case 'measured':
      return `${line.sign}: ${amount} measured ${line.date ? date(line.date, today) : ''}, its end at ${line.stated ? quantity(line.stated) : ''}${
        line.estimated ? '' : `; the line through ${line.count} readings of this part says when`
      }.`
    case 'rate-unknown':
      return `No date by the ${meterName(line.meter)}: there are too few readings to know how it is used.`
    case 'meter-unknown':
      return `The ${meterName(line.meter)} limit cannot be judged: no reading covers the day it was last done.`
    default:
      return ''
  }
}
