import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** What a feed has not sent yet, as it waits on disk. */
export interface Waiting {
  /** The body that opens the feed. */
  open: Record<string, unknown>
  /** Batches in order, each the JSON of its body. */
  batches: string[]
  /** How it ended; null where its process died. */
  close: { batches: number; ended: 'closed' | 'stopped' } | null
}

const ENDING = '.waiting'

/** Puts a feed aside, to be sent by whoever comes next: one line for how it opens, one a batch, one for how it ends. */
export function putAside(folder: string, key: string, { open, batches, close }: Waiting): void {
  mkdirSync(folder, { recursive: true })
  const lines = [JSON.stringify({ open }), ...batches, ...(close ? [JSON.stringify({ close })] : [])]
  const path = join(folder, `${key}${ENDING}`)
  // whoever looks sees it whole or not at all
  writeFileSync(`${path}.part`, lines.map((line) => `${line}\n`).join(''), { mode: 0o600 })
  renameSync(`${path}.part`, path)
}

export interface TakenAside {
  waiting: Waiting
  done: () => void
  putBack: () => void
  /** It will never be taken: kept beside for a person. */
  refused: () => void
}

/**
 * Takes what others put aside, one feed at a time; two processes never take the same. One that can't be sent is put back by the caller.
 */
export function* takeAside(folder: string): Generator<TakenAside> {
  for (const name of namesIn(folder)) {
    const taken = join(folder, `${name}.taken-${process.pid}`)
    try {
      renameSync(join(folder, name), taken)
    } catch {
      continue // another process was quicker
    }
    const waiting = read(taken)
    const refused = () => renameSync(taken, join(folder, `${name}.refused`))
    const done = () => rmSync(taken, { force: true })
    if (!waiting) {
      refused()
      continue
    }
    yield { waiting, done, putBack: () => renameSync(taken, join(folder, name)), refused }
  }
}

/** How many feeds wait in a folder. */
export const waitingIn = (folder: string): number => namesIn(folder).length

function namesIn(folder: string): string[] {
  try {
    const names = readdirSync(folder)
    for (const name of names) freeOfDead(folder, name)
    return readdirSync(folder)
      .filter((name) => name.endsWith(ENDING))
      .sort()
  } catch {
    return []
  }
}

/** What a process had taken that is no more is free again. */
function freeOfDead(folder: string, name: string): void {
  const match = /^(.+\.waiting)\.taken-(\d+)$/.exec(name)
  if (!match?.[1] || isAlive(Number(match[2]))) return
  try {
    renameSync(join(folder, name), join(folder, match[1]))
  } catch {
    // another process was quicker
  }
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}

function read(path: string): Waiting | null {
  try {
    const lines = readFileSync(path, 'utf8')
      .split('\n')
      .filter((line) => line !== '')
    const { open } = JSON.parse(lines.shift() ?? '') as Pick<Waiting, 'open'>
    const last = lines.at(-1)
    const end = last?.startsWith('{"close":') ? (JSON.parse(lines.pop() ?? '') as { close: Waiting['close'] }).close : null
    return { open, batches: lines, close: end }
  } catch {
    return null
  }
}
