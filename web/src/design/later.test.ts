import { afterEach, describe, expect, it, vi } from 'vitest'
import { forget, later, notFetched } from './later'
import { useNotice } from './useNotice'

const { notices, drop } = useNotice()
const words = () => notices.value.map((notice) => notice.words)
const server = (there: boolean) =>
  vi.stubGlobal(
    'fetch',
    vi.fn(() => (there ? Promise.resolve({ ok: true }) : Promise.reject(new TypeError('Failed to fetch')))),
  )

/** Whether a style is to be had from here on: the tests' window fetches none, and says so as a browser does. */
const styles = (there: boolean) => {
  const { happyDOM } = window as unknown as { happyDOM: { settings: { handleDisabledFileLoadingAsSuccess: boolean } } }
  happyDOM.settings.handleDisabledFileLoadingAsSuccess = there
}
const style = () => document.querySelector('link[href$="part.css"]')

describe('a part that is fetched when it is wanted', () => {
  afterEach(() => {
    vi.unstubAllGlobals()
    styles(false)
    for (const notice of notices.value) drop(notice.id)
    style()?.remove()
  })

  it('is told of once while the server is away, and no longer when it is there', async () => {
    server(false)
    const again = vi.fn(async () => {})
    await notFetched('The page "Shelf"', again, () => expect.fail('the page went'))
    await notFetched('The page "Shelf"', again, () => expect.fail('the page went'))
    expect(words()).toEqual(['The page "Shelf" could not be fetched: the shed server does not answer.'])
    await notices.value[0]!.act!.go()
    expect(again).toHaveBeenCalledOnce()
    expect(await later(async () => 'the part')()).toBe('the part')
    expect(words()).toEqual([])
  })

  it('is told of no longer when another is gone to', async () => {
    server(false)
    await notFetched('The page "Shelf"', async () => {})
    forget()
    expect(words()).toEqual([])
  })

  it('comes with the whole page from a server that has become another', async () => {
    server(true)
    const whole = vi.fn()
    await notFetched('The page "Shelf"', async () => {}, whole)
    expect(whole).toHaveBeenCalledOnce()
    expect(words()).toEqual([])
  })

  it('is only told of where the whole page was just loaded', async () => {
    server(true)
    await notFetched('The page "Shelf"', async () => {})
    expect(words()).toEqual(['The page "Shelf" could not be fetched.'])
  })

  it('waits for the style that it lacked, and is not shown without', async () => {
    const link = document.createElement('link')
    link.rel = 'stylesheet'
    link.setAttribute('href', '/part.css')
    document.head.append(link)
    const load = vi.fn(async () => 'the part')
    await expect(later(load)()).rejects.toThrow('part.css is not to be had')
    await expect(later(load)()).rejects.toThrow('part.css is not to be had')
    expect(load).not.toHaveBeenCalled()
    styles(true)
    expect(await later(load)()).toBe('the part')
    const found = style()
    expect(found).not.toBe(link)
    // It is there now, and not asked for again.
    expect(await later(load)()).toBe('the part')
    expect(style()).toBe(found)
  })
})
