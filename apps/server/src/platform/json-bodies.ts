import type { Request, Response } from 'express'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { type JsonBounds, refuseLargeJson } from './json-size.js'
import { Problem } from './problem.js'

const DEPTH = 50
/** Where nobody need be signed in, and for what is no project’s: forms. */
const FORM: JsonBounds = { bytes: 16 * 1024, containers: 200, values: 1000, depth: DEPTH }
/** What people and programs send about a project; 20,000 keys of cases are the most of it. */
const USUAL: JsonBounds = { bytes: 1024 ** 2, containers: 5000, values: 50_000, depth: DEPTH }
/** Results, tests and outlines, which come in parts. */
const WIDE: JsonBounds = { bytes: 5 * 1024 ** 2, containers: 60_000, values: 300_000, depth: DEPTH }

/** What the parser reads at all, in bytes. */
export const MOST_JSON = WIDE.bytes

const OF_PROJECT = /^\/api\/projects\/[^/]+(\/|$)/i
const WIDE_ROUTES = [
  /\/feeds\/[^/]+\/(batches|close)\/?$/i,
  /\/scans\/[^/]+\/(tests|finish)\/?$/i,
  /\/mapping\/pushes\/?$/i,
  /\/cases\/outline\/?$/i,
  /\/requirements\/lines\/?$/i,
  /\/parts\/[^/]+\/log\/?$/i,
]

/** How large a body of JSON this request may have. Who brings nothing to be known by is given no more than a form. */
export function boundsOf({ path, headers }: Pick<Request, 'path' | 'headers'>): JsonBounds {
  const known = headers.authorization !== undefined || headers.cookie !== undefined
  if (!known || !OF_PROJECT.test(path)) return FORM
  return WIDE_ROUTES.some((route) => route.test(path)) ? WIDE : USUAL
}

/** Whose signature is over the bytes as they came. */
const SIGNED = /^\/api\/tracker-hooks\//i

/** For the body parser: counts what a body holds before it is parsed. @throws Problem */
export function countJson(message: IncomingMessage, _response: ServerResponse, bytes: Buffer, encoding: string): void {
  const request = message as Request & { rawBody?: Buffer }
  // bytes of other encodings are not what they look like
  if (encoding !== 'utf-8') throw new Problem('unsupported', 'charset', 'Send JSON in UTF-8')
  const bounds = boundsOf(request)
  if (bytes.length > bounds.bytes) throw tooLarge(bounds)
  refuseLargeJson(bytes, bounds)
  if (SIGNED.test(request.path)) request.rawBody = bytes
}

/** Refuses by what a request says of its length, before anything of it is read. @throws Problem tooLarge */
export function refuseLargeBodies(request: Request, _response: Response, next: (error?: unknown) => void): void {
  if (!/^application\/json/i.test(request.headers['content-type'] ?? '')) return next()
  const bounds = boundsOf(request)
  next(Number(request.headers['content-length'] ?? 0) > bounds.bytes ? tooLarge(bounds) : undefined)
}

const tooLarge = ({ bytes }: JsonBounds) =>
  new Problem('tooLarge', 'tooLarge', `A request may have ${Math.floor(bytes / 1024)} KB of JSON here. Send less at once`)
