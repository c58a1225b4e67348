import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, ref } from 'vue'
import type { RunAnswer } from '@/api/client'
import { clockWords, useTimers } from './useTimers'

describe('a timer', () => {
  beforeEach(() => void vi.useFakeTimers({ now: new Date('2026-04-18T10:00:00Z') }))
  afterEach(() => void vi.useRealTimers())

  it.each([
    [252, '04:12'],
    [0, '00:00'],
    [-30, '+00:30'],
    [3_723, '1:02:03'],
  ])('%i seconds are written %s', (seconds, words) => expect(clockWords(seconds)).toBe(words))

  it('counts by the clock of the server, whatever this device thinks', async () => {
    // The server is an hour ahead of this phone.
    const run = ref({
      now: '2026-04-18T11:00:00Z',
      timers: [{ step: 'drip', title: 'Let it drip', started: '2026-04-18T10:58:00Z', ends: '2026-04-18T11:08:00Z' }],
    } as unknown as RunAnswer)
    let timers: ReturnType<typeof useTimers>
    const page = mount(defineComponent({ setup: () => ((timers = useTimers(run)), () => null) }))
    expect(timers!.value[0]?.words).toBe('08:00')
    vi.advanceTimersByTime(60_000)
    expect(timers!.value[0]?.words).toBe('07:00')
    vi.advanceTimersByTime(8 * 60_000)
    expect(timers!.value[0]).toMatchObject({ over: true, words: '+01:00' })
    page.unmount()
  })
})
