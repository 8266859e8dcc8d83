import { createHash } from 'node:crypto'
import { createReadStream, createWriteStream, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { IncomingMessage } from 'node:http'
import { pipeline } from 'node:stream/promises'
import { Problem } from '../platform/problem.js'
import type { Found } from './found-file.js'
import { allowedAddress, askAt } from '../platform/reachable.js'

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
  const validators = { etag: answer.headers.etag ?? null, lastModified: answer.headers['last-modified'] ?? null }
  if (answer.statusCode === 304) {
    answer.destroy()
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
    await pipeline(answer, counted, createWriteStream(path))
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
async function ask(address: string, { etag, lastModified }: Validators, hosts: readonly string[]): Promise<IncomingMessage> {
  const headers = { ...(etag && { 'if-none-match': etag }), ...(lastModified && !etag && { 'if-modified-since': lastModified }) }
  let url = allowedAddress(address, hosts)
  for (let hop = 0; hop <= MOST_HOPS; hop++) {
    const answer = await askAt(url, { headers, hosts, withinMs: ANSWER_MS }).catch((error: unknown) => {
      throw error instanceof Problem
        ? error
        : failure(address, `does not answer: ${error instanceof Error ? error.message : String(error)}`)
    })
    const { statusCode = 0 } = answer
    const onward = answer.headers.location
    if ((statusCode >= 200 && statusCode < 300) || statusCode === 304) return answer
    answer.destroy()
    if (statusCode < 300 || statusCode >= 400 || onward === undefined) throw failure(address, `answered ${statusCode}`)
    if (!URL.canParse(onward, url.href)) throw failure(address, 'leads on to no address')
    url = allowedAddress(new URL(onward, url.href).href, hosts)
  }
  throw failure(address, `leads on more than ${MOST_HOPS} times`)
}

const failure = (address: string, what: string) => new Problem('conflict', 'unfetched', `${address} ${what}`)
