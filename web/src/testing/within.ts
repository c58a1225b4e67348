import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { defineComponent } from 'vue'

/** Runs a composable within a page, as it is run in the application: with its hooks, and with a cache of its own. */
export function within<T>(setup: () => T) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, shallow: true } } })
  let made: T
  const page = mount(defineComponent({ setup: () => ((made = setup()), () => null) }), {
    attachTo: document.body,
    global: { plugins: [[VueQueryPlugin, { queryClient: queries }]] },
  })
  return { used: made!, queries, leave: () => page.unmount() }
}
