import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { Refusal } from '@/api/client'
import LoadState from './LoadState.vue'

const made = () => ({
  data: ref<unknown>(undefined),
  error: ref<Error | null>(null),
  isFetching: ref(true),
  refetch: vi.fn(),
})
const shown = (query: ReturnType<typeof made>) =>
  mount(LoadState, {
    props: { query, what: 'The shelf' },
    global: { stubs: { RouterLink: { template: '<a href="/"><slot /></a>' } } },
  })

beforeEach(() => vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

it('says nothing of a quick answer, and of a slow one where it will be', async () => {
  const query = made()
  const state = shown(query)
  await vi.advanceTimersByTimeAsync(200)
  expect(state.find('[role=status]').exists()).toBe(false)
  await vi.advanceTimersByTimeAsync(200)
  expect(state.get('[role=status]').text()).toBe('The shelf is being read.')
  query.data.value = {}
  await nextTick()
  expect(state.find('[role=status]').exists()).toBe(false)
})

it('waits for nothing that was not asked for', async () => {
  const query = made()
  query.isFetching.value = false
  const state = shown(query)
  await vi.advanceTimersByTimeAsync(1_000)
  expect(state.find('[role=status]').exists()).toBe(false)
})

it('says what could not be read, and tries again', async () => {
  const query = made()
  query.error.value = new Refusal(0, 'No answer. What you typed is still here.')
  query.isFetching.value = false
  const state = shown(query)
  expect(state.get('[role=alert]').text()).toContain('The shelf could not be read. The shed server does not answer.')
  query.error.value = new Refusal(503, 'The shed is being exchanged.')
  await nextTick()
  expect(state.get('[role=alert]').text()).toContain('The shelf could not be read. The shed is being exchanged.')
  await state.get('button').trigger('click')
  expect(query.refetch).toHaveBeenCalledOnce()
  query.data.value = {}
  await nextTick()
  expect(state.get('[role=alert]').text()).toContain('how it was last read')
})

it('leads back from what is not there, which no second try brings', () => {
  const query = made()
  query.error.value = new Refusal(404, 'There is no such bike.')
  const state = shown(query)
  expect(state.get('a').text()).toBe('Back to the shed')
  expect(state.find('button').exists()).toBe(false)
})
