import { setImmediate } from 'node:timers/promises'
import type { FoundInFile, FoundTest, Unread } from './found.js'
import { FileReader } from './read-files.js'
import { inThreads } from './threads.js'
import { filesBelow } from './walk.js'

export interface Scan {
  tests: FoundTest[]
  /** Files that may hold tests and were read. */
  files: number
  /** Files that were not read, or not to their end. */
  unread: Unread[]
}

export interface ScanProgress {
  read: number
  of: number
  tests: number
}

export interface ScanOptions {
  /** Told from time to time. */
  progress?: (at: ScanProgress) => void
  /** A module that calls `readInThread` when it is a worker's; without it all files are read in this thread. */
  threads?: URL
}

/** Files of one language that are read in one go. */
export interface Chunk {
  language: number
  paths: string[]
}

const CHUNK = 20

/**
 * Finds the automated tests below a folder.
 * @throws what reading the folder itself throws; a file that cannot be read is told among `unread`
 */
export async function scanFolder(root: string, { progress = () => undefined, threads }: ScanOptions = {}): Promise<Scan> {
  const paths = filesBelow(root)
  const reader = new FileReader(root, paths)
  const wanted = reader.wanted()
  const chunks = wanted.flatMap((own) => chunksOf(own))
  const of = wanted.reduce((sum, own) => sum + own.paths.length, 0)
  const at = { read: 0, of, tests: 0 }
  const found: (FoundInFile | null)[][] = chunks.map(() => [])
  const took = (place: number, files: (FoundInFile | null)[]) => {
    found[place] = files
    at.read += files.length
    for (const file of files) at.tests += file?.tests.length ?? 0
    progress({ ...at })
  }
  progress({ ...at })
  if (!threads || !(await inThreads({ root, paths, chunks, module: threads }, took))) {
    for (const [place, { language, paths }] of chunks.entries()) {
      took(place, await reader.read(language, paths))
      await setImmediate()
    }
  }
  const unread: Unread[] = []
  const tests: FoundTest[] = []
  let files = 0
  for (const { language } of wanted) {
    const own = found.flatMap((some, place) => (chunks[place]?.language === language ? some.filter((file) => file !== null) : []))
    files += own.length
    unread.push(...own.flatMap((file) => file.unread ?? []))
    for (const test of await reader.finish(language, own)) tests.push(test)
  }
  progress({ ...at, tests: tests.length })
  return { tests: withoutBroken(tests, unread).sort(inOrder), files, unread }
}

function chunksOf({ language, paths }: Chunk): Chunk[] {
  const chunks: Chunk[] = []
  for (let from = 0; from < paths.length; from += CHUNK) chunks.push({ language, paths: paths.slice(from, from + CHUNK) })
  return chunks
}

/** What stands where a file does not parse is no test that a runner would find. */
function withoutBroken(tests: readonly FoundTest[], unread: readonly Unread[]): FoundTest[] {
  const faults = new Map(unread.map((fault) => [fault.file, unread.filter(({ file }) => file === fault.file)]))
  return tests.filter(({ file, line, endLine }) => !faults.get(file)?.some((fault) => line <= fault.line && fault.line <= endLine))
}

const inOrder = (a: FoundTest, b: FoundTest): number => (a.file === b.file ? a.line - b.line || a.from - b.from : a.file < b.file ? -1 : 1)
