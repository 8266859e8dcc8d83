import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common'
import type { ProblemDetails } from '../contract/index.js'
import type { Response } from 'express'
import { ConnectionError, DatabaseError } from 'sequelize'
import { AwayLog } from './away-log.js'
import { StoreAway } from './blobs/blob-store.js'
import { Problem, type ProblemKind, STATUS } from './problem.js'
import { requestId } from './request-context.js'

/** So soon what is away may be asked again, in seconds. */
const RETRY_S = 2

/** PostgreSQL's error codes by name, where a person can do something about them. */
const DATABASE_ERRORS: Record<string, [ProblemKind, string, string]> = {
  '22P04': ['invalid', 'badBytes', 'The data holds bytes that the database cannot store'],
  '22021': ['invalid', 'badBytes', 'The data holds characters that the database cannot store'],
  '22003': ['invalid', 'outOfRange', 'A number is larger than the database can store'],
  '22P02': ['invalid', 'badValue', 'A value is none of the kind that is asked for'],
  '22P05': ['invalid', 'badBytes', 'The data holds characters that the database cannot store'],
  '53100': ['diskFull', 'diskFull', 'The disk of the database is full; nothing was stored. Ask whoever runs the server to make room'],
  '57014': [
    'tooSlow',
    'tooSlow',
    'This took the database too long and was broken off. Ask for less: a shorter span of builds, or a narrower filter',
  ],
  BB050: ['invalid', 'tooDeep', 'Areas are nested more than 50 deep'],
  '40001': ['conflict', 'busy', 'Somebody else changed the same at this moment; nothing was stored. Try again'],
  '40P01': ['conflict', 'busy', 'Somebody else changed the same at this moment; nothing was stored. Try again'],
}

/** The database goes down, comes up, or was cut off in the middle (PostgreSQL's classes 08 and 57P). */
const AWAY = /^(08...|57P0[1-4])$/
/** What a network says of a connection that is gone: it was one to the database, since stores wrap theirs. */
const CUT_OFF = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND', 'EAI_AGAIN'])
/** What a file system says that can't be used now. */
const DISK = new Set(['EROFS', 'EIO'])
const FULL = new Set(['ENOSPC', 'EDQUOT'])

/** What will be there again: who asked may ask again, and nothing was stored by halves. */
function awayOf(error: unknown): ProblemDetails | null {
  const code = (thrown: unknown) => (thrown as { code?: string } | null | undefined)?.code ?? ''
  const cause = error instanceof DatabaseError || error instanceof ConnectionError ? error.parent : error
  const lost = /Connection terminated|server closed the connection|Client has encountered a connection error/
  if (
    error instanceof ConnectionError ||
    AWAY.test(code(cause)) ||
    CUT_OFF.has(code(cause)) ||
    (cause instanceof Error && lost.test(cause.message))
  )
    return details(STATUS.away, 'databaseAway', 'The database is away at the moment; nothing of this was stored. Try again')
  if (FULL.has(code(error)) || (error instanceof StoreAway && FULL.has(code(error.cause))))
    return details(
      STATUS.diskFull,
      'diskFull',
      'The disk of the server is full; nothing of this was stored. Ask whoever runs it to make room',
    )
  if (error instanceof StoreAway || DISK.has(code(error)))
    return details(STATUS.away, 'storeAway', 'The store of contents can’t be used at the moment; nothing of this was stored. Try again')
  return null
}

/** In words; several addresses that all refuse are an error with a code and without any. */
const messageFrom = (error: unknown): string =>
  error instanceof Error ? error.message || ((error as { code?: string }).code ?? error.name) : String(error)

/** Turns whatever was thrown into problem details (RFC 9457). */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly log = new Logger('Problem')
  private readonly away = new AwayLog((line) => this.log.error(line))

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>()
    const problem = this.describe(error)
    if (response.headersSent) return
    // what is still being sent is not waited for
    if (problem.status === STATUS.away || problem.status === STATUS.diskFull) response.setHeader('retry-after', RETRY_S)
    if (problem.status === 408 || problem.status === 413) response.setHeader('connection', 'close')
    if (error instanceof Problem && typeof error.extra['retryAfterS'] === 'number')
      response.setHeader('retry-after', error.extra['retryAfterS'])
    response.status(problem.status).type('application/problem+json').json(problem)
  }

  private describe(error: unknown): ProblemDetails {
    if (error instanceof Problem) return { ...error.extra, ...details(STATUS[error.kind], error.code, error.message) }
    if (error instanceof HttpException) return details(error.getStatus(), 'request', messageOf(error))
    const odd = oddRequest(error)
    if (odd) return odd
    if (isBrokenUpload(error))
      return details(400, 'aborted', 'The upload broke off. Files that had come in whole are stored; send the rest again')
    const code = error instanceof DatabaseError ? ((error.parent as { code?: string }).code ?? '') : ''
    const known = DATABASE_ERRORS[code]
    if (known) return details(STATUS[known[0]], known[1], known[2])
    const away = awayOf(error)
    if (away) {
      this.away.met(away.code, messageFrom(error instanceof DatabaseError || error instanceof ConnectionError ? error.parent : error))
      return away
    }
    this.log.error(toldOf(error))
    const id = requestId()
    return details(
      500,
      'internal',
      `Something went wrong in the server; nothing was stored. The server’s log says more${id ? ` (request ${id})` : ''}`,
    )
  }
}

/** All that an error tells: those of the database have a stack without their message, and a code in what they came from. */
function toldOf(error: unknown): string {
  if (!(error instanceof Error)) return String(error)
  const { code } = ((error as { parent?: unknown }).parent ?? error) as { code?: string }
  const stack = error.stack ?? ''
  return `${stack.includes(error.message) ? '' : `${error.message}${code ? ` (${code})` : ''}\n`}${stack}`
}

/** What the parsers of requests throw carries a status of its own (http-errors): a body that is no JSON, a path that is no text. */
function oddRequest(error: unknown): ProblemDetails | null {
  if (error instanceof URIError) return details(STATUS.invalid, 'request', 'The address holds characters that are written wrongly')
  const { status, expose, message } = (error ?? {}) as { status?: unknown; expose?: unknown; message?: unknown }
  if (typeof status !== 'number' || status < 400 || status >= 500 || expose !== true) return null
  return details(status, 'request', String(message))
}

/** The sender went away in the middle of a request: no fault of the server, and nobody is there to read the answer. */
function isBrokenUpload(error: unknown): boolean {
  return error instanceof Error && (error.message === 'aborted' || error.message === 'Unexpected end of form')
}

function messageOf(error: HttpException): string {
  const body = error.getResponse()
  const message = typeof body === 'object' && 'message' in body ? body.message : error.message
  return Array.isArray(message) ? message.join('; ') : String(message)
}

function details(status: number, code: string, detail: string): ProblemDetails {
  return { type: `urn:bobbin:problem:${code}`, title: code, status, code, detail }
}
