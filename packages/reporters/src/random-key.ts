/**
 * A key that no other feed has: a UUID of version 4 (RFC 9562, section 5.4). It is no secret, so that the platform's generator, seeded
 * anew in each process, does; loading `node:crypto` would cost each start of a runner some milliseconds.
 */
export function randomKey(): string {
  const digit = (most: number) => Math.floor(Math.random() * most)
  return 'xxxxxxxx-xxxx-4xxx-yxxx-xxxxxxxxxxxx'.replace(/[xy]/g, (kind) => (kind === 'x' ? digit(16) : 8 + digit(4)).toString(16))
}
