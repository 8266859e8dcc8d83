import type { RequirementCase, RequirementRow } from '@bobbin/client'
import { expect, it } from 'vitest'
import { isShown, linesOf, verifiedBy } from './requirement-words.js'

const script = (name: string, file: string | null) => ({ id: 1, name, file })
const one = (more: Partial<RequirementCase> = {}): RequirementCase => ({ key: 'FERRY-214', title: 'Axle limit', state: 'approved', scripts: [], byHand: null, outcomes: {}, ...more }) // prettier-ignore
const row = (more: Partial<RequirementRow> = {}): RequirementRow => ({ id: 31, key: 'TIDE-31', name: 'Loads over the limit are refused', note: '', address: null, state: 'covered', red: false, changed: false, cases: [one()], ...more }) // prettier-ignore

it('a case is verified by its scripts, by hand, or by nothing', () => {
  expect(verifiedBy(one({ scripts: [script('refuses', 'deck/axle-load.spec.ts'), script('other', null)] }))).toBe('axle-load.spec.ts +1')
  expect(verifiedBy(one({ scripts: [script('refuses', null)], byHand: { runId: 1, build: '398' } }))).toBe('refuses')
  expect(verifiedBy(one({ byHand: { runId: 1, build: '398' } }))).toBe('by hand, build 398')
  expect(verifiedBy(one())).toBe('no script')
})

it('each case is a line, and what has none is one, too', () => {
  const lines = linesOf([row({ cases: [one(), one({ key: 'FERRY-215' })] }), row({ id: 40, cases: [] })])
  expect(lines.map(({ key, first, one: found }) => [key, first, found?.key])).toEqual([
    ['31:FERRY-214', true, 'FERRY-214'],
    ['31:FERRY-215', false, 'FERRY-215'],
    ['40', true, undefined],
  ])
})

it('the list is narrowed by what is missing and by words of requirement and case', () => {
  expect([null, 'noCase', 'neverRan', 'changed', 'red'].map((only) => isShown(row({ red: true }), only as null, ''))).toEqual([true, false, false, false, true]) // prettier-ignore
  expect(['tide-3', 'AXLE', 'ferry-214', 'gangway'].map((search) => isShown(row(), null, search))).toEqual([true, true, true, false])
})
