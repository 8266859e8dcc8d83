/** Where a delivered file comes from, as far as its sender tells. */
export interface FilePlace {
  /** Its path below the folder or in the archive that was sent; empty where it has none that means something. */
  path: string
  /** The folder of the sources where the runner ran, as an absolute path; reports name their tests' files below it. */
  root: string | null
  /**
   * Names of the tests that the runner was asked for: it may report others as skipped, and those are left out. Null or nothing: all that it
   * reports counts.
   */
  chosen?: readonly string[] | null | undefined
}

export const NO_PLACE: FilePlace = { path: '', root: null }

export const isAbsolutePath = (path: string): boolean => /^(?:[A-Za-z]:)?[\\/]/.test(path)

/** A path with `/` between its parts, without a drive's colon and whatever says only that it begins somewhere. */
export const plainPath = (path: string): string =>
  path
    .replaceAll('\\', '/')
    .replace(/^([A-Za-z]):\//, '$1/')
    .replace(/^(?:\.{0,2}\/)+/, '')
    .replace(/(?<=[^/])\/$/, '')

/** @returns the rest of a plain path behind a folder; null when it is not below it */
export function below(folder: string, path: string): string | null {
  if (folder === '') return path
  return path.startsWith(`${folder}/`) ? path.slice(folder.length + 1) : null
}

/** Folders in which a tree of sources begins: what stands before the first of them is the machine's business. */
const BEGINNINGS = new Set(['src', 'test', 'tests', 'spec', 'specs', '__tests__', 'e2e', 't', 'xt', 'packages', 'apps', 'libs', 'features'])
/** Where containers keep the sources, which is no such folder. */
const CONTAINER = 'usr/src/'

/** The folder around a tree of sources, where a path shows where that begins; null where it does not. */
function outsideOf(folder: string): string | null {
  const from = folder.startsWith(CONTAINER) ? 2 : 0
  const parts = folder.split('/')
  const first = parts.findIndex((part, i) => i >= from && BEGINNINGS.has(part))
  return first < 0 ? null : parts.slice(0, first).join('/')
}

const folderOf = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf('/')))

/**
 * Finds what all paths of a report begin with: the folder that they have in common, or the one around the tree of sources where that begins
 * earlier, so that a run of a part of the tests names them as the whole does.
 */
export class CommonRoot {
  private common: string | null = null

  /** @param path as plainPath makes it */
  add(path: string): void {
    const folder = folderOf(path)
    if (this.common === null) this.common = folder
    else while (this.common !== folder && below(this.common, folder) === null) this.common = folderOf(this.common)
  }

  /** Empty where the paths have nothing in common. */
  get root(): string {
    const common = this.common ?? ''
    return outsideOf(common) ?? common
  }
}

/** A path without what only the machine has to do with: it begins where a tree of sources does, or stays as it is. */
export function fromSources(path: string): string {
  const plain = plainPath(path)
  const around = outsideOf(folderOf(plain))
  return around ? (below(around, plain) ?? plain) : plain
}

/** A place of a test without the root of its paths. */
export const withoutRoot = <T extends { suites: string[]; sourceFile: string | null }>(root: string, { suites, sourceFile }: T) => {
  const cut = (path: string) => below(root, path) ?? path
  return { suites: suites.length === 0 ? suites : [cut(suites[0] ?? ''), ...suites.slice(1)], sourceFile: sourceFile && cut(sourceFile) }
}
