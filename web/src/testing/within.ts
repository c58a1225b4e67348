import { VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { defineComponent } from 'vue'
import { Answers } from '@/api/answers'

const none = () => new Answers({ defaultOptions: { queries: { retry: false, shallow: true } } })

/**
 * Runs a composable within a page, as it is run in the application: with its hooks, and with answers of its own.
 *
 * @param queries What the page before had been told, where there was one.
 */
export function within<T>(setup: () => T, queries = none()) {
  let made: T
  const page = mount(defineComponent({ setup: () => ((made = setup()), () => null) }), {
    attachTo: document.body,
    global: { plugins: [[VueQueryPlugin, { queryClient: queries }]] },
  })
  return { used: made!, queries, leave: () => page.unmount() }
}
