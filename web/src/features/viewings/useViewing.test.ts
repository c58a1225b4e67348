import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import { within } from '@/testing/within'
import { useTaps } from './useViewing'

vi.mock('@/api/client', async (real) => ({ ...(await real<object>()), api: { GET: vi.fn(), POST: vi.fn() } }))

const post = vi.mocked(api.POST)
const viewing = (share: number, claim: 'open' | 'contradicted', walkAway: number | null) => ({
  trust: { share },
  offers: walkAway === null ? null : { walkAway },
  claims: [{ id: 'oil', state: claim, heard: 'fresh oil', words: 'The oil is fresh.' }],
})
const answered = (data: unknown) => ({ data, response: { status: 200 } as Response }) as never
const sentIds = () => (post.mock.calls as unknown as [string, { body: { id: string } }][]).map(([, asked]) => asked.body.id)
const grade = (point: string, as: string) => ({ act: 'graded', point, grade: as }) as never

describe('taps at a viewing', () => {
  beforeEach(() => void vi.resetAllMocks())

  it('say what they moved', async () => {
    const { used, queries, leave } = within(() => useTaps(() => 'v'))
    queries.setQueryData(['viewing', 'v'], viewing(0.9, 'open', 2000))
    post.mockResolvedValueOnce(answered(viewing(0.5, 'contradicted', 1800)))
    expect(await used.tap(grade('engine.oil', 'failed'))).toBe(true)
    expect(used.moved.value).toEqual({ trust: [0.9, 0.5], walkAway: [2000, 1800], against: ['fresh oil'], borne: [] })
    // A bike that is knocked out has no price to walk away above.
    post.mockResolvedValueOnce(answered(viewing(0.5, 'contradicted', null)))
    await used.tap(grade('frame.cracks', 'failed'))
    expect(used.moved.value).toMatchObject({ walkAway: null, against: [] })
    leave()
  })

  it('come one after the other, however fast they are tapped, each under its own id', async () => {
    const { used, leave } = within(() => useTaps(() => 'v'))
    const waiting: ((answer: never) => void)[] = []
    post.mockImplementation((() => new Promise((answer) => waiting.push(answer))) as never)
    const both = [used.tap(grade('a.one', 'sound')), used.tap(grade('a.two', 'worn'))]
    await flushPromises()
    expect(post).toHaveBeenCalledTimes(1)
    expect(used.busy.value).toBe(true)
    waiting[0]!(answered(viewing(1, 'open', 1)))
    await flushPromises()
    expect(post).toHaveBeenCalledTimes(2)
    waiting[1]!(answered(viewing(1, 'open', 1)))
    expect(await Promise.all(both)).toEqual([true, true])
    const ids = sentIds()
    expect(new Set(ids).size).toBe(2)
    leave()
  })

  it('go to the viewing at which they were made, though another is open when their turn comes', async () => {
    let open = 'v'
    const { used, leave } = within(() => useTaps(() => open))
    const waiting: ((answer: never) => void)[] = []
    post.mockImplementation((() => new Promise((answer) => waiting.push(answer))) as never)
    const both = [used.tap(grade('a.one', 'sound')), used.tap(grade('a.two', 'worn'))]
    await flushPromises()
    open = 'another'
    waiting[0]!(answered(viewing(1, 'open', 1)))
    await flushPromises()
    waiting[1]!(answered(viewing(1, 'open', 1)))
    await Promise.all(both)
    const sent = post.mock.calls as unknown as [string, { params: { path: { viewing: string } } }][]
    expect(sent.map(([, asked]) => asked.params.path.viewing)).toEqual(['v', 'v'])
    leave()
  })

  it('stay with whoever made them where the server is away, and are the same when made again', async () => {
    const { used, leave } = within(() => useTaps(() => 'v'))
    post.mockRejectedValue(new TypeError('failed to fetch'))
    expect(await used.tap(grade('a.one', 'sound'))).toBe(false)
    expect(used.refusal.value?.status).toBe(0)
    post.mockResolvedValue(answered(viewing(1, 'open', 1)))
    expect(await used.tap(grade('a.one', 'sound'))).toBe(true)
    const ids = sentIds()
    expect(ids[0]).toBe(ids[1])
    expect(used.refusal.value).toBeNull()
    leave()
  })
})
