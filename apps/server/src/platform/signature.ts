import { createHmac, timingSafeEqual } from 'node:crypto'

/** Signs a body that Bobbin sends or hears: HMAC-SHA256 (RFC 2104), in hexadecimal digits. */
export const signatureOf = (secret: string, body: string | Buffer): string =>
  `sha256=${createHmac('sha256', secret).update(body).digest('hex')}`

/** Whether a signature is that of a body; takes as long for a wrong one as for the right one. */
export function isSigned(secret: string, body: Buffer, signature: string): boolean {
  const [own, said] = [Buffer.from(signatureOf(secret, body)), Buffer.from(signature)]
  return own.length === said.length && timingSafeEqual(own, said)
}
