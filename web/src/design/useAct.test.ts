import { describe, expect, it, vi } from 'vitest'
import { Refusal } from '@/api/client'
import { useAct } from './useAct'
import { useNotice } from './useNotice'
import { useTold } from './useTold'

describe('an act', () => {
  it('is not done twice at once, and keeps what was said against it', async () => {
    const act = useAct()
    let done = 0
    let go = () => {}
    const held = new Promise<void>((resolve) => (go = resolve))
    const first = act.attempt(async () => {
      done++
      await held
    })
    expect(act.busy).toBe(true)
    expect(await act.attempt(async () => void done++)).toBe(false)
    go()
    expect(await first).toBe(true)
    expect(done).toBe(1)
    const said = new Refusal(422, 'No.', { date: 'lies in the future' })
    expect(await act.attempt(() => Promise.reject(said))).toBe(false)
    expect(act.refusal?.of('date')).toBe('Lies in the future')
    expect(act.busy).toBe(false)
    expect(await act.attempt(async () => {})).toBe(true)
    expect(act.refusal).toBeNull()
  })

  it('says whatever else went wrong, too', async () => {
    const act = useAct()
    await act.attempt(() => Promise.reject(new TypeError('it broke')))
    expect(act.refusal?.message).toContain('it broke')
  })
})

describe('the id of an act', () => {
  it('stays until the server has answered, and is another for the next act', async () => {
    const act = useAct()
    const ids: string[] = []
    const fails = (refusal: Refusal) => act.attempt((id) => (ids.push(id), Promise.reject(refusal)))
    // Without an answer it may have been written: the same is sent again.
    await fails(new Refusal(0, 'The server is away.'))
    await fails(new Refusal(422, 'No.'))
    await act.attempt(async (id) => void ids.push(id))
    await act.attempt(async (id) => void ids.push(id))
    act.renew()
    await act.attempt(async (id) => void ids.push(id))
    expect(ids[0]).toBe(ids[1])
    expect(new Set(ids).size).toBe(4)
  })
})

describe('what follows an act', () => {
  it('keeps nobody from the next one, and does not follow what was refused', async () => {
    const act = useAct()
    const order: string[] = []
    let go = () => {}
    const first = act.attempt(
      async () => 'written',
      (answer) => (order.push(answer), new Promise<void>((resolve) => (go = resolve))),
    )
    await Promise.resolve()
    await Promise.resolve()
    expect(order).toEqual(['written'])
    // The page is still being brought up to date: what is tapped now is done all the same.
    expect(await act.attempt(async () => void order.push('next'))).toBe(true)
    go()
    expect(await first).toBe(true)
    expect(
      await act.attempt(
        () => Promise.reject(new Refusal(422, 'No.')),
        () => void order.push('never'),
      ),
    ).toBe(false)
    expect(order).toEqual(['written', 'next'])
  })
})

describe('an act without a place for a refusal', () => {
  it('tells it as a notice, and once', async () => {
    const { notices, drop } = useNotice()
    for (const notice of [...notices.value]) drop(notice.id)
    const told = useTold()
    let go = () => {}
    const first = told.attempt(() => new Promise<void>((resolve) => (go = resolve)))
    expect(await told.attempt(() => Promise.reject(new Refusal(422, 'Never said.')))).toBe(false)
    go()
    expect(await first).toBe(true)
    expect(notices.value).toHaveLength(0)
    expect(await told.attempt(() => Promise.reject(new Refusal(422, 'That cannot be.')))).toBe(false)
    expect(notices.value.map((notice) => notice.words)).toEqual(['That cannot be.'])
  })
})

describe('several acts of one place', () => {
  it('each have an id of their own, and one that is said again keeps it', async () => {
    const act = useAct()
    const ids: string[] = []
    const unanswered = (what: string) =>
      act.attempt((id) => (ids.push(id), Promise.reject(new Refusal(0, 'The server is away.'))), undefined, what)
    await unanswered('done')
    await unanswered('done')
    await unanswered('skipped')
    await unanswered('done')
    expect(ids[0]).toBe(ids[1])
    expect(new Set(ids).size).toBe(3)
  })

  it('wait for each other where taps come fast, and none is lost', async () => {
    const act = useAct({ inTurn: true })
    const order: string[] = []
    const gates: (() => void)[] = []
    const tap = (what: string) =>
      act.attempt(
        async () => {
          order.push(`${what} sent`)
          await new Promise<void>((go) => gates.push(go))
          if (what === 'second') throw new Refusal(422, 'Not that one.')
        },
        () => void order.push(`${what} done`),
        what,
      )
    const taps = [tap('first'), tap('second'), tap('third')]
    for (let at = 0; at < 3; at++) {
      await vi.waitUntil(() => gates.length > at)
      expect(order.filter((one) => one.endsWith('sent'))).toHaveLength(at + 1)
      gates[at]!()
    }
    expect(await Promise.all(taps)).toEqual([true, false, true])
    expect(order).toEqual(['first sent', 'first done', 'second sent', 'third sent', 'third done'])
    // The last one was done: nothing is said against it.
    expect(act.refusal).toBeNull()
    expect(act.busy).toBe(false)
  })
})
