import type { NextFunction, Request, Response } from 'express'
import { Problem } from './problem.js'

/** A request with a body of JSON comes in within so long, in milliseconds; files have limits of their own, by their progress. */
const BODY_MS = 30_000
const BODIES = /^(application\/json|multipart\/form-data)\s*(;|$)/i

const changes = ({ method }: Request): boolean => !['GET', 'HEAD', 'OPTIONS'].includes(method)
const hasBody = ({ headers }: Request): boolean => headers['transfer-encoding'] !== undefined || Number(headers['content-length'] ?? 0) > 0
const isMultipart = ({ headers }: Request): boolean => /^multipart\//i.test(headers['content-type'] ?? '')

/**
 * Browsers say from where a page makes a request (Fetch Metadata, or Origin): one of another site changes nothing here, whoever is signed in. Who says
 * neither is no browser.
 * @throws Problem forbidden
 */
export function refuseOtherSites(request: Request, _response: Response, next: NextFunction): void {
  if (!changes(request)) return next()
  const [site, origin] = [request.headers['sec-fetch-site'], request.headers.origin]
  const isOther = site === undefined ? origin !== undefined && hostOf(origin) !== request.host : site !== 'same-origin' && site !== 'none'
  if (!isOther) return next()
  next(new Problem('forbidden', 'otherSite', 'This request comes from a page of another site; nothing was done'))
}

const hostOf = (origin: string): string | null => (URL.canParse(origin) ? new URL(origin).host : null)

/** Bodies are JSON, or files as declared multipart: forms of other sites can send neither unasked. @throws Problem unsupported */
export function refuseOtherBodies(request: Request, _response: Response, next: NextFunction): void {
  if (!changes(request) || !hasBody(request) || BODIES.test(request.headers['content-type'] ?? '')) return next()
  next(new Problem('unsupported', 'contentType', 'Send a body as application/json, or files as multipart/form-data'))
}

/** A body that does not come to its end holds nothing up. */
export function endSlowBodies(request: Request, response: Response, next: NextFunction): void {
  if (!hasBody(request) || isMultipart(request)) return next()
  const timer = setTimeout(() => {
    if (request.complete) return
    if (!response.headersSent) next(new Problem('stalled', 'stalled', `The request was not complete within ${BODY_MS / 1000} s`))
    response.once('finish', () => request.destroy())
  }, BODY_MS).unref()
  response.once('close', () => clearTimeout(timer))
  next()
}

/** Files that come in at once from one address: more are asked to wait, so that one sender who stalls leaves room for others. */
export function limitUploads(most: number) {
  const open = new Map<string, number>()
  return (request: Request, response: Response, next: NextFunction): void => {
    if (!isMultipart(request)) return next()
    const address = request.ip ?? ''
    const count = open.get(address) ?? 0
    if (count >= most)
      return next(
        new Problem('tooMany', 'uploads', `${most} uploads from this address are under way. Try again when one has ended`, {
          retryAfterS: 5,
        }),
      )
    open.set(address, count + 1)
    response.once('close', () => {
      const left = (open.get(address) ?? 1) - 1
      if (left > 0) open.set(address, left)
      else open.delete(address)
    })
    next()
  }
}

/** Nothing that the API says is kept by anybody in between; over TLS the browser comes back over TLS. */
export function guardAnswers(request: Request, response: Response, next: NextFunction): void {
  if (request.path.startsWith('/api/')) response.setHeader('cache-control', 'no-store')
  if (request.secure) response.setHeader('strict-transport-security', 'max-age=31536000')
  next()
}
