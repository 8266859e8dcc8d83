import type { Page } from '@playwright/test'
import axe from 'axe-core'

/** A colour as axe works with it; `commons.color` is public, but not in its types. */
interface Colour {
  r: number
  g: number
  b: number
  alpha: number
  parseString(text: string): Colour
}

declare global {
  interface Window {
    axe: Omit<typeof axe, 'commons'> & { commons: { color: { Color: { prototype: Colour } } } }
  }
}

/**
 * What axe objects to on the page as it stands, in light and in dark. The pages hold no frames, so that axe runs in the page itself.
 * @param within a CSS selector of the part to look at; the whole page without it
 * @returns a line for each rule that is broken
 */
export async function violations(page: Page, within?: string): Promise<string[]> {
  const found: string[] = []
  if (!(await page.evaluate(() => 'axe' in window))) {
    await page.evaluate(axe.source)
    await page.evaluate(rememberColours)
  }
  for (const theme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme: theme, reducedMotion: 'reduce' })
    await page.locator(`html[data-theme=${theme}]`).waitFor()
    const violations = await page.evaluate(
      async ({ rules, within }) => {
        const at = within === undefined ? document : { include: [within] }
        // styles and media are loaded once more only for rules that are off by default
        return (await window.axe.run(at, { resultTypes: ['violations'], preload: false, ...rules })).violations
      },
      // the page is the same in dark but for its colours
      { rules: theme === 'dark' ? { runOnly: ['color-contrast'] } : {}, within },
    )
    found.push(...violations.map(({ id, nodes }) => `${theme}, ${id}: ${nodes.map((node) => node.html).join(' | ')}`))
  }
  return found
}

/** Runs in the page. axe parses the same few colours anew for each of thousands of elements, up to half of the time that contrast takes. */
function rememberColours(): void {
  const { prototype } = window.axe.commons.color.Color
  const read = Object.getOwnPropertyDescriptor(prototype, 'parseString')?.value as (this: Colour, text: string) => Colour
  const known = new Map<string, Pick<Colour, 'r' | 'g' | 'b' | 'alpha'>>()
  prototype.parseString = function (this: Colour, text) {
    const colour = known.get(text)
    if (colour) return Object.assign(this, colour)
    read.call(this, text)
    const { r, g, b, alpha } = this
    known.set(text, { r, g, b, alpha })
    return this
  }
}
