/** Moves the focus to the heading of the page, so that a reader hears where it is and the tab key goes on from there. */
export function focusHeading(within: ParentNode = document, level = 'h1') {
  const heading = within.querySelector<HTMLElement>(level)
  if (!heading) return
  heading.tabIndex = -1
  heading.focus({ preventScroll: true })
}
