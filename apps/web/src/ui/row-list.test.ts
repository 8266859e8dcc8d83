import { expect, it } from 'vitest'
import { nextSelectable } from './row-list.js'

const items = ['# heading', 'a', 'b', '# heading', 'c']
const keyOf = (item: string) => (item.startsWith('#') ? null : item)

it.each([
  [-1, 1, 1],
  [1, 1, 2],
  [2, 1, 4],
  [4, 1, 4],
  [4, -1, 2],
  [1, -15, 1],
  [1, Infinity, 4],
  [4, -Infinity, 1],
])('from %s by %s to %s', (at, step, to) => expect(nextSelectable(items, keyOf, at, step)).toBe(to))

it('has nowhere to go in a list of headings', () => expect(nextSelectable(['#'], keyOf, -1, 1)).toBeNull())
