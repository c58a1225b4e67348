import { describe, expect, it } from 'vitest'
import { dayTicks, decimalsOf, scale, ticks } from './plotScale'

describe('the marks of a rule', () => {
  it('stand at round places inside, whatever the range', () => {
    for (const [low, high] of [
      [0, 1],
      [0.93, 5.2],
      [12_300, 41_900],
      [-3, 7],
      [0, 0.004],
    ] as const) {
      const marks = ticks(low, high, 5)
      expect(marks.length).toBeGreaterThan(1)
      expect(marks.length).toBeLessThan(12)
      expect(marks[0]).toBeGreaterThanOrEqual(low - 1e-9)
      expect(marks.at(-1)).toBeLessThanOrEqual(high + 1e-9)
    }
    expect(ticks(0, 5, 5)).toEqual([0, 1, 2, 3, 4, 5])
    expect(ticks(3, 3, 5)).toEqual([3])
  })
  it('are written with as many decimals as tell them apart', () => {
    expect(decimalsOf([0, 0.5, 1])).toBe(1)
    expect(decimalsOf([0, 0.25])).toBe(2)
    expect(decimalsOf([1000, 2000])).toBe(0)
  })
  it('turn places into places, upside down as well', () => {
    expect(scale([0, 10], [100, 0])(2.5)).toBe(75)
    expect(Number.isFinite(scale([5, 5], [0, 10])(5))).toBe(true)
  })
  it('of the calendar stand on first days', () => {
    const marks = dayTicks(Date.UTC(2023, 4, 3) / 86_400_000, Date.UTC(2026, 8, 1) / 86_400_000)
    expect(marks.map((mark) => mark.iso)).toEqual(['2024-01-01', '2025-01-01', '2026-01-01'])
  })
})
