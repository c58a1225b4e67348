import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Refusal } from '@/api/client'
import { within } from '@/testing/within'
import { useTakeIn } from './useTakeIn'

/** A request that is answered by hand. */
class Sent {
  static last: Sent
  upload: { onprogress?: (event: Partial<ProgressEvent>) => void } = {}
  headers: Record<string, string> = {}
  address = ''
  status = 0
  response: unknown = null
  responseType = ''
  onload?: () => void
  onerror?: () => void
  onabort?: () => void
  constructor() {
    Sent.last = this
  }
  open = (_: string, address: string) => (this.address = address)
  setRequestHeader = (name: string, value: string) => (this.headers[name] = value)
  send = vi.fn()
  abort = () => this.onabort?.()
  answer(status: number, response: unknown) {
    Object.assign(this, { status, response })
    this.onload?.()
  }
}

describe('taking in a shed', () => {
  beforeEach(() => {
    vi.stubGlobal('XMLHttpRequest', Sent)
    vi.useFakeTimers()
  })
  afterEach(() => {
    vi.unstubAllGlobals()
    vi.useRealTimers()
  })
  const file = new File(['{}'], 'shed.json')
  const why = (taking: Promise<unknown>) => taking.catch((failed: unknown) => failed as Refusal) as Promise<Refusal>

  it('says how far it has come, and what came in', async () => {
    const { used, leave } = within(useTakeIn)
    const taking = used.takeIn('the-id', file)
    expect(used.going.value).toBe(true)
    expect(Sent.last.address).toBe('/api/import?id=the-id')
    expect(Sent.last.send).toHaveBeenCalledWith(file)
    Sent.last.upload.onprogress!({ lengthComputable: true, loaded: 30, total: 120 })
    expect(used.share.value).toBe(0.25)
    Sent.last.answer(200, { bikes: 6, entries: 240 })
    expect(await taking).toEqual({ bikes: 6, entries: 240 })
    expect(used.going.value).toBe(false)
    leave()
  })

  it('is refused in the words of the server, or in our own where it says nothing that can be read', async () => {
    const { used, leave } = within(useTakeIn)
    const refused = why(used.takeIn('1', file))
    Sent.last.answer(422, { detail: 'It is of a newer version.', errors: { version: 'is newer' } })
    expect(await refused).toMatchObject({ status: 422, message: 'It is of a newer version.', fields: { version: 'is newer' } })
    const unread = why(used.takeIn('2', file))
    Sent.last.answer(502, null)
    expect(await unread).toMatchObject({ status: 502, message: 'This file cannot be read.' })
    leave()
  })

  it('can be given up, and is when its page is left', async () => {
    const { used, leave } = within(useTakeIn)
    const given = why(used.takeIn('1', file))
    used.giveUp()
    expect((await given).message).toBe('Given up. Nothing was taken in.')
    const left = why(used.takeIn('2', file))
    leave()
    expect((await left).message).toContain('Given up')
  })
})
