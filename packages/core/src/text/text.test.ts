import { expect, it } from 'vitest'
import { naturalKey } from './natural-key.js'
import { readOutline } from './outline.js'

it('orders builds as people count', () => {
  const order = ['10', '9', '2026.11.10', '2026.11.9', '412'].sort((a, b) => ((naturalKey(a) ?? '') < (naturalKey(b) ?? '') ? -1 : 1))
  expect(order).toEqual(['9', '10', '412', '2026.11.9', '2026.11.10'])
  expect(naturalKey('9f1c2ab')).not.toBeNull()
  expect(naturalKey('release')).toBeNull()
})

it('makes cases of lines and areas of lines with deeper ones below', () => {
  expect(readOutline('Deck planner\n  Limits\n\t- Axle limit is refused\n\n  2. Tall vehicles keep out\r\nStands alone')).toEqual([
    { areas: ['Deck planner', 'Limits'], title: 'Axle limit is refused', line: 3 },
    { areas: ['Deck planner'], title: 'Tall vehicles keep out', line: 5 },
    { areas: [], title: 'Stands alone', line: 6 },
  ])
})
