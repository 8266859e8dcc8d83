/** What a page says to the worker that hears for all pages. */
export interface Said {
  does: 'join' | 'leave'
  url: string
}

/** An event of the server, or of the connection to it. */
export interface Heard {
  type: string
  data?: string
}

/** As much of an EventSource as pages use: `began`, `change`, `missed`, `open` and `error`. */
export interface Events {
  addEventListener(type: 'began' | 'change' | 'missed' | 'open' | 'error', listener: (event: Event) => void): void
  close(): void
}

/** Hears the events of an address, together with the other pages of this browser where it can. */
export function openEvents(url: string): Events {
  return typeof SharedWorker === 'undefined' ? new EventSource(url) : new SharedEvents(url)
}

class SharedEvents extends EventTarget implements Events {
  private readonly worker = new SharedWorker(new URL('./events.shared-worker.ts', import.meta.url), { type: 'module', name: 'events' })
  private readonly address: string
  private readonly leave = () => this.say('leave')
  /** A page that comes back out of the browser's memory may have missed something. */
  private readonly comeBack = ({ persisted }: PageTransitionEvent) => {
    if (!persisted) return
    this.say('join')
    this.dispatchEvent(new MessageEvent('missed'))
  }

  constructor(url: string) {
    super()
    // the worker has an address of its own
    this.address = new URL(url, window.location.href).href
    this.worker.port.onmessage = ({ data: { type, data } }: MessageEvent<Heard>) => this.dispatchEvent(new MessageEvent(type, { data }))
    this.say('join')
    window.addEventListener('pagehide', this.leave)
    window.addEventListener('pageshow', this.comeBack)
  }

  private say(does: Said['does']): void {
    this.worker.port.postMessage({ does, url: this.address } satisfies Said)
  }

  close(): void {
    this.say('leave')
    this.worker.port.close()
    window.removeEventListener('pagehide', this.leave)
    window.removeEventListener('pageshow', this.comeBack)
  }
}
