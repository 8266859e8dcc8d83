import { afterEach, describe, expect, it } from 'vitest'
import { THREAD_LIMITS, type ThreadLease, ThreadPool, type ThreadLimits, type ThreadStopped } from './thread-pool.js'

/** A thread that does what it is told: answers, goes on for ever, fills its memory, or throws. */
const SCRIPT = new URL(
  `data:text/javascript,${encodeURIComponent(`
    import { parentPort } from 'node:worker_threads'
    parentPort.on('message', ({ kind }) => {
      if (kind === 'hang') for (;;);
      if (kind === 'fill') for (const kept = []; ;) kept.push(new Array(10000).fill(kept.length))
      if (kind === 'throw') throw new Error('broken')
      parentPort.postMessage({ kind })
    })`)}`,
)
const WHOLE = () => true
const COMING = () => false

const pools: ThreadPool[] = []
const poolOf = (limits: Partial<ThreadLimits> = {}, size = 2, script: URL = SCRIPT) => {
  const pool = new ThreadPool(script, size, { ...THREAD_LIMITS, ...limits })
  pools.push(pool)
  return pool
}
afterEach(() => Promise.all(pools.splice(0).map((pool) => pool.onApplicationShutdown())))

/** Posts something and settles with the answer, or with why there is none. */
function ask(lease: ThreadLease, kind: string): Promise<unknown> {
  return new Promise((resolve) => {
    lease.onMessage = (message) => {
      lease.answered(0)
      resolve(message)
    }
    lease.onStop = resolve
    lease.post({ kind })
  })
}

const stopOf = async (kind: string, limits: Partial<ThreadLimits>): Promise<ThreadStopped> => {
  const pool = poolOf(limits)
  const lease = await pool.lease(WHOLE)
  // with a limit of a moment even that would be too slow
  if (kind === 'throw') await ask(lease, 'hello')
  const stopped = (await ask(lease, kind)) as ThreadStopped
  lease.release()
  // the next one has a thread of its own
  const next = await pool.lease(WHOLE)
  expect(await ask(next, 'hello')).toEqual({ kind: 'hello' })
  next.release()
  return stopped
}

describe('a thread is ended', () => {
  it('that says nothing for too long', async () => expect((await stopOf('hang', { silenceMs: 1 })).code).toBe('tooSlow'))
  it('that works for too long in all', async () => expect((await stopOf('hang', { baseMs: 1 })).code).toBe('tooSlow'))
  it('that fills its memory', async () => expect((await stopOf('fill', { heapMb: 32 })).code).toBe('tooMuchMemory'))
  it('that throws', async () => expect((await stopOf('throw', {})).code).toBe('crashed'))
  it('that can’t be let go of', async () => {
    const pool = poolOf({ silenceMs: 1 })
    const lease = await pool.lease(WHOLE)
    lease.post({ kind: 'hang' })
    lease.release()
    const others = await Promise.all([pool.lease(WHOLE), pool.lease(WHOLE)])
    for (const other of others) other.release()
  })
})

it('a script that can’t be started is no fault of what it was given', async () => {
  const lease = await poolOf({}, 2, new URL('data:text/javascript,import "nothing-of-this-name"')).lease(WHOLE)
  expect(((await ask(lease, 'hello')) as ThreadStopped).code).toBe('broken')
})

describe('who waits', () => {
  it('is served in turn, and threads are used again', async () => {
    const pool = poolOf()
    const order: number[] = []
    const work = async (n: number) => {
      const lease = await pool.lease(WHOLE)
      order.push(n)
      await ask(lease, 'hello')
      lease.release()
    }
    await Promise.all([0, 1, 2, 3, 4].map(work))
    expect(order).toEqual([0, 1, 2, 3, 4])
  })

  it('for a sender leaves one thread to those that have all', async () => {
    const pool = poolOf()
    const coming = await pool.lease(COMING)
    let isWhole = false
    const second = pool.lease(() => isWhole)
    const whole = await pool.lease(WHOLE)
    expect(await ask(whole, 'hello')).toEqual({ kind: 'hello' })
    whole.release()
    isWhole = true
    pool.look()
    ;(await second).release()
    coming.release()
  })

  it('and holds a thread already is given another one at once', async () => {
    const pool = poolOf()
    const held = await Promise.all([pool.lease(WHOLE), pool.lease(WHOLE)])
    const more = pool.leaseNow()
    expect(await ask(more, 'hello')).toEqual({ kind: 'hello' })
    for (const lease of [more, ...held]) lease.release()
  })
})
