import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api, type EntryAnswer } from '@/api/client'
import { useNotice } from '@/design/useNotice'
import { within } from '@/testing/within'
import { usePutBack } from './usePutBack'
import { useWritten } from './useWritten'

vi.mock('@/api/client', async (real) => ({ ...(await real<object>()), api: { GET: vi.fn(), POST: vi.fn() } }))

const post = vi.mocked(api.POST)
const line = (id: string) => ({ id }) as EntryAnswer

describe('after a line was written', () => {
  beforeEach(() => {
    vi.resetAllMocks()
    post.mockResolvedValue({ data: {}, response: { status: 200 } as Response } as never)
  })

  it('one tap strikes all that the act wrote, and what is shown is read anew both times', async () => {
    const { used, queries, leave } = within(useWritten)
    const anew = vi.spyOn(queries, 'invalidateQueries')
    await used.written('Filled.', line('a'), line('b'))
    expect(anew).toHaveBeenCalledTimes(1)
    const notice = useNotice().notices.value.at(-1)!
    expect(notice.words).toBe('Filled.')
    await notice.act!.go()
    const sent = post.mock.calls as unknown as [string, { params: { path: { entry: string } } }][]
    expect(sent.map(([path, asked]) => [path, asked.params.path.entry])).toEqual([
      ['/api/entries/{entry}/strike', 'a'],
      ['/api/entries/{entry}/strike', 'b'],
    ])
    expect(anew).toHaveBeenCalledTimes(2)
    leave()
  })

  it('a line that was struck by mistake is put back', async () => {
    const { used, queries, leave } = within(usePutBack)
    const anew = vi.spyOn(queries, 'invalidateQueries')
    await used.putBack(line('a'))
    expect(post.mock.calls.map((call) => call[0] as string)[0]).toBe('/api/entries/{entry}/put-back')
    expect(anew).toHaveBeenCalledTimes(1)
    leave()
  })
})
