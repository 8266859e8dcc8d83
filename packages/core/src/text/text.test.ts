import { visibleText } from './visible.js'
import { plainText } from './ansi.js'
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

// the sequences of ECMA-48 (5th edition) and xterm's control sequences
it.each([
  ['\u001b[31mred\u001b[0m', 'red'],
  ['\u001b[38;2;255;100;0mtrue\u001b[39m colour', 'true colour'],
  ['\u001b[2K\u001b[1Gline', 'line'],
  ['\u001b[?25lhidden cursor', 'hidden cursor'],
  ['\u001b]8;;https://quay.example\u001b\\link\u001b]8;;\u0007', 'link'],
  ['no [31m escape', 'no [31m escape'],
])('%j is %j without what it tells a terminal', (text, plain) => expect(plainText(text)).toBe(plain))

it('characters that turn the direction of a name are shown as marks, and no others', () => {
  expect(visibleText('gate\u202egpj.exe\u2069')).toBe('gate⟪RLO⟫gpj.exe⟪PDI⟫')
  expect(visibleText('שער \u200f1, plain\u200b')).toBe('שער \u200f1, plain\u200b')
})
