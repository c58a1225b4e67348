import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import DipStick from './DipStick.vue'

const stick = (share: number | null, more = {}) =>
  mount(DipStick, { props: { share, state: 'in-hand', sentence: 'Engine oil: 412 mi left.', ...more } })
const width = (share: number) =>
  parseFloat(
    stick(share)
      .get('.oil')
      .attributes('style')!
      .replace(/[^\d.]/g, ''),
  )

describe('the dipstick', () => {
  it('says itself in one sentence', () => expect(stick(0.5).attributes('aria-label')).toBe('Engine oil: 412 mi left.'))
  it('reaches F when just done and L when due', () => {
    const notches = stick(0.5)
      .findAll('.notch')
      .map((notch) => parseFloat(notch.attributes('style')!.replace(/[^\d.]/g, '')))
    expect(width(0)).toBe(notches[0])
    expect(width(1)).toBe(notches[1])
  })
  it('stands left of L when overdue, and never falls off its ends', () => {
    expect(width(-0.2)).toBeLessThan(width(0))
    expect(width(-50)).toBeGreaterThan(0)
    expect(width(50)).toBeLessThanOrEqual(100)
  })
  it('shows no oil where nothing is known', () => {
    expect(stick(null).find('.oil').exists()).toBe(false)
    expect(stick(null).text()).toContain('? no history')
  })
  it('frays where the level is estimated', () => expect(stick(0.5, { estimated: true }).classes()).toContain('estimated'))
  it('marks the horizon only where one is known', () => {
    expect(stick(0.5, { shareAtHorizon: 0.1 }).find('.horizon').exists()).toBe(true)
    expect(stick(0.5, { shareAtHorizon: null }).find('.horizon').exists()).toBe(false)
  })
})
