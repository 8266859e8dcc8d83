import { Agent, type IncomingMessage, request as httpRequest, type RequestOptions } from 'node:http'
import { Agent as SecureAgent, request as httpsRequest } from 'node:https'

/** A server that takes longer to answer is taken for away. */
const ANSWER_MS = 30_000

/** One connection that is kept: the platform's `fetch` costs the tests beside it several times as much. */
const AGENTS = { 'http:': new Agent({ keepAlive: true, maxSockets: 1 }), 'https:': new SecureAgent({ keepAlive: true, maxSockets: 1 }) }

/** Sends a request with a JSON body, or asks where there is none. @throws Error when nobody answers */
export function send(address: string, token: string, json?: string): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const url = new URL(address)
    const secure = url.protocol === 'https:'
    const options: RequestOptions = {
      method: json === undefined ? 'GET' : 'POST',
      agent: AGENTS[secure ? 'https:' : 'http:'],
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
    const request = secure ? httpsRequest(url, options, hear) : httpRequest(url, options, hear)
    request.on('error', reject)
    request.on('timeout', () => request.destroy(new Error(`no answer within ${ANSWER_MS / 1000} s`)))
    request.end(json)
  })
}
