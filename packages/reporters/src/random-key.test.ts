import { expect, it } from 'vitest'
import { randomKey } from './random-key'

it('is a UUID of version 4 and variant 10 (RFC 9562, 4.1 and 5.4), never the same', () => {
  const keys = Array.from({ length: 1000 }, randomKey)
  for (const key of keys) expect(key).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/)
  expect(new Set(keys).size).toBe(1000)
})
