import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto'

const NONCE = 12
const TAG = 16

/** Of the server's secret a key of its own for what is kept encrypted (HKDF, RFC 5869). */
const keyOf = (secret: string): Buffer => Buffer.from(hkdfSync('sha256', secret, '', 'bobbin sealed values', 32))

/** Encrypts a text with AES-256-GCM: nonce, tag, text. A copy of the database alone does not open it. */
export function seal(text: string, secret: string): Buffer {
  const nonce = randomBytes(NONCE)
  const cipher = createCipheriv('aes-256-gcm', keyOf(secret), nonce)
  const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([nonce, cipher.getAuthTag(), sealed])
}

/** @throws Error where it was sealed with another secret, or changed since */
export function unseal(sealed: Buffer, secret: string): string {
  const decipher = createDecipheriv('aes-256-gcm', keyOf(secret), sealed.subarray(0, NONCE))
  decipher.setAuthTag(sealed.subarray(NONCE, NONCE + TAG))
  return Buffer.concat([decipher.update(sealed.subarray(NONCE + TAG)), decipher.final()]).toString('utf8')
}
