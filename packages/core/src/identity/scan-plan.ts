import { bestPairs } from '../text/assignment.js'
import { jaroWinkler } from '../text/similarity.js'
import { plainWords } from './meeting.js'

/** A test in code, as far as it is told by it from one scan to the next. */
export interface CodeTest {
  framework: string
  file: string
  suites: readonly string[]
  name: string
  fingerprint: string | null
  /** Characters of the body; short ones are alike by accident. */
  bodySize: number
}

export type Moved = 'moved' | 'renamed'

/** A test that stands elsewhere or is called otherwise than before. */
export interface Follow {
  /** Place in the list of known tests. */
  known: number
  /** Place in the list of found tests. */
  found: number
  what: Moved
  /** How sure it is that they are one test, from 0 to 1. */
  sure: number
  /** What says so: `body`, `name`, `file`, `suites`. */
  reasons: string[]
}

export interface ScanPlan {
  /** By place in the found tests: the known test that stands there under the same name. */
  same: { known: number; found: number; bodyChanged: boolean }[]
  /** Decided by itself. */
  follows: Follow[]
  /** Not sure enough: a person says whether they are one test. */
  questions: Follow[]
  fresh: number[]
  gone: number[]
}

/** From here on a move or a rename is taken for sure; the labelled set of `scan-plan.test.ts` says how often that is right. */
export const SURE = 0.8
/** Below this a new test is a new test. */
const POSSIBLE = 0.55
/** A body of fewer characters says little. */
const SHORT_BODY = 24
/** Of tests with one body in common so many are compared. */
const MOST_ALIKE = 60

const exactKey = ({ file, suites, name }: CodeTest, nth: number): string => [file, ...suites, name, nth].join('\u0000')

/** Of tests of one name in one place, which each is. */
function keysInOrder(tests: readonly CodeTest[]): string[] {
  const seen = new Map<string, number>()
  return tests.map((test) => {
    const key = exactKey(test, 0)
    const nth = (seen.get(key) ?? 0) + 1
    seen.set(key, nth)
    return exactKey(test, nth)
  })
}

/**
 * What a scan found, beside what was known: which tests stayed, which were renamed or moved, which are new, and which are gone. Renames
 * are settled over the whole change, so that two tests do not claim the same one.
 * @param readFiles files that were not read: their tests are not gone
 */
export function planScan(known: readonly CodeTest[], found: readonly CodeTest[], notRead: ReadonlySet<string> = new Set()): ScanPlan {
  const places = new Map(keysInOrder(known).map((key, place) => [key, place]))
  const same: ScanPlan['same'] = []
  const left: number[] = []
  keysInOrder(found).forEach((key, place) => {
    const before = places.get(key)
    if (before === undefined) return left.push(place)
    places.delete(key)
    same.push({ known: before, found: place, bodyChanged: known[before]?.fingerprint !== found[place]?.fingerprint })
  })
  const missing = [...places.values()].filter((place) => !notRead.has(known[place]?.file ?? ''))
  const fits = candidates(known, found, missing, left)
  const chosen = bestPairs(fits.map((fit) => ({ ...fit, row: fit.known, column: fit.found, score: fit.sure })))
  const next = runnersUp(fits)
  const follows: Follow[] = []
  const questions: Follow[] = []
  for (const { row: _, column: __, score: ___, ...follow } of chosen) {
    const other = Math.max(next(`k${follow.known}`, follow), next(`f${follow.found}`, follow))
    if (follow.sure >= SURE && follow.sure - other >= 0.05) follows.push(follow)
    else questions.push(follow)
  }
  const followed = new Set(follows.map((follow) => follow.known))
  const followers = new Set(follows.map((follow) => follow.found))
  return {
    same,
    follows,
    questions,
    fresh: left.filter((place) => !followers.has(place)),
    gone: missing.filter((place) => !followed.has(place)),
  }
}

/** The next best that either side of a pair could be, beside the pair itself. */
function runnersUp(fits: readonly Follow[]): (side: string, pair: Follow) => number {
  const best = new Map<string, Follow[]>()
  for (const fit of fits)
    for (const side of [`k${fit.known}`, `f${fit.found}`]) {
      const list = [...(best.get(side) ?? []), fit].sort((a, b) => b.sure - a.sure)
      best.set(side, list.slice(0, 2))
    }
  return (side, pair) => best.get(side)?.find((fit) => fit.known !== pair.known || fit.found !== pair.found)?.sure ?? 0
}

function candidates(known: readonly CodeTest[], found: readonly CodeTest[], missing: readonly number[], left: readonly number[]): Follow[] {
  const byWord = new Map<string, number[]>()
  const add = (key: string, place: number) => {
    const list = byWord.get(key)
    if (list) list.push(place)
    else byWord.set(key, [place])
  }
  for (const place of missing) for (const key of lookups(known[place])) add(key, place)
  const fits: Follow[] = []
  for (const place of left) {
    const seen = new Set<number>()
    for (const key of lookups(found[place])) {
      for (const before of (byWord.get(key) ?? []).slice(0, MOST_ALIKE)) {
        if (seen.has(before)) continue
        seen.add(before)
        const [a, b] = [known[before], found[place]]
        if (!a || !b || a.framework !== b.framework) continue
        const fit = fitOf(a, b)
        if (fit.sure >= POSSIBLE) fits.push({ known: before, found: place, ...fit })
      }
    }
  }
  return fits
}

/** What a test and its former self have in common at least: its body, its name, or its place. */
function lookups(test: CodeTest | undefined): string[] {
  if (!test) return []
  const { file, suites, name, fingerprint } = test
  return [`b${fingerprint ?? ''}`, `n${plainWords(name).toLowerCase()}`, `p${file}\u0000${suites.join('\u0000')}`].filter(
    (key) => key !== 'b',
  )
}

const baseName = (file: string): string => file.slice(file.lastIndexOf('/') + 1)

/** How sure it is that two tests are one. Weights: common practice, no source; tried on the labelled set of the test beside this. */
function fitOf(a: CodeTest, b: CodeTest): Omit<Follow, 'known' | 'found'> {
  const reasons: string[] = []
  const body = a.fingerprint !== null && a.fingerprint === b.fingerprint ? Math.min(1, Math.min(a.bodySize, b.bodySize) / SHORT_BODY) : 0
  if (body > 0) reasons.push('body')
  const [before, after] = [plainWords(a.name).toLowerCase(), plainWords(b.name).toLowerCase()]
  const name = before === after ? 1 : Math.max(0, (jaroWinkler(before, after) - 0.7) / 0.3)
  if (name > 0.5) reasons.push('name')
  const file = a.file === b.file ? 1 : baseName(a.file) === baseName(b.file) ? 0.7 : 0
  if (file > 0) reasons.push('file')
  const suites = a.suites.join(' ') === b.suites.join(' ') ? (a.suites.length === 0 ? 0.5 : 1) : 0
  if (suites > 0) reasons.push('suites')
  const what: Moved = a.file !== b.file && before === after ? 'moved' : 'renamed'
  // a body alone tells a test where it is a body of its own; without it name and place have to
  const withBody = 0.55 * body + 0.25 * name + 0.12 * file + 0.08 * suites
  const without = 0.45 * name + 0.3 * file + 0.2 * suites
  return { what, sure: Math.min(1, Math.max(body > 0 ? withBody + 0.05 : 0, without)), reasons }
}
