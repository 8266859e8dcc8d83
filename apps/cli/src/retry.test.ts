import { ApiError, UnreachableError } from '@bobbin/client'
import { describe, expect, it } from 'vitest'
import { withRetries } from './retry.js'

/** Fails with each error in turn, then answers. */
function attempt(...errors: Error[]) {
  const waits: number[] = []
  const left = [...errors]
  const done = withRetries(
    () => {
      const error = left.shift()
      return error ? Promise.reject(error) : Promise.resolve('stored')
    },
    { retries: 5, wait: (ms) => Promise.resolve(void waits.push(ms)), onRetry: () => undefined },
  )
  return { done, waits }
}
const away = () => new UnreachableError('no answer')

describe('trying again', () => {
  it('waits longer each time', async () => {
    const { done, waits } = attempt(away(), away(), new ApiError(503, 'busy', 'busy'))
    expect(await done).toBe('stored')
    expect(waits).toEqual([1000, 2000, 4000])
  })
  it('waits as long as the server asks', async () => {
    const { done, waits } = attempt(new ApiError(429, 'slow', 'slow down', {}, 7000))
    expect(await done).toBe('stored')
    expect(waits).toEqual([7000])
  })
  it('gives up in the end, with the last error', async () => {
    const { done, waits } = attempt(...Array.from({ length: 9 }, away))
    await expect(done).rejects.toThrow('no answer')
    expect(waits).toEqual([1000, 2000, 4000, 8000, 16_000])
  })
  it('does not try again what was refused', async () => {
    const { done, waits } = attempt(new ApiError(403, 'scope', 'no'))
    await expect(done).rejects.toThrow('no')
    expect(waits).toEqual([])
  })
})
