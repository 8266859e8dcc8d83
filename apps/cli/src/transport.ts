import { request as httpRequest, type IncomingMessage } from 'node:http'
import { request as httpsRequest } from 'node:https'
import { Readable, Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'

/** Bytes handed to the network so far; called often. */
export type OnSent = (bytes: number) => void

/**
 * `fetch` for the command line: it counts what it sends, and waits for an answer as long as it takes, since a server may read a
 * large delivery for minutes (the fetch of Node gives up after five).
 */
export function nodeFetch(onSent: OnSent = () => undefined): typeof fetch {
  return async (input, init = {}) => {
    const url = new URL(input instanceof Request ? input.url : input)
    const outgoing = new Response(init.body ?? null)
    const headers: Record<string, string> = Object.fromEntries(new Headers(init.headers))
    const type = outgoing.headers.get('content-type')
    if (type) headers['content-type'] ??= type
    const send = url.protocol === 'https:' ? httpsRequest : httpRequest
    const request = send(url, { method: init.method ?? 'GET', headers })
    const answered = new Promise<IncomingMessage>((resolve, reject) => {
      request.once('response', resolve)
      request.once('error', reject)
    })
    const sent = outgoing.body
      ? pipeline(Readable.fromWeb(outgoing.body as never), counting(onSent), request)
      : Promise.resolve(request.end())
    // a server that refuses may answer before it has read everything: its answer counts, not the broken pipe
    sent.catch(() => undefined)
    const response = await answered
    return new Response(await textOf(response), {
      status: response.statusCode ?? 500,
      statusText: response.statusMessage ?? '',
      headers: Object.fromEntries(Object.entries(response.headers).map(([name, value]) => [name, String(value)])),
    })
  }
}

function counting(onSent: OnSent): Transform {
  let bytes = 0
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length
      onSent(bytes)
      done(null, chunk)
    },
  })
}

/** A 204 has no body, and `Response` insists on it. */
async function textOf(response: IncomingMessage): Promise<string | null> {
  let text = ''
  response.setEncoding('utf8')
  for await (const piece of response) text += String(piece)
  return text === '' ? null : text
}
