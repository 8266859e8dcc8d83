import { ApiError, UnreachableError } from '@bobbin/client'

export interface RetryOptions {
  /** How many times it is tried again. */
  retries: number
  wait: (ms: number) => Promise<void>
  /** Before each wait. */
  onRetry: (error: Error, waitMs: number, attempt: number) => void
}

const FIRST_MS = 1000
const MOST_MS = 30_000

/** Whether trying again may help: nobody answered, the server is overloaded, restarting or out of room, or it said when to come back. */
const mayPass = (error: unknown): error is ApiError | UnreachableError =>
  error instanceof UnreachableError ||
  (error instanceof ApiError && ([429, 502, 503, 504, 507].includes(error.status) || error.code === 'busy'))

/**
 * Tries again with waits of 1, 2, 4 … 30 s, or as long as the server asked for. A delivery may be sent twice: the server
 * knows a file by its content.
 */
export async function withRetries<T>(what: () => Promise<T>, { retries, wait, onRetry }: RetryOptions): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await what()
    } catch (error) {
      if (attempt > retries || !mayPass(error)) throw error
      const asked = error instanceof ApiError ? error.retryAfterMs : null
      const waitMs = Math.min(asked ?? FIRST_MS * 2 ** (attempt - 1), asked ? 300_000 : MOST_MS)
      onRetry(error, waitMs, attempt)
      await wait(waitMs)
    }
  }
}
