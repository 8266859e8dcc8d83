import type { Response } from 'express'
import type { Config } from '../platform/config.js'
import { SESSION_COOKIE } from './access.guard.js'
import type { BobbinRequest } from './context.js'
import { SESSION_DAYS, type Place } from './sessions.service.js'

export function setSession(response: Response, secret: string, config: Config): void {
  response.cookie(SESSION_COOKIE, secret, {
    httpOnly: true,
    sameSite: 'lax',
    secure: config.secureCookies,
    path: '/',
    maxAge: SESSION_DAYS * 86_400_000,
  })
}

export const clearSession = (response: Response): void => void response.clearCookie(SESSION_COOKIE, { path: '/' })

export const sessionOf = (request: BobbinRequest): string | null =>
  (request.cookies as Record<string, string | undefined>)[SESSION_COOKIE] ?? null

/** Express works out the address, past as many proxies as the configuration names. */
export const placeOf = (request: BobbinRequest): Place => ({ agent: request.headers['user-agent'] ?? '', address: request.ip ?? '' })
