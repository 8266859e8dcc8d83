import type { TestResult } from '../formats/result.js'

/** Folders in which a tree of sources begins; they say nothing about what is tested. */
const ROOTS = new Set(['src', 'test', 'tests', 'spec', 'specs', '__tests__', 'e2e', 'main', 'java', 'python', 'features'])
const MOST_DEEP = 8

/**
 * The folder that a test stands in, outermost first, for an area that mirrors it: of its source file; else of its class's package; else
 * its outermost suite. Folders that every source tree begins with are left out.
 * @returns an empty list for a test that stands nowhere
 */
export function folderOf({ file, classname, suites }: { file: string | null } & Pick<TestResult, 'classname' | 'suites'>): string[] {
  if (file !== null) {
    const folders = file.split(/[\\/]+/).slice(0, -1)
    return withoutRoots(folders.filter((name) => name !== '' && name !== '.' && name !== '..' && !/^[A-Za-z]:$/.test(name)))
  }
  // a class is a word after dots; a sentence that ends in one is not
  if (classname !== null && /^[\w$]+(\.[\w$]+)+$/.test(classname)) return withoutRoots(classname.split('.').slice(0, -1))
  const [outermost] = suites
  return outermost === undefined || outermost.trim() === '' ? [] : [outermost.trim()]
}

function withoutRoots(folders: string[]): string[] {
  const first = folders.findIndex((name) => !ROOTS.has(name.toLowerCase()))
  return first < 0 ? [] : folders.slice(first, first + MOST_DEEP)
}
