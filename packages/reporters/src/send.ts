import type { ClientRequest, IncomingMessage, RequestOptions } from 'node:http'

/** A server that takes longer to answer is taken for away. */
const ANSWER_MS = 30_000

type Request = (url: URL, hear: (answer: IncomingMessage) => void, options: RequestOptions) => ClientRequest

const known = new Map<boolean, Request>()

/**
 * One connection that is kept: the platform's `fetch` costs the tests beside it several times as much. Of the two modules only the one
 * that is needed is loaded, and when it is needed, without the loader of ECMAScript modules, which `import()` would begin.
 */
function requesting(secure: boolean): Request {
  const { Agent, request } = process.getBuiltinModule(secure ? 'node:https' : 'node:http')
  const agent = new Agent({ keepAlive: true, maxSockets: 1 })
  return (url, hear, options) => request(url, { ...options, agent }, hear)
}

/** Sends a request with a JSON body, or asks where there is none. @throws Error when nobody answers */
export function send(address: string, token: string, json?: string): Promise<{ status: number; text: string }> {
  const url = new URL(address)
  const secure = url.protocol === 'https:'
  const request = known.get(secure) ?? requesting(secure)
  known.set(secure, request)
  return answerOf(request, url, token, json)
}

function answerOf(request: Request, url: URL, token: string, json?: string): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const options: RequestOptions = {
      method: json === undefined ? 'GET' : 'POST',
      timeout: ANSWER_MS,
      headers: {
        authorization: `Bearer ${token}`,
        ...(json !== undefined && { 'content-type': 'application/json', 'content-length': Buffer.byteLength(json) }),
      },
    }
    const hear = (answer: IncomingMessage) => {
      let text = ''
      answer.setEncoding('utf8')
      answer.on('data', (piece: string) => (text += piece))
      answer.on('error', reject)
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, text }))
    }
    const sent = request(url, hear, options)
    sent.on('error', reject)
    sent.on('timeout', () => sent.destroy(new Error(`no answer within ${ANSWER_MS / 1000} s`)))
    sent.end(json)
  })
}
