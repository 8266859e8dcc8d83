import { createHash } from 'node:crypto'
import { createReadStream, createWriteStream, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { Problem } from '../platform/problem.js'
import type { Found } from './found-file.js'

const ANSWER_MS = 60_000
const MOST_BYTES = 1024 ** 3
const MOST_HOPS = 5

/** What an address said of itself the last time. */
export interface Validators {
  etag: string | null
  lastModified: string | null
}

/**
 * What an address holds now, or nothing where it says that it did not change (RFC 9110, conditional requests).
 * @param hosts those that the operator allows; `*` is any
 * @throws Problem that says what the address answered
 */
export async function lookAtAddress(address: string, known: Validators, hosts: readonly string[], now: number): Promise<Found> {
  const answer = await ask(address, known, hosts)
  const validators = { etag: answer.headers.get('etag'), lastModified: answer.headers.get('last-modified') }
  if (answer.status === 304) {
    await answer.body?.cancel()
    return { files: [], ...known, dispose: () => undefined }
  }
  const folder = mkdtempSync(join(tmpdir(), 'bobbin-source-'))
  const dispose = () => rmSync(folder, { recursive: true, force: true })
  try {
    const path = join(folder, 'content')
    const hash = createHash('sha256')
    let bytes = 0
    const counted = async function* (chunks: AsyncIterable<Uint8Array>) {
      for await (const chunk of chunks) {
        hash.update(chunk)
        bytes += chunk.length
        if (bytes > MOST_BYTES) throw failure(address, `is larger than ${MOST_BYTES / 1024 ** 2} MB`)
        yield chunk
      }
    }
    if (!answer.body) throw failure(address, 'answered nothing')
    await pipeline(Readable.fromWeb(answer.body), counted, createWriteStream(path))
    const written = Date.parse(validators.lastModified ?? '')
    const file = {
      path: address,
      bytes,
      stamp: hash.digest('hex'),
      at: Number.isFinite(written) ? written : now,
      folder: null,
      open: () => createReadStream(path) as AsyncIterable<Uint8Array>,
    }
    return { files: bytes > 0 ? [file] : [], ...validators, dispose }
  } catch (error) {
    dispose()
    throw error instanceof Problem ? error : failure(address, `broke off: ${error instanceof Error ? error.message : String(error)}`)
  }
}

/** Follows where an address leads, each time only to hosts that are allowed. */
async function ask(address: string, { etag, lastModified }: Validators, hosts: readonly string[]): Promise<Response> {
  const headers = { ...(etag && { 'if-none-match': etag }), ...(lastModified && !etag && { 'if-modified-since': lastModified }) }
  let url = allowed(address, hosts)
  for (let hop = 0; hop <= MOST_HOPS; hop++) {
    const answer = await fetch(url, { headers, redirect: 'manual', signal: AbortSignal.timeout(ANSWER_MS) }).catch((error: unknown) => {
      const cause = error instanceof Error && error.cause instanceof Error ? error.cause.message : String(error)
      throw failure(address, `does not answer: ${cause}`)
    })
    const onward = answer.headers.get('location')
    if (answer.ok || answer.status === 304) return answer
    await answer.body?.cancel()
    if (answer.status < 300 || answer.status >= 400 || onward === null)
      throw failure(address, `answered ${answer.status} ${answer.statusText}`.trim())
    url = allowed(new URL(onward, url).href, hosts)
  }
  throw failure(address, `leads on more than ${MOST_HOPS} times`)
}

function allowed(address: string, hosts: readonly string[]): URL {
  const url = URL.canParse(address) ? new URL(address) : null
  if (!url || !/^https?:$/.test(url.protocol))
    throw new Problem('conflict', 'noAddress', `“${address}” is no address; it begins with http:// or https://`)
  if (hosts.includes('*') || hosts.includes(url.hostname) || hosts.includes(url.host)) return url
  throw new Problem(
    'forbidden',
    'notAllowed',
    `This server fetches nothing from ${url.host}. Who runs it allows hosts by BOBBIN_SOURCE_HOSTS${hosts.length > 0 ? `; now ${hosts.join(', ')}` : ''}`,
  )
}

const failure = (address: string, what: string) => new Problem('conflict', 'unfetched', `${address} ${what}`)
