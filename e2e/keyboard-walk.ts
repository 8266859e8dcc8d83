import type { Page } from '@playwright/test'

/** What Tab finds on a page as it stands. */
export interface Walk {
  /** Controls that can be seen and that Tab never comes to, nor the arrow keys of the list, tree or menu around them. */
  missed: string[]
  /** Controls that nobody sees to have the focus. */
  unseen: string[]
  /** How many controls there are. */
  controls: number
}

interface Watch {
  controls: Element[]
  reached: Set<Element>
  unseen: Set<string>
  first: Element | null
  round: boolean
}

declare global {
  interface Window {
    keyboardWatch: Watch
  }
}

/** Presses no more often, whatever there is on a page. */
const MOST = 600
const BATCH = 10

/** Walks around the page with the Tab key, until everything was reached or it begins anew. */
export async function walk(page: Page): Promise<Walk> {
  await page.evaluate(watch)
  for (let pressed = 0; pressed < MOST; pressed += BATCH) {
    for (let i = 0; i < BATCH; i++) await page.keyboard.press('Tab')
    // lists go on as one walks through them: what was there at the start is what is looked for
    if (await page.evaluate(() => window.keyboardWatch.round)) break
    if ((await page.evaluate(told)).missed.length === 0) break
  }
  return page.evaluate(told)
}

/** Runs in the page: notes every control that can be seen, and each that gets the focus. */
function watch(): void {
  const modal = document.querySelector('[role=dialog], [role=alertdialog]')
  const controls = [
    ...(modal ?? document).querySelectorAll('a[href], button, input, select, textarea, summary, [tabindex], [contenteditable=true]'),
  ].filter(
    (element) =>
      element.checkVisibility({ visibilityProperty: true }) &&
      element.getBoundingClientRect().width > 1 &&
      !element.matches(':disabled, [aria-disabled=true]') &&
      element.closest('[inert], [aria-hidden=true]') === null,
  )
  const now: Watch = { controls, reached: new Set(), unseen: new Set(), first: null, round: false }
  window.keyboardWatch = now
  document.addEventListener('focusin', ({ target }) => {
    if (!(target instanceof Element)) return
    if (target === now.first) now.round = true
    now.first ??= target
    now.reached.add(target)
    const { outlineStyle, outlineWidth, boxShadow } = getComputedStyle(target)
    if ((outlineStyle === 'none' || outlineWidth === '0px') && boxShadow === 'none') now.unseen.add(target.outerHTML.slice(0, 200))
  })
  // a dialog has the focus already, and may have one control alone
  if (modal && document.activeElement) now.reached.add(document.activeElement)
  else if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
}

function told(): Walk {
  const { controls, reached, unseen } = window.keyboardWatch
  const composites = '[role=grid], [role=tree], [role=tablist], [role=menu], [role=listbox], [role=radiogroup], [role=toolbar]'
  const byArrows = (element: Element) => {
    const around = element.parentElement?.closest(composites)
    if (!around) return false
    return [...reached].some((one) => one === around || around.contains(one)) && element.getAttribute('tabindex') === '-1'
  }
  const sameGroup = (element: Element) =>
    element instanceof HTMLInputElement &&
    element.type === 'radio' &&
    [...reached].some((one) => one instanceof HTMLInputElement && one.type === 'radio' && one.name === element.name)
  // only what is no control by itself may say that it wants no focus
  const wantsFocus = (element: Element) =>
    element.matches('a, button, input, select, textarea') || element.getAttribute('tabindex') !== '-1'
  const missed = controls.filter(
    (element) => element.isConnected && !reached.has(element) && wantsFocus(element) && !byArrows(element) && !sameGroup(element),
  )
  return {
    missed: missed.map((element) => element.outerHTML.slice(0, 200)),
    unseen: [...unseen],
    controls: controls.length,
  }
}
