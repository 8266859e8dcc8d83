// A thread that reads what strangers sent: result files and tables. Composition only; platform/threads/thread-pool.ts starts it.
import { parentPort } from 'node:worker_threads'
import type { Asked, Said } from './intake/reading/messages.js'
import { ThreadReader } from './intake/reading/thread-reader.js'
import { Problem } from './platform/problem.js'
import type { SaidOfTable, TableAsked } from './platform/tables/read-in-thread.js'

/** Memory outside the engine's heap, in bytes. */
const MOST_BUFFERS = 512 * 1024 ** 2

const say = (said: Said | SaidOfTable, transfer: ArrayBuffer[] = []) => parentPort?.postMessage(said, transfer)
const reader = new ThreadReader(say, MOST_BUFFERS)

async function hear(asked: Asked | TableAsked): Promise<void> {
  if (asked.kind !== 'table') return reader.hear(asked)
  // loaded with the first table
  const { readSheet } = await import('./platform/tables/sheet.js')
  try {
    say({ kind: 'sheet', sheet: await readSheet(Buffer.from(asked.bytes)) })
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    say({ kind: 'problem', problem: { kind: error.kind, code: error.code, detail: error.message } })
  }
}

let queue = Promise.resolve()
parentPort?.on('message', (asked: Asked | TableAsked) => {
  queue = queue
    .then(() => hear(asked))
    .catch((error: unknown) => {
      say({
        kind: 'failed',
        message: error instanceof Error ? (error.stack ?? error.message) : String(error),
        code: (error as { code?: string } | null)?.code ?? null,
      })
      if (asked.kind !== 'letGo') say({ kind: 'answer', bytes: 0 })
    })
})
