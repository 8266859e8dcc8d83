import busboy from 'busboy'
import type { IncomingMessage } from 'node:http'
import { pipeline } from 'node:stream/promises'
import { Problem } from './problem.js'

/** A sender of one file is waited for so long, in milliseconds. */
const ONE_FILE_IDLE_MS = 30_000

/** Reads the one file of a multipart request whole. @throws Problem when there is none or it is larger than `most` bytes */
export const readOneFile = async (request: IncomingMessage, most: number): Promise<Buffer> => (await readNamedFile(request, most)).content

/** The same with the name that its sender gave it, without folders. */
export async function readNamedFile(request: IncomingMessage, most: number): Promise<{ name: string; content: Buffer }> {
  const pieces: Buffer[] = []
  let name = ''
  let files = 0
  let cut = false
  const parser = openMultipart(request, { fileSize: most, files: 1 })
  parser.on('file', (_field, stream, { filename }) => {
    files++
    name = (filename ?? '').split(/[\\/]/).at(-1) ?? ''
    stream.on('data', (piece: Buffer) => pieces.push(piece))
    stream.on('limit', () => (cut = true))
  })
  await feed(request, parser, ONE_FILE_IDLE_MS, () => false)
  if (files === 0) throw new Problem('invalid', 'noFiles', 'The request holds no file. Send one as multipart/form-data')
  if (cut) throw new Problem('tooLarge', 'tooLarge', `The file is larger than ${Math.floor(most / 1024 ** 2)} MB`)
  return { name, content: Buffer.concat(pieces) }
}

/**
 * Feeds a request to a parser, and breaks off when the sender says nothing for `idleMs` although we listen.
 * @param busy whether we are at work ourselves and the sender has to wait for us; that is also so while what it sent is not read
 * @throws Problem stalled
 */
export async function feed(request: IncomingMessage, parser: busboy.Busboy, idleMs: number, busy: () => boolean): Promise<void> {
  let heard = Date.now()
  const listen = () => (heard = Date.now())
  request.on('data', listen)
  const stop = new AbortController()
  let looked = Date.now()
  const watch = setInterval(() => {
    const now = Date.now()
    // a look that comes late shows that we were at work, and what was sent meanwhile is not read yet; who has sent all is waited for no more
    if (busy() || request.complete || parser.writableLength > 0 || now - looked > idleMs / 2) heard = now
    else if (now - heard > idleMs) stop.abort()
    looked = now
  }, idleMs / 4)
  try {
    await pipeline(request, parser, { signal: stop.signal })
  } catch (error) {
    if (!stop.signal.aborted) throw error
    throw new Problem(
      'stalled',
      'stalled',
      `Nothing came for ${Math.ceil(idleMs / 1000)} s, and the delivery was not finished. Files that had come in whole are stored; send the rest again`,
    )
  } finally {
    clearInterval(watch)
    request.off('data', listen)
  }
}

/** @throws Problem when the request is no multipart/form-data */
export function openMultipart(request: IncomingMessage, limits: busboy.Limits): busboy.Busboy {
  try {
    return busboy({ headers: request.headers, preservePath: true, defParamCharset: 'utf8', limits })
  } catch {
    throw new Problem('invalid', 'noFiles', 'Send files as multipart/form-data')
  }
}
