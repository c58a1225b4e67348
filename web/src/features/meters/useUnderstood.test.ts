import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { api } from '@/api/client'
import { within } from '@/testing/within'
import { useUnderstood } from './useUnderstood'

vi.mock('@/api/client', async (real) => ({ ...(await real<object>()), api: { GET: vi.fn(), POST: vi.fn() } }))

const get = vi.mocked(api.GET)
const read = (value: number, unit: string, own: number, ownUnit: string) =>
  ({
    data: { understood: { value, unit, decimals: 0 }, inOwnUnit: { value: own, unit: ownUnit, decimals: 0 } },
    response: { status: 200 } as Response,
  }) as never

describe('what is understood of a quantity', () => {
  beforeEach(() => void vi.resetAllMocks())

  it('stands in its own unit too, where it was typed in another', async () => {
    const text = ref('')
    const { used, leave } = within(() => useUnderstood(text, () => 'mi'))
    get.mockResolvedValueOnce(read(100, 'km', 62, 'mi'))
    text.value = '100 km'
    await flushPromises()
    expect(used.value).toMatch(/100\s*km, that is 62\s*mi/)
    get.mockResolvedValueOnce(read(62, 'mi', 62, 'mi'))
    text.value = '62'
    await flushPromises()
    expect(used.value).toMatch(/^62\s*mi$/)
    leave()
  })

  it('is nothing where nothing is typed, where it is too long, and where the server is away', async () => {
    const text = ref('')
    const { used, leave } = within(() => useUnderstood(text, () => 'mi'))
    text.value = '1'.repeat(41)
    await flushPromises()
    text.value = ''
    await flushPromises()
    expect(get).not.toHaveBeenCalled()
    get.mockRejectedValueOnce(new TypeError('failed to fetch'))
    text.value = '12'
    await flushPromises()
    expect(used.value).toBe('')
    leave()
  })

  it('is of what stands there now, however late an earlier answer comes', async () => {
    const text = ref('')
    const { used, leave } = within(() => useUnderstood(text, () => 'mi'))
    const late: ((answer: never) => void)[] = []
    get.mockImplementation((() => new Promise((answer) => late.push(answer))) as never)
    text.value = '1'
    await flushPromises()
    text.value = '12'
    await flushPromises()
    late[1]!(read(12, 'mi', 12, 'mi'))
    late[0]!(read(1, 'mi', 1, 'mi'))
    await flushPromises()
    expect(used.value).toMatch(/^12/)
    leave()
  })
})
