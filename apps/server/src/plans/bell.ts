import { type BeforeApplicationShutdown, Injectable } from '@nestjs/common'
import { EventEmitter, once } from 'node:events'

/** Rung when parts begin to wait: agents that this process keeps waiting are answered at once; those of others look twice a second. */
@Injectable()
export class Bell implements BeforeApplicationShutdown {
  /** The server ends: who waits is answered, and nobody waits any more. */
  over = false
  private readonly rings = new EventEmitter().setMaxListeners(0)

  ring(): void {
    this.rings.emit('ring')
  }

  /** Settles when it is rung, or after so many milliseconds. */
  async heard(ms: number): Promise<void> {
    const over = new AbortController()
    const timer = setTimeout(() => over.abort(), ms)
    try {
      await once(this.rings, 'ring', { signal: over.signal })
    } catch (error) {
      if (!over.signal.aborted) throw error
    } finally {
      clearTimeout(timer)
    }
  }

  beforeApplicationShutdown(): void {
    this.over = true
    this.ring()
  }
}
