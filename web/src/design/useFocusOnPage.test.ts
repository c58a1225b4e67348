import { mount } from '@vue/test-utils'
import { afterEach, describe, expect, it } from 'vitest'
import { defineComponent, h, nextTick } from 'vue'
import { createMemoryHistory, createRouter, RouterView } from 'vue-router'
import { useFocusOnPage } from './useFocusOnPage'

const titled = (title: string) => defineComponent({ render: () => h('main', [h('h1', title), h('input')]) })

describe('a new page', () => {
  afterEach(() => (document.body.innerHTML = ''))

  async function open() {
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [
        { path: '/', component: titled('Shed') },
        { path: '/bike', component: titled('Bike') },
        { path: '/slow', component: defineComponent({ render: () => h('main') }) },
      ],
    })
    const app = defineComponent({ setup: () => (useFocusOnPage(), () => h(RouterView)) })
    await router.push('/')
    const page = mount(app, { attachTo: document.body, global: { plugins: [router] } })
    await router.isReady()
    await nextTick()
    await nextTick()
    return { router, page }
  }

  it('is read from its heading on, but the first is left to the browser', async () => {
    const { router, page } = await open()
    expect(document.activeElement).toBe(document.body)
    await router.push('/bike')
    await nextTick()
    await nextTick()
    expect(document.activeElement?.textContent).toBe('Bike')
    page.unmount()
  })

  it('that has its heading late is read from it all the same', async () => {
    const { router, page } = await open()
    await router.push('/slow')
    await nextTick()
    expect(document.activeElement).toBe(document.body)
    document.querySelector('main')!.insertAdjacentHTML('beforeend', '<h1>At last</h1>')
    await new Promise((soon) => setTimeout(soon))
    expect(document.activeElement?.textContent).toBe('At last')
    page.unmount()
  })

  it('does not take the focus from who has gone on meanwhile', async () => {
    const { router, page } = await open()
    await router.push('/slow')
    await nextTick()
    document.querySelector('main')!.insertAdjacentHTML('beforeend', '<input />')
    document.querySelector('input')!.focus()
    document.querySelector('main')!.insertAdjacentHTML('beforeend', '<h1>Too late</h1>')
    await new Promise((soon) => setTimeout(soon))
    expect(document.activeElement?.tagName).toBe('INPUT')
    page.unmount()
  })
})
