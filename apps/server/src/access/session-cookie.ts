import type { Response } from 'express'
import type { Config } from '../platform/config.js'
import type { BobbinRequest } from './context.js'
import { SESSION_DAYS, type Place } from './sessions.service.js'

/** Over TLS the browser takes the cookie from this host alone, for all of it, and sends it back over nothing else (RFC 6265bis, 4.1.3.2). */
const [PLAIN, OVER_TLS] = ['bobbin_session', '__Host-bobbin_session']

/** Whether the browser speaks TLS, also to a proxy in front whose word is taken. */
const isSecure = (request: BobbinRequest, config?: Config): boolean => request.secure || config?.secureCookies === true

export function setSession(request: BobbinRequest, response: Response, secret: string, config: Config): void {
  const secure = isSecure(request, config)
  response.cookie(secure ? OVER_TLS : PLAIN, secret, {
    httpOnly: true,
    sameSite: 'lax',
    secure,
    path: '/',
    maxAge: SESSION_DAYS * 86_400_000,
  })
}

const KNOWN = 'bobbin_known'
/** A browser is known to so many accounts, for so many days. */
const [MOST_KNOWN, KNOWN_DAYS] = [5, 180]

/** Remembers that somebody was signed in here, so that wrong passwords from elsewhere don't keep them out. */
export function setKnown(request: BobbinRequest, response: Response, browser: string, config: Config): void {
  const all = [browser, ...knownTo(request).filter((one) => one !== browser)].slice(0, MOST_KNOWN)
  response.cookie(KNOWN, all.join('.'), {
    httpOnly: true,
    sameSite: 'strict',
    secure: isSecure(request, config),
    path: '/api/session',
    maxAge: KNOWN_DAYS * 86_400_000,
  })
}

function knownTo(request: BobbinRequest): string[] {
  const found = ((request.cookies ?? {}) as Record<string, unknown>)[KNOWN]
  return typeof found === 'string' ? found.split('.', MOST_KNOWN) : []
}

export function clearSession(response: Response): void {
  response.clearCookie(PLAIN, { path: '/' })
  response.clearCookie(OVER_TLS, { path: '/', secure: true })
}

/** The plain cookie is not believed over TLS: another host of the same site could have set it. */
export function sessionOf(request: BobbinRequest): string | null {
  const cookies = (request.cookies ?? {}) as Record<string, unknown>
  const found = cookies[OVER_TLS] ?? (request.secure ? undefined : cookies[PLAIN])
  return typeof found === 'string' ? found : null
}

/** Express works out the address, past as many proxies as the configuration names. */
export const placeOf = (request: BobbinRequest): Place => ({
  agent: request.headers['user-agent'] ?? '',
  address: request.ip ?? '',
  known: knownTo(request),
})
