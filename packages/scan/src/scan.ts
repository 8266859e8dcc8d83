import { readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { setImmediate } from 'node:timers/promises'
import type { FoundTest, Language, Unread } from './found.js'
import { filesBelow } from './walk.js'
import { LANGUAGES } from './languages/index.js'

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

/** Larger sources are not read: no one writes them by hand. */
const MOST_BYTES = 5 * 1024 * 1024
const SMALL = 1024 * 1024
/** So many files are read between two looks at what else waits. */
const AT_ONCE = 20

/**
 * Finds the automated tests below a folder.
 * @param progress told from time to time
 * @throws what reading the folder itself throws; a file that cannot be read is told among `unread`
 */
export async function scanFolder(root: string, progress: (at: ScanProgress) => void = () => undefined): Promise<Scan> {
  const paths = filesBelow(root)
  const unread: Unread[] = []
  let tests: FoundTest[] = []
  const tree = { paths, text: (path: string) => readSmall(join(root, path)) }
  const languages = LANGUAGES.map((make) => make())
  const wanted = languages
    .map((language) => [language, paths.filter((path) => language.takes(path))] as const)
    .filter(([, own]) => own.length > 0)
  const of = wanted.reduce((sum, [, own]) => sum + own.length, 0)
  let read = 0
  let files = 0
  for (const [language, own] of wanted) {
    await language.prepare?.(tree)
    let found: FoundTest[] = []
    for (const path of own) {
      if (read++ % AT_ONCE === 0) {
        progress({ read, of, tests: tests.length + found.length })
        await setImmediate()
      }
      const one = readOne(root, path, language)
      if (one === null) continue
      files++
      found.push(...one.tests)
      unread.push(...one.unread)
    }
    found = language.finish?.(found) ?? found
    tests = tests.concat(found)
  }
  progress({ read, of, tests: tests.length })
  return { tests: tests.filter((test) => !isBroken(test, unread)).sort(inOrder), files, unread }
}

/** What stands where a file does not parse is no test that a runner would find. */
const isBroken = ({ file, line, endLine }: FoundTest, unread: readonly Unread[]): boolean =>
  unread.some((fault) => fault.file === file && line <= fault.line && fault.line <= endLine)

const inOrder = (a: FoundTest, b: FoundTest): number => (a.file === b.file ? a.line - b.line || a.from - b.from : a.file < b.file ? -1 : 1)

function readOne(root: string, path: string, language: Language): { tests: FoundTest[]; unread: Unread[] } | null {
  const not = (message: string) => ({ tests: [], unread: [{ file: path, line: 1, column: 1, message }] })
  let text: string
  try {
    if (statSync(join(root, path)).size > MOST_BYTES) return not('The file is larger than 5 MB.')
    text = readFileSync(join(root, path), 'utf8')
  } catch (error) {
    return not(`The file can’t be read: ${(error as NodeJS.ErrnoException).code ?? String(error)}`)
  }
  if (!language.mayHold(text, path)) return null
  if (text.includes('\u0000')) return not('This is not a text file.')
  try {
    const { tests, unread = [] } = language.read({ path, text: text.replace(/^\uFEFF/, '') })
    return { tests, unread }
  } catch (error) {
    return not(`Reading it failed: ${error instanceof Error ? error.message : String(error)}`)
  }
}

function readSmall(path: string): string | null {
  try {
    return statSync(path).size > SMALL ? null : readFileSync(path, 'utf8')
  } catch {
    return null
  }
}
