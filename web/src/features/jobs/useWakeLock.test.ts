import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { within } from '@/testing/within'
import { useWakeLock } from './useWakeLock'

describe('the screen at the bench', () => {
  afterEach(() => void Reflect.deleteProperty(navigator, 'wakeLock'))
  const lend = (request: () => Promise<unknown>) =>
    Object.defineProperty(navigator, 'wakeLock', { value: { request }, configurable: true })

  it('stays awake, again after another window was in front, and not longer', async () => {
    const release = vi.fn(async () => {})
    const request = vi.fn(async () => ({ release }))
    lend(request)
    const { leave } = within(useWakeLock)
    await flushPromises()
    expect(request).toHaveBeenCalledTimes(1)
    document.dispatchEvent(new Event('visibilitychange'))
    await flushPromises()
    expect(request).toHaveBeenCalledTimes(2)
    leave()
    expect(release).toHaveBeenCalledTimes(1)
    document.dispatchEvent(new Event('visibilitychange'))
    expect(request).toHaveBeenCalledTimes(2)
  })

  it('is no matter where the device does not allow it, or knows nothing of it', async () => {
    lend(() => Promise.reject(new Error('low battery')))
    const refused = within(useWakeLock)
    await flushPromises()
    refused.leave()
    Reflect.deleteProperty(navigator, 'wakeLock')
    within(useWakeLock).leave()
  })
})
