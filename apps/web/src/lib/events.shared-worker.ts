/**
 * Hears the server's events for all pages of one browser. A page of its own for each would use up the six connections that a browser
 * opens to a server over HTTP/1.1: the seventh page would wait for ever.
 */
import type { Heard, Said } from './shared-events.js'

interface Stream {
  source: EventSource
  ports: Set<MessagePort>
}

const streams = new Map<string, Stream>()

function join(port: MessagePort, url: string): void {
  const stream = streams.get(url) ?? open(url)
  stream.ports.add(port)
  // who comes later hears what the others heard when it began
  if (stream.source.readyState === EventSource.OPEN) port.postMessage({ type: 'open' } satisfies Heard)
}

function open(url: string): Stream {
  const stream: Stream = { source: new EventSource(url), ports: new Set() }
  streams.set(url, stream)
  const pass = (event: Event) => {
    const heard: Heard = { type: event.type, ...(event instanceof MessageEvent && { data: String(event.data) }) }
    for (const port of stream.ports) port.postMessage(heard)
    // refused for good (signed out): a page that comes later asks anew
    if (event.type === 'error' && stream.source.readyState === EventSource.CLOSED) streams.delete(url)
  }
  for (const type of ['change', 'missed', 'error', 'open']) stream.source.addEventListener(type, pass)
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
