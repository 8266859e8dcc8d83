import { expect, it } from 'vitest'
import { SUITE_TEMPLATES, suiteTemplate } from './templates.js'

/** Success criteria of WCAG 2.2 at level A and AA: https://www.w3.org/TR/WCAG22/. */
const CRITERIA = new Set(
  `1.1.1 1.2.1 1.2.2 1.2.3 1.2.4 1.2.5 1.3.1 1.3.2 1.3.3 1.3.4 1.3.5 1.4.1 1.4.2 1.4.3 1.4.4 1.4.5 1.4.10 1.4.11 1.4.12 1.4.13 2.1.1 2.1.2 2.1.4
   2.2.1 2.2.2 2.3.1 2.4.1 2.4.2 2.4.3 2.4.4 2.4.5 2.4.6 2.4.7 2.4.11 2.5.1 2.5.2 2.5.3 2.5.4 2.5.7 2.5.8 3.1.1 3.1.2 3.2.1 3.2.2 3.2.3 3.2.4 3.2.6
   3.3.1 3.3.2 3.3.3 3.3.4 3.3.7 3.3.8 4.1.2 4.1.3`.split(/\s+/),
)

it('templates name criteria that there are', () => {
  const named = SUITE_TEMPLATES.flatMap(({ cases }) => cases.flatMap(({ tags }) => tags)).filter((tag) => tag.startsWith('wcag-'))
  expect(named.length).toBeGreaterThan(5)
  expect(named.filter((tag) => !CRITERIA.has(tag.slice(5)))).toEqual([])
})

it('each has a name of its own, and either cases with steps or a filter', () => {
  expect(new Set(SUITE_TEMPLATES.map(({ id }) => id)).size).toBe(SUITE_TEMPLATES.length)
  expect(new Set(SUITE_TEMPLATES.map(({ name }) => name)).size).toBe(SUITE_TEMPLATES.length)
  for (const { cases, filter } of SUITE_TEMPLATES) {
    expect(cases.length === 0).toBe(filter !== null)
    for (const { steps, priority } of cases) {
      expect(steps.length).toBeGreaterThan(0)
      expect(priority).toBeGreaterThan(0)
      expect(priority).toBeLessThanOrEqual(4)
    }
  }
  expect(suiteTemplate('nothing')).toBeNull()
})
