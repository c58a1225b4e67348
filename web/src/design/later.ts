import { useNotice } from './useNotice'

/**
 * Parts of the application that are fetched when they are wanted: pages, and the sheet for a reading. The shed server may be away just
 * then, or it may be a newer one that has other parts.
 */

const { offer, drop } = useNotice()
/** Styles that could not be fetched. The browser asks for a script again by itself, for a style it does not. */
const missing = new Set<HTMLLinkElement>()
let offered: number | undefined

addEventListener(
  'error',
  ({ target }) => {
    if (target instanceof HTMLLinkElement && target.rel === 'stylesheet') missing.add(target)
  },
  true,
)

/** @throws Where one is still not to be had. */
const stylesAgain = () =>
  Promise.all(
    [...missing].map(
      (link) =>
        new Promise((loaded, failed) => {
          const again = link.cloneNode() as HTMLLinkElement
          again.addEventListener('load', loaded)
          again.addEventListener('error', () => failed(new Error(`${again.href} is not to be had.`)))
          missing.delete(link)
          link.replaceWith(again)
        }),
    ),
  )

/** What was told of is no longer wanted. */
export function forget() {
  if (offered !== undefined) drop(offered)
  offered = undefined
}

/** A part, with all that it wants to look as it should. */
export const later =
  <T>(load: () => Promise<T>) =>
  async () => {
    await stylesAgain()
    const part = await load()
    forget()
    return part
  }

/**
 * What is done about a part that could not be had. A server that answers has become another, whose parts have other names: the whole
 * page is loaded from it. One that does not is told of.
 */
export async function notFetched(what: string, again: () => Promise<unknown>, whole?: () => void) {
  const there = await fetch('/', { cache: 'no-store' }).then(
    (page) => page.ok,
    () => false,
  )
  if (there && whole) return whole()
  forget()
  offered = offer(`${what} could not be fetched${there ? '' : ': the shed server does not answer'}.`, 'Try again', again)
}
