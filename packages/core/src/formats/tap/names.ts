import type { TestResult } from '../result.js'

const SOURCE = /\.(?:[cm]?[jt]sx?|t|py|rb|php|sh|bats|pl|lua|go|rs|c|cc|cpp)$/

/** Whether a name is that of a source file: as a failing point without sub-tests, a file that did not load. */
export const isLoadedFile = (name: string): boolean => SOURCE.test(name) && !/\s/.test(name)

/** Where a point stands: the file where one is named, the blocks around it, its own name. */
export function locate(
  path: readonly string[],
  name: string,
  file: string | null,
): { name: string; suites: string[]; sourceFile: string | null } {
  const parts = [...path, ...(path.length === 0 ? name.split(' > ') : [name])]
  const [first = ''] = parts
  if (parts.length > 1 && isLoadedFile(first)) {
    return { name: parts.at(-1) ?? '', suites: parts.slice(0, -1), sourceFile: first }
  }
  return { name, suites: [...path], sourceFile: file }
}

/** Words of file names that say only that results are in the file. */
const SAYS_NOTHING = new Set(['tap', 'test', 'tests', 'result', 'results', 'report', 'reports', 'output', 'out', 'stdout', 'console', 'log', 'txt', 'run', 'build', 'shard']) // prettier-ignore
const ENDS = /\.(?:tap|txt|log|out)$/i

/** Whether a part of a path says nothing that stays: `results-4711`, `shard-2`, `2026-11-23`. */
const isNumbered = (part: string): boolean =>
  part
    .toLowerCase()
    .split(/[-_. ]/)
    .every((word) => word === '' || SAYS_NOTHING.has(word) || /^\d+$/.test(word))

/**
 * The path of a TAP file, as far as it is part of its tests' names: runners of single files (prove, bats, scripts by hand) leave it to the
 * file to say which one it was.
 * @param ofWholeSuite its runner writes all tests into one file; then only the name of a source file says something
 */
export function partOfNames(path: string, ofWholeSuite: boolean): string | null {
  const parts = path.split('/')
  const last = (parts.at(-1) ?? '').replace(ENDS, '')
  if (isLoadedFile(last)) return [...parts.slice(0, -1), last].join('/')
  if (ofWholeSuite) return null
  return [...parts.slice(0, -1), last].filter((part) => !isNumbered(part)).join('/') || null
}

/** A place of a test in a TAP file that stands elsewhere than it was read from. */
export function withoutFile<T extends { suites: string[]; sourceFile: string | null }>(
  { suites, sourceFile }: T,
  from: string,
  to: string,
): Pick<TestResult, 'suites' | 'sourceFile'> {
  const [first] = suites
  const told = [true, false].map((ofWholeSuite) => partOfNames(from, ofWholeSuite))
  if (first === undefined || !told.includes(first)) return { suites, sourceFile }
  const name = partOfNames(to, false)
  return { suites: [...(name === null ? [] : [name]), ...suites.slice(1)], sourceFile: sourceFile === first ? name : sourceFile }
}
