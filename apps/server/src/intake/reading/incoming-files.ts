import type { Belongs } from '@bobbin/core'
import type { IncomingMessage } from 'node:http'
import type busboy from 'busboy'
import { Problem } from '../../platform/problem.js'
import { feed, openMultipart } from '../../platform/upload.js'
import type { IncomingFile } from './read-file.js'

/** Largest file of one delivery, in bytes. */
export const MOST_BYTES = 1024 ** 3
const MOST_FILES = 10_000

/** Who takes the files of a request. */
export interface Taker {
  /** What the build changed, as lines of paths. */
  tell(changedFiles: string): void
  take(file: IncomingFile): Promise<void>
  /** A file that is no result file itself. */
  attach(file: IncomingFile, belongs: Belongs | null): Promise<void>
  /** A file has come in whole and is being stored; the sender waits for us. */
  readonly storing: boolean
}

/**
 * Takes files in the order of the request; a file waits until the one before it is stored, and the sender with it.
 * @throws Problem when there is none
 */
export async function takeFiles(request: IncomingMessage, taker: Taker, idleMs: number): Promise<void> {
  const parser = openMultipart(request, { fileSize: MOST_BYTES, files: MOST_FILES })
  let count = 0
  let queue: Promise<void> = Promise.resolve()
  let belongs: Belongs | null = null
  let broken: (error: unknown) => void = () => undefined
  const failure = new Promise<never>((_, reject) => (broken = reject))
  failure.catch(() => undefined)
  parser.on('field', (field, value) => {
    if (field === 'changedFiles') return taker.tell(value)
    if (field !== 'belongs') return
    const read = readBelongs(value)
    belongs = read
    // thrown where the request is waited for, not in the middle of its parser
    if (!read) queue = queue.then(() => Promise.reject(new Problem('invalid', 'belongs', BELONGS)))
  })
  parser.on('file', (field, stream, info) => {
    count++
    // whoever breaks off reading leaves the stream as it is: destroyed, it would hold the request, which waits for its end
    const chunks = stream.iterator({ destroyOnReturn: false }) as AsyncIterable<Uint8Array>
    const file = { name: info.filename || `file-${count}`, chunks, cut: () => stream.truncated === true }
    const whose = belongs
    belongs = null
    const taken = queue.then(() => (field === 'attachment' ? taker.attach(file, whose) : taker.take(file)))
    queue = taken.finally(() => stream.resume())
    queue.catch(broken)
    // an aborted request errors every open stream; the pipeline below reports it once
    stream.on('error', () => stream.resume())
  })
  const fed = Promise.all([feed(request, parser, idleMs, () => taker.storing), untilSettled(parser, () => queue)])
  // what can't be stored is answered at once; the rest of the request is read and left out
  fed.catch(() => undefined)
  await Promise.race([fed, failure])
  if (count === 0) throw new Problem('invalid', 'noFiles', 'The request holds no file. Send result files as multipart/form-data')
}

/** Waits for the files that are queued when the parser ends. */
async function untilSettled(parser: busboy.Busboy, queue: () => Promise<void>): Promise<void> {
  await new Promise<void>((resolve) => parser.once('close', resolve))
  await queue()
}

const WORDS = ['test', 'class', 'case', 'attempt'] as const
const BELONGS = 'The field “belongs” must be a JSON object with texts under “test”, “class”, “case” or “attempt”'

/** Whose the attachment is that follows, as the client tells it before the file; null where that can't be understood. */
function readBelongs(json: string): Belongs | null {
  try {
    const value = JSON.parse(json) as Record<string, unknown> | null
    const words = WORDS.flatMap((name) => {
      const word = value?.[name]
      return typeof word === 'string' && word.length <= 10_000 ? [[name, word] as const] : []
    })
    return words.length > 0 ? Object.fromEntries(words) : null
  } catch {
    return null
  }
}
