import type { FileCoverage } from '../result.js'

interface Tally {
  lines: Map<number, boolean>
  /** Taken or not, by line and number of the branch. */
  branches: Map<string, boolean>
  tests: Set<string>
}

/** A longer path is no path. */
const MOST_PATH = 1000

/** Adds up lines and branches by file: one that a later record covers is covered. */
export class CoverageTally {
  private readonly files = new Map<string, Tally>()

  file(name: string): Tally {
    const path = name.slice(0, MOST_PATH)
    let tally = this.files.get(path)
    if (!tally) this.files.set(path, (tally = { lines: new Map(), branches: new Map(), tests: new Set() }))
    return tally
  }

  list(): FileCoverage[] {
    return [...this.files].map(([path, { lines, branches, tests }]) => ({
      path,
      linesCovered: count(lines),
      linesTotal: lines.size,
      branchesCovered: count(branches),
      branchesTotal: branches.size,
      tests: [...tests],
    }))
  }
}

export const mark = <K>(marks: Map<K, boolean>, key: K, covered: boolean): void => void marks.set(key, covered || marks.get(key) === true)

const count = (marks: ReadonlyMap<unknown, boolean>) => [...marks.values()].filter((covered) => covered).length
