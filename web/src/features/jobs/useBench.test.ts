import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import { within } from '@/testing/within'
import { useBench } from './useBench'

vi.mock('@/api/client', async (real) => ({ ...(await real<object>()), api: { GET: vi.fn(), POST: vi.fn() } }))

const run = (version: number, current = 'drain') => ({ version, current, steps: [{ id: 'drain' }, { id: 'fill' }] })
const answered = (status: number, data?: unknown, error?: unknown) => ({ data, error, response: { status } as Response }) as never
const get = vi.mocked(api.GET)
const post = vi.mocked(api.POST)
const sent = () =>
  (post.mock.calls as unknown as [string, { body: { id: string }; headers: Record<string, string> }][]).map(([, asked]) => asked)

describe('the bench', () => {
  beforeEach(() => {
    vi.resetAllMocks()
    get.mockResolvedValue(answered(200, run(3)))
  })

  async function open() {
    const bench = within(() => useBench(() => 'r'))
    await flushPromises()
    return bench
  }

  it('writes a tap upon the version that it shows, and shows what stands then', async () => {
    const { used, leave } = await open()
    post.mockResolvedValue(answered(200, run(4, 'fill')))
    expect(used.current.value?.id).toBe('drain')
    expect(await used.act({ act: 'step-done', step: 'drain' } as never)).toBe(true)
    expect(sent()[0]!.headers['If-Match']).toBe('"3"')
    await flushPromises()
    expect(used.current.value?.id).toBe('fill')
    leave()
  })

  it('sends a tap that went unanswered again as the same, and another tap as another', async () => {
    const { used, leave } = await open()
    post.mockRejectedValue(new TypeError('failed to fetch'))
    const tap = { act: 'step-done', step: 'drain' } as never
    expect(await used.act(tap)).toBe(false)
    expect(used.refusal.value?.status).toBe(0)
    await used.act(tap)
    await used.act({ act: 'step-skipped', step: 'drain', reason: 'no time' } as never)
    const ids = sent().map((asked) => asked.body.id)
    expect(ids[0]).toBe(ids[1])
    expect(new Set(ids).size).toBe(2)
    leave()
  })

  it('shows what another device did, and says why the tap was not taken', async () => {
    const { used, leave } = await open()
    post.mockResolvedValue(answered(412, undefined, { detail: 'Changed elsewhere.', current: run(5, 'fill') }))
    expect(await used.act({ act: 'step-done', step: 'drain' } as never)).toBe(false)
    await flushPromises()
    expect(used.run.value?.version).toBe(5)
    expect(used.refusal.value?.message).toBe('Changed elsewhere.')
    leave()
  })

  it('answers a second tap while the first is under way with nothing, and shows no older version for it', async () => {
    const { used, queries, leave } = await open()
    post.mockResolvedValueOnce(answered(412, undefined, { detail: 'Changed elsewhere.', current: run(5) }))
    await used.act({ act: 'step-done', step: 'drain' } as never)
    let go: (answer: never) => void = () => {}
    post.mockReturnValueOnce(new Promise((answer) => (go = answer)) as never)
    const first = used.act({ act: 'step-done', step: 'drain' } as never)
    queries.setQueryData(['run', 'r'], run(6))
    expect(await used.act({ act: 'step-done', step: 'drain' } as never)).toBe(false)
    expect(used.run.value?.version).toBe(6)
    go(answered(200, run(7, 'fill')))
    expect(await first).toBe(true)
    leave()
  })

  it('does nothing before it knows the run', async () => {
    get.mockReturnValue(new Promise(() => {}) as never)
    const { used, leave } = await open()
    expect(await used.act({ act: 'step-done', step: 'drain' } as never)).toBe(false)
    expect(post).not.toHaveBeenCalled()
    leave()
  })
})
