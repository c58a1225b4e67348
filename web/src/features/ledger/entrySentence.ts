import type { EntryAnswer, Figure } from '@/api/client'
import { minutes, money, quantity } from '@/design/format'

export function figureWords(figure: Figure, currency: string): string {
  if (figure.form === 'quantity' && figure.quantity)
    return figure.of ? `${quantity(figure.quantity)} of ${figure.of}` : quantity(figure.quantity)
  if (figure.form === 'money' && figure.text) return money(figure.text, currency)
  if (figure.form === 'minutes' && figure.text) return minutes(Number(figure.text))
  return figure.text ?? ''
}

/** Figures that would not be understood beside the others without a word before them. */
const lead: Record<string, string> = { under: 'it shows', costGuess: 'about' }

/**
 * The line's words, without its name: "engine oil, 2.21 L, 10W-40". One that speaks of another line says of which: "misfires when hot: new
 * coil".
 */
export function entryWords(entry: Pick<EntryAnswer, 'figures' | 'about'>, currency: string) {
  const figures = entry.figures
    .map((figure) => ({ of: lead[figure.name], words: figureWords(figure, currency) }))
    .filter(({ words }) => words.length)
    .map(({ of, words }) => (of ? `${of} ${words}` : words))
    .join(', ')
  return [entry.about, figures].filter(Boolean).join(': ')
}
