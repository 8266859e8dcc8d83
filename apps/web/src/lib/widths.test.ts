import { expect, it } from 'vitest'
import { readWidths } from './widths.js'

it('reads widths, and leaves out what is none', () => {
  expect(readWidths('{"owner":120,"tags":"wide","state":null}')).toEqual({ owner: 120 })
  for (const text of [null, '', '[1]', 'null', '{']) expect(readWidths(text)).toEqual({})
})
