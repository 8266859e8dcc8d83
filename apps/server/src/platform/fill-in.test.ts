import { expect, it } from 'vitest'
import { fillIn } from './fill-in.js'

it('fills in what is given, and nothing that every object has', () => {
  expect(fillIn('{"run":"{run}","x":"{constructor}{toString}"}', { run: 'a "b"' })).toBe(
    '{"run":"a \\"b\\"","x":"{constructor}{toString}"}',
  )
})
