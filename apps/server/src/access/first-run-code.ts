import { createHmac } from 'node:crypto'

/** Letters and digits that are not taken for one another. */
const ALPHABET = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ'

/**
 * What whoever makes the first account has to know: the server says it where it is started, so that nobody who only finds its address comes
 * first. Every process of a server says the same. Twelve characters in threes of four, 60 bits.
 */
export function firstRunCode(secret: string): string {
  const bytes = createHmac('sha256', secret).update('bobbin first run').digest()
  const characters = [...bytes.subarray(0, 12)].map((byte) => ALPHABET[byte % ALPHABET.length])
  return characters.join('').replace(/(....)(?=.)/g, '$1-')
}
