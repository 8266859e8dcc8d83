import { Problem, type ProblemKind } from '../problem.js'
import { type ThreadPool, ThreadStopped } from '../threads/thread-pool.js'
import type { Sheet } from './sheet.js'

export interface TableAsked {
  kind: 'table'
  bytes: Uint8Array
}

export type SaidOfTable =
  | { kind: 'sheet'; sheet: Sheet }
  | { kind: 'problem'; problem: { kind: ProblemKind; code: string; detail: string } }
  | { kind: 'failed'; message: string }

/** Has a table read by a thread: whatever is in it, nobody else waits for it. @throws Problem when it is none that can be read */
export async function readSheetInThread(threads: ThreadPool, bytes: Buffer): Promise<Sheet> {
  const lease = await threads.lease(() => true)
  try {
    return await new Promise<Sheet>((resolve, reject) => {
      lease.onStop = (stopped) => reject(unreadable(stopped))
      lease.onMessage = (message) => {
        const said = message as SaidOfTable
        lease.answered(bytes.length)
        if (said.kind === 'sheet') resolve(said.sheet)
        else if (said.kind === 'problem') reject(new Problem(said.problem.kind, said.problem.code, said.problem.detail))
        else reject(new Error(said.message))
      }
      const copy = new Uint8Array(bytes)
      const asked: TableAsked = { kind: 'table', bytes: copy }
      lease.post(asked, [copy.buffer])
    })
  } finally {
    lease.release()
  }
}

const unreadable = ({ code }: ThreadStopped): Problem =>
  new Problem(
    'invalid',
    code,
    code === 'tooSlow'
      ? 'The table took too long to read; import it in parts, or as CSV'
      : 'The table took too much memory to read; import it in parts, or as CSV',
  )
