import { useQuery } from '@tanstack/vue-query'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { within } from '@/testing/within'

/** A server whose answers come when they are let go, in any order. */
function server() {
  const asked: ((told: string) => void)[] = []
  return { asked, ask: () => new Promise<string>((answer) => asked.push(answer)) }
}

describe('what the server has said', () => {
  function open(bike = 'heron') {
    const { asked, ask } = server()
    // Kept for good: only what is written may make it asked for again.
    const page = () => useQuery({ queryKey: ['bike', bike], queryFn: ask, staleTime: Infinity })
    return { asked, page, ...within(page) }
  }

  it('is not what was asked before a write and answered after it, though it is the first answer of all', async () => {
    const { used, queries, asked, leave } = open()
    void queries.invalidateQueries()
    await flushPromises()
    expect(asked).toHaveLength(2)
    asked[1]!('after')
    asked[0]!('before')
    await flushPromises()
    expect(used.data.value).toBe('after')
    leave()
  })

  it('waits, once told anew, for the answer that was asked after', async () => {
    const { used, queries, asked, leave } = open()
    void queries.invalidateQueries()
    await flushPromises()
    asked[0]!('before')
    await flushPromises()
    expect(used.data.value).toBeUndefined()
    expect(used.isError.value).toBe(false)
    asked[1]!('after')
    await flushPromises()
    expect(used.data.value).toBe('after')
    leave()
  })

  it('is asked again on the next page where the last one was left before it was answered', async () => {
    const { used, queries, asked, page, leave } = open()
    asked[0]!('at first')
    await flushPromises()
    void used.refetch()
    leave()
    void queries.invalidateQueries()
    asked[1]!('before')
    await flushPromises()
    const next = within(page, queries)
    expect(asked).toHaveLength(3)
    asked[2]!('after')
    await flushPromises()
    expect(next.used.data.value).toBe('after')
    next.leave()
  })

  it('is what a write answered, not what was asked before it', async () => {
    const { used, queries, asked, leave } = open()
    queries.setQueryData(['bike', 'heron'], 'written')
    asked[0]!('before')
    await flushPromises()
    expect(used.data.value).toBe('written')
    leave()
  })

  it('stays under way where a write is about something else', async () => {
    const { used, queries, asked, leave } = open()
    queries.setQueryData(['bike', 'scree'], 'written')
    void queries.invalidateQueries({ queryKey: ['shelf'] })
    await flushPromises()
    expect(asked).toHaveLength(1)
    asked[0]!('told')
    await flushPromises()
    expect(used.data.value).toBe('told')
    leave()
  })
})
