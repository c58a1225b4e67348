import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useNotice } from './useNotice'

describe('notices', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => {
    vi.runAllTimers()
    vi.useRealTimers()
  })
  const words = () => useNotice().notices.value.map((notice) => notice.words)

  it('stay a while, and longer where there is a way back', () => {
    const { say } = useNotice()
    say('Kept.')
    say('Struck.', async () => {})
    expect(words()).toEqual(['Kept.', 'Struck.'])
    vi.advanceTimersByTime(6_000)
    expect(words()).toEqual(['Struck.'])
    vi.advanceTimersByTime(7_000)
    expect(words()).toEqual([])
  })

  it('do not take the way back from one another, and do not fill the page', () => {
    const { say, notices, drop } = useNotice()
    for (const one of ['1', '2', '3', '4', '5']) say(one, async () => {})
    expect(words()).toEqual(['2', '3', '4', '5'])
    expect(notices.value.every((notice) => notice.act?.name === 'Undo')).toBe(true)
    drop(notices.value[1]!.id)
    expect(words()).toEqual(['2', '4', '5'])
  })
  it('with something to try again stay until they are taken away', () => {
    const { say, offer, drop } = useNotice()
    const id = offer('The page "Shelf" could not be fetched.', 'Try again', async () => {})
    say('Kept.')
    vi.advanceTimersByTime(600_000)
    expect(words()).toEqual(['The page "Shelf" could not be fetched.'])
    drop(id)
    expect(words()).toEqual([])
  })
})
