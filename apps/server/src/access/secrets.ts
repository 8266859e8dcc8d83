import { hash, verify } from '@node-rs/argon2'
import { createHmac, randomBytes } from 'node:crypto'

/** Argon2id with the library's defaults (19 MiB, 2 passes: OWASP's first choice). */
export const hashPassword = (password: string): Promise<string> => hash(password)
export const passwordMatches = (passwordHash: string, password: string): Promise<boolean> => verify(passwordHash, password)

/** 256 random bits: nothing to guess, so a fast keyed hash keeps them. */
export const randomSecret = (): string => randomBytes(32).toString('base64url')
export const secretHash = (secret: string, key: string): Buffer => createHmac('sha256', key).update(secret).digest()
