import { hash, verify } from '@node-rs/argon2'
import { createHash, randomBytes } from 'node:crypto'

/** Argon2id with the library's defaults (19 MiB, 2 passes: OWASP's first choice). */
export const hashPassword = (password: string): Promise<string> => hash(password)
export const passwordMatches = (passwordHash: string, password: string): Promise<boolean> => verify(passwordHash, password)

/** 256 random bits in URL-safe text. */
export const randomSecret = (): string => randomBytes(32).toString('base64url')

/** Secrets with 256 random bits need no slow hash. */
export const secretHash = (secret: string): Buffer => createHash('sha256').update(secret).digest()
