import { expect, it } from 'vitest'
import { clock, peopleWords } from './manual-words.js'

const person = (name: string, gone = false) => ({ id: name.length, name, gone })

it.each([
  [0, '0:00'],
  [192_000, '3:12'],
  [3_849_000, '1:04:09'],
])('%d ms on a stopwatch is %s', (ms, words) => expect(clock(ms)).toBe(words))

it.each([
  [[], false, 'whoever takes it'],
  [[person('Ines')], false, 'Ines'],
  [[person('Ines'), person('Teo')], false, 'Ines or Teo'],
  [[person('Ines'), person('Teo', true)], true, 'Ines, then Teo, who left'],
])('%j is %s', (people, inOrder, words) => expect(peopleWords({ people, inOrder })).toBe(words))
