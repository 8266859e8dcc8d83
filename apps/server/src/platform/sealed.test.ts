import { expect, it } from 'vitest'
import { seal, unseal } from './sealed.js'

it('opens with the secret that it was sealed with, and with no other', () => {
  const sealed = seal('tide-Över-42', 'secret-of-the-tests')
  expect(unseal(sealed, 'secret-of-the-tests')).toBe('tide-Över-42')
  expect(sealed.includes('tide')).toBe(false)
  expect(() => unseal(sealed, 'another-secret-of-16')).toThrow(/authenticate/)
  const changed = Buffer.from(sealed)
  changed.writeUInt8(changed.readUInt8(30) ^ 1, 30)
  expect(() => unseal(changed, 'secret-of-the-tests')).toThrow(/authenticate/)
})

it('seals the same text differently each time', () => {
  expect(seal('same', 'secret-of-the-tests')).not.toEqual(seal('same', 'secret-of-the-tests'))
})
