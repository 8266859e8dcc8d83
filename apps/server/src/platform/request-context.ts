import type { Request, RequestHandler, Response } from 'express'
import { AsyncLocalStorage } from 'node:async_hooks'
import { randomUUID } from 'node:crypto'

interface RequestContext {
  id: string
}

const storage = new AsyncLocalStorage<RequestContext>()
const GIVEN = /^[\w.:-]{1,100}$/

/** The id of the request that is being answered; null outside of one. */
export const requestId = (): string | null => storage.getStore()?.id ?? null

/** Gives each request an id, or keeps the one that a proxy gave it; the answer and every line of the log bear it. */
export const requestContext: RequestHandler = (request: Request, response: Response, next) => {
  const given = request.headers['x-request-id']
  const id = typeof given === 'string' && GIVEN.test(given) ? given : randomUUID()
  response.setHeader('x-request-id', id)
  storage.run({ id }, next)
}
