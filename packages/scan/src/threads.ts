import { availableParallelism } from 'node:os'
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads'
import type { FoundInFile } from './found.js'
import { grammarsFrom, grammarServer } from './languages/tree.js'
import { FileReader } from './read-files.js'
import type { Chunk } from './scan.js'

/** Below so many files a thread costs more than it saves. */
const FILES_PER_THREAD = 100
const MOST_THREADS = 8
const ROLE = 'bobbin scan'

interface Work {
  role: typeof ROLE
  root: string
  paths: readonly string[]
  grammars: string | null
}

interface Job {
  place: number
  chunk: Chunk
}

interface Done {
  place: number
  files: (FoundInFile | null)[]
}

/** Whether this is a thread that `scanFolder` started: its module then calls `readInThread` and nothing else. */
export const isScanThread = (): boolean => !isMainThread && (workerData as Partial<Work> | null)?.role === ROLE

/** Reads what the main thread hands out, until that ends the thread. */
export function readInThread(): void {
  const { root, paths, grammars } = workerData as Work
  if (grammars !== null) grammarsFrom(grammars)
  const reader = new FileReader(root, paths)
  parentPort?.on('message', ({ place, chunk }: Job) => {
    void reader.read(chunk.language, chunk.paths).then(
      (files) => parentPort?.postMessage({ place, files } satisfies Done),
      (error: unknown) => {
        // told to the main thread as the error of this one
        process.nextTick(() => {
          throw error
        })
      },
    )
  })
}

/**
 * Reads chunks of files in as many threads as there are cores, in no certain order.
 * @returns false where it is not worth it, and nothing was read
 * @throws Error the first that a thread ends with; the others are ended, too
 */
export async function inThreads(
  { root, paths, chunks, module }: { root: string; paths: readonly string[]; chunks: readonly Chunk[]; module: URL },
  took: (place: number, files: (FoundInFile | null)[]) => void,
): Promise<boolean> {
  const files = chunks.reduce((sum, chunk) => sum + chunk.paths.length, 0)
  const count = Math.min(availableParallelism(), MOST_THREADS, Math.floor(files / FILES_PER_THREAD))
  if (count < 2) return false
  const work: Work = { role: ROLE, root, paths, grammars: grammarServer() }
  const waiting = chunks.map((chunk, place): Job => ({ place, chunk })).reverse()
  const threads = Array.from({ length: count }, () => new Worker(module, { workerData: work, argv: [], stdout: false }))
  const run = (thread: Worker) =>
    new Promise<void>((resolve, reject) => {
      const next = () => {
        const job = waiting.pop()
        if (job) thread.postMessage(job)
        else resolve()
      }
      thread.on('message', ({ place, files }: Done) => {
        took(place, files)
        next()
      })
      thread.once('error', reject)
      thread.once('exit', (code) => reject(new Error(`a thread that reads sources ended with ${code}`)))
      next()
    })
  try {
    await Promise.all(threads.map(run))
  } finally {
    await Promise.all(threads.map((thread) => thread.terminate()))
  }
  return true
}
