import type { EntryAnswer, Figure } from '@/api/client'
import { minutes, money, plainWords, quantity } from '@/design/format'

const kindNames: Record<string, string> = {
  reading: 'Meter read',
  'meter-epoch': 'Meter starts again',
  ride: 'Ride',
  fuel: 'Fuel',
  fill: 'Filled',
  'top-up': 'Topped up',
  drain: 'Drained',
  level: 'Level seen',
  'task-done': 'Done',
  'part-fitted': 'Fitted',
  'part-removed': 'Taken off',
  'finding-opened': 'Found',
  'finding-closed': 'Put right',
  'waste-held': 'Old fluid kept',
  'waste-handed-in': 'Handed in',
  cost: 'Paid',
  'job-finished': 'Job signed off',
  note: 'Note',
  measurement: 'Measured',
  photo: 'Photo',
  'leak-look': 'Looked for leaks',
  teardown: 'Teardown sheet',
  modification: 'Changed',
  'modification-undone': 'Changed back',
  'temporary-repair': 'Mended for now',
  'temporary-repair-look': 'Repair looked at',
  'for-now': 'Only for now',
  'for-now-undone': 'Undone again',
  'laid-up': 'Laid up',
  'woken-up': 'In use again',
  interval: 'Interval set',
  paper: 'Paper',
  'service-item': 'Service item of your own',
  'service-rest': 'Left alone',
  'service-resumed': 'Counts again',
  'taken-in': 'Taken in',
  'last-ran': 'Last ran',
  'engine-ran': 'Engine ran',
  word: 'Your word',
  'gate-proven': 'Proven',
  'pump-proven': 'Oil pump proven',
  'wear-look': 'Looked at',
  'valve-check': 'Valves measured',
  trip: 'Trip',
}

export const kindName = (kind: string) => kindNames[kind] ?? plainWords(kind)

/** What a line about a task is, by how it is known: only what was done is called done. */
const doneNames: Record<string, string> = {
  'done-here': 'Done',
  receipt: 'Done, by receipt',
  'own-memory': 'Done, from memory',
  'sellers-word': 'Said to be done',
  'claim-accepted': 'Taken as done',
  baseline: 'Counted from here',
  'as-new': 'New or rebuilt',
  'treat-as-due': 'Declared due',
}

/** The name of a line. */
export function lineName(entry: Pick<EntryAnswer, 'kind' | 'figures'>) {
  const known = entry.kind === 'task-done' ? entry.figures.find((figure) => figure.name === 'evidence')?.text : null
  return known ? (doneNames[known] ?? kindName(entry.kind)) : kindName(entry.kind)
}

const evidence: Record<string, string> = {
  'done-here': '',
  receipt: '',
  'own-memory': '',
  'sellers-word': "on the seller's word only",
  'claim-accepted': "on the seller's word, taken for true",
  baseline: 'what was before is not known',
  'as-new': '',
  'treat-as-due': 'nothing is known of it',
}

export function figureWords(figure: Figure, currency: string): string {
  if (figure.form === 'quantity' && figure.quantity)
    return figure.name === 'oil' ? `${quantity(figure.quantity)} of oil` : quantity(figure.quantity)
  if (figure.form === 'money' && figure.text) return money(figure.text, currency)
  if (figure.form === 'minutes' && figure.text) return minutes(Number(figure.text))
  if (figure.name === 'evidence') return evidence[figure.text ?? ''] ?? ''
  if (figure.name === 'task') return plainWords((figure.text ?? '').replace('.', ': '))
  if (figure.name === 'lifetime') return ''
  if (figure.name === 'smell') return 'smells of fuel'
  return figure.form === 'word' ? plainWords(figure.text ?? '').toLowerCase() : (figure.text ?? '')
}

/** The line's words, without its kind: "engine oil, 2.21 L, 10W-40". */
export const entryWords = (entry: Pick<EntryAnswer, 'figures'>, currency: string) =>
  entry.figures
    .map((figure) => figureWords(figure, currency))
    .filter((words) => words.length)
    .join(', ')
