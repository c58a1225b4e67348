import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, reactive, ref } from 'vue'
import { within } from '@/testing/within'
import { provideFromBike, useFromBike } from './useFromBike'
import { useSum } from './useSum'

const ok = { status: 200 } as Response
const refused = (field: string, words: string) => ({
  error: { detail: words, errors: { [field]: words } },
  response: { status: 422 } as Response,
})

describe('a sum', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('is asked for once the typing rests, and not at every key', async () => {
    const form = reactive({ fuel: '5 L', ratio: '' })
    const ask = vi.fn(async (query: typeof form) => ({ data: `${query.fuel} at ${query.ratio}`, response: ok }))
    const { used, leave } = within(() => useSum(form, ask))
    await flushPromises()
    expect(used.data.value).toBe('5 L at ')
    for (const typed of ['5', '50', '50:', '50:1']) {
      form.ratio = typed
      await vi.advanceTimersByTimeAsync(100)
    }
    expect(used.stale.value).toBe(true)
    expect(ask).toHaveBeenCalledTimes(1)
    await vi.advanceTimersByTimeAsync(250)
    expect(used).toMatchObject({ data: { value: '5 L at 50:1' }, stale: { value: false } })
    expect(ask).toHaveBeenCalledTimes(2)
    leave()
  })

  it('keeps its last answer while a field makes no sense, and complains of no empty one', async () => {
    const form = reactive({ ratio: '50:1' })
    const ask = vi.fn(async () => ({ data: 'mixed', response: ok }) as { data?: string; error?: unknown; response: Response })
    const { used, leave } = within(() => useSum(form, ask))
    await flushPromises()
    ask.mockResolvedValue(refused('ratio', 'is no ratio'))
    form.ratio = '50 of'
    await vi.advanceTimersByTimeAsync(300)
    expect(used.data.value).toBe('mixed')
    expect(used.wrong('ratio')).toBe('Is no ratio')
    form.ratio = ''
    await vi.advanceTimersByTimeAsync(300)
    expect(used.wrong('ratio')).toBeUndefined()
    leave()
  })

  it('shows the answer to what stands there now, however late an earlier one comes', async () => {
    const form = reactive({ fuel: 'first' })
    type Answer = { data?: string; response: Response }
    const late: ((answer: Answer) => void)[] = []
    const ask = () => new Promise<Answer>((answer) => late.push(answer))
    const { used, leave } = within(() => useSum(form, ask))
    form.fuel = 'second'
    await vi.advanceTimersByTimeAsync(300)
    late[1]!({ data: 'second', response: ok })
    await flushPromises()
    late[0]!({ data: 'first', response: ok })
    await flushPromises()
    expect(used.data.value).toBe('second')
    leave()
  })
})

describe('what a bike gives a sum', () => {
  it('goes into its own fields once the bike is chosen, and what is typed afterwards stands', async () => {
    const known = ref<Record<string, string>>()
    const form = reactive({ ratio: '', fuel: '5 L' })
    const sum = defineComponent({ setup: () => (useFromBike('premix', form), () => null) })
    const page = mount(defineComponent({ setup: () => (provideFromBike(known), () => h(sum)) }))
    expect(form).toEqual({ ratio: '', fuel: '5 L' })
    known.value = { 'premix.ratio': '40:1', 'coolant.share': '50' }
    await flushPromises()
    expect(form).toEqual({ ratio: '40:1', fuel: '5 L' })
    form.ratio = '50:1'
    await flushPromises()
    expect(form.ratio).toBe('50:1')
    page.unmount()
  })
})
