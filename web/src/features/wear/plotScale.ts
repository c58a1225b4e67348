/** Round places for the marks of a rule, about as many as asked for, all inside. */
export function ticks(low: number, high: number, about: number): number[] {
  if (!(high > low)) return [low]
  const raw = (high - low) / Math.max(1, about)
  const power = 10 ** Math.floor(Math.log10(raw))
  const step = [1, 2, 2.5, 5, 10].map((one) => one * power).find((one) => one >= raw)!
  const first = Math.ceil(low / step - 1e-9)
  const last = Math.floor(high / step + 1e-9)
  return Array.from({ length: last - first + 1 }, (_, at) => Number(((first + at) * step).toPrecision(12)))
}

/** Decimals that tell the marks apart. */
export const decimalsOf = (marks: number[]) =>
  Math.max(0, ...marks.map((one) => (String(Number(one.toFixed(3))).split('.')[1] ?? '').length))

/** A place between two values as a place between two others. */
export const scale = (from: [number, number], to: [number, number]) => (value: number) =>
  to[0] + ((value - from[0]) / (from[1] - from[0] || 1)) * (to[1] - to[0])

/** First days of years, or of months where years are too few, as day numbers since 1970. */
export function dayTicks(low: number, high: number): { at: number; iso: string }[] {
  const day = 86_400_000
  const years = (high - low) / 365.25
  const months = years > 6 ? 24 : years > 2.5 ? 12 : years > 1 ? 6 : years > 0.4 ? 3 : 1
  const first = new Date(low * day)
  const marks = []
  for (let at = 0; at < 400; at++) {
    const date = new Date(Date.UTC(first.getUTCFullYear(), at * months, 1))
    const number = date.getTime() / day
    if (number > high) break
    if (number >= low) marks.push({ at: number, iso: date.toISOString().slice(0, 10) })
  }
  return marks
}
