import type { EntryAnswer, Figure } from '@/api/client'
import { minutes, money, quantity } from '@/design/format'

export function figureWords(figure: Figure, currency: string): string {
  if (figure.form === 'quantity' && figure.quantity)
    return figure.of ? `${quantity(figure.quantity)} of ${figure.of}` : quantity(figure.quantity)
  if (figure.form === 'money' && figure.text) return money(figure.text, currency)
  if (figure.form === 'minutes' && figure.text) return minutes(Number(figure.text))
  return figure.text ?? ''
}

/** What the line is called, and of what it speaks: "Put right: misfires when hot". */
export const entryName = (entry: Pick<EntryAnswer, 'name' | 'about'>) =>
  entry.about ? `${entry.name}: ${entry.about}` : entry.name

/** The line's words, without its name: "engine oil, 2.21 L, 10W-40". */
export const entryWords = (entry: Pick<EntryAnswer, 'figures'>, currency: string) =>
  entry.figures
    .map((figure) => figureWords(figure, currency))
    .filter((words) => words.length)
    .join(', ')
