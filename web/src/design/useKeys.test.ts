import { afterEach, describe, expect, it, vi } from 'vitest'
import { within } from '@/testing/within'
import { typing, useKeys, useSingleKeys } from './useKeys'

const press = (key: string, more: KeyboardEventInit = {}, on: EventTarget = window) => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
  on.dispatchEvent(event)
  return event
}

describe('keys of a page', () => {
  afterEach(() => {
    useSingleKeys().choose(true)
    document.body.innerHTML = ''
  })

  it('do what the page does with them, and are the browser’s where it does nothing', () => {
    const did = vi.fn((event: KeyboardEvent) => event.key !== 'q')
    const { leave } = within(() => useKeys(did))
    expect(press('x').defaultPrevented).toBe(true)
    expect(press('q').defaultPrevented).toBe(false)
    expect(did).toHaveBeenCalledTimes(2)
    leave()
    press('x')
    expect(did).toHaveBeenCalledTimes(2)
  })

  it.each([{ ctrlKey: true }, { metaKey: true }, { altKey: true }])('with a modifier are the browser’s: %o', (modifier) => {
    const did = vi.fn()
    const { leave } = within(() => useKeys(did))
    expect(press('f', modifier).defaultPrevented).toBe(false)
    expect(did).not.toHaveBeenCalled()
    leave()
  })

  it('are quiet while a sheet lies over the page', () => {
    const did = vi.fn()
    const { leave } = within(() => useKeys(did))
    document.body.insertAdjacentHTML('beforeend', '<div class="v-overlay--active"></div>')
    press('x')
    expect(did).not.toHaveBeenCalled()
    leave()
  })

  it('of a single sign can be turned off on a device, and stay off there', () => {
    const did = vi.fn()
    const { leave } = within(() => useKeys(did))
    useSingleKeys().choose(false)
    press('x')
    press('/')
    expect(did).not.toHaveBeenCalled()
    // Named keys and the space bar are no letters that somebody may say.
    press('Enter')
    press(' ')
    expect(did).toHaveBeenCalledTimes(2)
    expect(localStorage.getItem('muddy-ledger-single-keys')).toBe('off')
    leave()
  })
})

describe('what is typed into', () => {
  it.each([
    ['<input>', true],
    ['<input type="radio">', false],
    ['<input type="checkbox">', false],
    ['<textarea></textarea>', true],
    ['<select></select>', true],
    ['<div role="listbox"></div>', true],
    ['<button></button>', false],
  ])('%s: %s', (html, is) => {
    document.body.innerHTML = html
    expect(typing(document.body.firstElementChild as HTMLElement)).toBe(is)
  })
  it('is nothing where nothing has the focus', () => expect(typing(null)).toBe(false))
})
