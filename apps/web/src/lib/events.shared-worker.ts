/**
 * Hears the server's events for all pages of one browser. A page of its own for each would use up the six connections that a browser
 * opens to a server over HTTP/1.1: the seventh page would wait for ever.
 */
import type { Began } from '@bobbin/client'
import type { Heard, Said } from './shared-events.js'

interface Stream {
  source: EventSource
  ports: Set<MessagePort>
  /** When something last changed, by this worker's clock; null until the stream has begun. */
  changed: number | null
}

const streams = new Map<string, Stream>()

function join(port: MessagePort, url: string): void {
  const stream = streams.get(url) ?? open(url)
  stream.ports.add(port)
  // who comes later hears what it would have heard from a stream of its own
  if (stream.changed === null || stream.source.readyState !== EventSource.OPEN) return
  port.postMessage({ type: 'open' } satisfies Heard)
  const began: Began = { quietMs: performance.now() - stream.changed }
  port.postMessage({ type: 'began', data: JSON.stringify(began) } satisfies Heard)
}

function open(url: string): Stream {
  const stream: Stream = { source: new EventSource(url), ports: new Set(), changed: null }
  streams.set(url, stream)
  const pass = (event: Event) => {
    if (event.type === 'change') stream.changed = performance.now()
    if (event.type === 'began') stream.changed = performance.now() - (JSON.parse((event as MessageEvent<string>).data) as Began).quietMs
    const heard: Heard = { type: event.type, ...(event instanceof MessageEvent && { data: String(event.data) }) }
    for (const port of stream.ports) port.postMessage(heard)
    // refused for good (signed out): a page that comes later asks anew
    if (event.type === 'error' && stream.source.readyState === EventSource.CLOSED) streams.delete(url)
  }
  for (const type of ['began', 'change', 'missed', 'error', 'open']) stream.source.addEventListener(type, pass)
  return stream
}

function leave(port: MessagePort, url: string): void {
  const stream = streams.get(url)
  stream?.ports.delete(port)
  if (!stream || stream.ports.size > 0) return
  stream.source.close()
  streams.delete(url)
}

const scope = self as unknown as { onconnect: (event: MessageEvent) => void }
scope.onconnect = ({ ports: [port] }) => {
  if (!port) return
  port.onmessage = ({ data }: MessageEvent<Said>) => (data.does === 'join' ? join : leave)(port, data.url)
}
