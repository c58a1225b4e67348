import { describe, expect, it } from 'vitest'
import { date, days, daysBetween, magnitude, minutes, money, number, plainWords, quantity, roundMoney } from './format'

describe('figures as they are written down', () => {
  it('keeps the decimals that the server says are worth showing', () => {
    expect(quantity({ value: 2.4, unit: 'L', decimals: 2 })).toBe('2.4 L')
    expect(quantity({ value: 23588, unit: 'mi', decimals: 0 })).toMatch(/^23.588 mi$/)
  })
  it('says "over" in words, not with a sign', () => expect(magnitude({ value: -3.6, unit: 'h', decimals: 1 })).toBe('3.6 h'))
  it('keeps a format for each way of writing, and mixes none of them up', () => {
    const written = () => {
      expect([number(2.5, 2), number(2.5, 2, 1), number(2, 2, 1), number(2, 2, 2), number(2.5, 0)]).toEqual([
        ...['2.5', '2.5', '2.0', '2.00', '3'],
      ])
      expect([money('1234.5', 'GBP'), roundMoney(1234.5, 'GBP')]).toEqual(['£1,234.50', '£1,235'])
      expect([money('3', 'EUR'), roundMoney(3, 'EUR')]).toEqual(['€3.00', '€3'])
    }
    written()
    written()
  })
  it('leaves out the year that goes without saying', () => {
    expect(date('2026-04-14', '2026-04-18')).not.toContain('2026')
    expect(date('2025-04-14', '2026-04-18')).toContain('2025')
  })
  it('does not slip a day with the zone', () => expect(date('2026-01-01')).toContain('1'))
  it('counts whole days across a change of clocks', () => expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2))
  it.each([
    [1, '1 day'],
    [-1, '1 day'],
    [59, '59 days'],
    [400, '13 months'],
  ])('writes %i days as %s', (count, words) => expect(days(count)).toBe(words))
  it.each([
    [47, '47 min'],
    [60, '1 h 00'],
    [182, '3 h 02'],
  ])('writes %i minutes as %s', (count, words) => expect(minutes(count)).toBe(words))
  it.each([
    ['spin-on', 'Spin on'],
    ['frontBrake', 'Front brake'],
    ['sellers_word', 'Sellers word'],
  ])('writes %s as a person would', (word, words) => expect(plainWords(word)).toBe(words))
})
