import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import ShortRoundEnd from './ShortRoundEnd.vue'

const end = (says: 'asked-holds' | 'asked-too-much' | 'hangs' | null) =>
  mount(ShortRoundEnd, {
    props: {
      rest: { low: 1650, high: 2200, points: 39, minutes: 30, says },
      walkAway: 1999,
      asking: says ? 2250 : null,
      currency: 'EUR',
    },
  }).text()

describe('the end of a short round', () => {
  it('says between which prices the full round would end', () => {
    expect(end('hangs')).toMatch(/Walk away above .*1,999.*between .*1,650.*and .*2,200/)
  })
  it('says whether the price asked is settled', () => {
    expect(end('asked-holds')).toContain('hardly hangs on what is left')
    expect(end('asked-too-much')).toContain('2,250 is too much')
    expect(end('hangs')).toContain('is a price to pay hangs on what is left')
  })
  it('says nothing of a price that nobody asked', () => {
    expect(end(null)).not.toMatch(/hang|too much/)
  })
})
