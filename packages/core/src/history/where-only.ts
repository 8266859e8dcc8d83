import { fisherGreater } from './fisher.js'

/** One run of a test, as far as it matters where and when it was. */
export interface Placed {
  /** It failed, errored or passed only on a later try. */
  bad: boolean
  places: Readonly<Record<string, string | null>>
}

/** Where a test does worse than elsewhere. */
export interface WhereOnly {
  /** By what: environment, profile, agent, hour … */
  by: string
  value: string
  bad: number
  of: number
  /** The same of its runs elsewhere. */
  elsewhereBad: number
  elsewhereOf: number
  /** One-sided (Fisher), times the number of values that were tried (Bonferroni): at most 1. */
  p: number
}

/** Said where chance does it less often than once in a hundred looks. */
const SURE = 0.01

/**
 * Values with which a test does worse than without, surest first: Fisher's exact test for each, corrected for how many were tried (Bonferroni).
 * Of several that say the same of the same runs the first by `by` is told: nightly runs of one environment all begin in one hour.
 * @returns nothing where all of its runs have one value
 */
export function whereOnly(runs: readonly Placed[], by: readonly string[]): WhereOnly[] {
  const bad = runs.filter((run) => run.bad).length
  const tables = by.flatMap((one) => {
    const values = new Map<string, { bad: number; of: number }>()
    const known = runs.filter(({ places }) => places[one] != null)
    for (const run of known) {
      const own = values.get(run.places[one] ?? '') ?? { bad: 0, of: 0 }
      own.of++
      if (run.bad) own.bad++
      values.set(run.places[one] ?? '', own)
    }
    return values.size < 2 ? [] : [...values].map(([value, own]) => ({ by: one, value, ...own, elsewhereBad: bad - own.bad, elsewhereOf: runs.length - own.of })) // prettier-ignore
  })
  return tables
    .map((one) => ({ ...one, p: fisherGreater([one.bad, one.of - one.bad, one.elsewhereBad, one.elsewhereOf - one.elsewhereBad]) }))
    .map((one) => ({ ...one, p: Math.min(1, one.p * tables.length) }))
    .filter(({ p }) => p < SURE)
    .sort((a, b) => a.p - b.p || by.indexOf(a.by) - by.indexOf(b.by))
    .filter((one, i, all) => !all.slice(0, i).some((before) => before.bad === one.bad && before.of === one.of))
}

/** Whether something that was done about a test helped. */
export interface Helped {
  before: { bad: number; of: number }
  after: { bad: number; of: number }
  /** One-sided (Fisher): how likely so few bad runs afterwards are if nothing changed. */
  p: number
  /** Good runs in a row that it takes to see 95 % sure that it is gone, given the share before; null where it was never bad. */
  needed: number | null
  verdict: 'helped' | 'not yet sure' | 'did not help'
}

/**
 * Before against after. *Helped*: not bad since, and chance does so less often than once in twenty. *Did not help*: bad again, and its share is no
 * less than half of what it was. Otherwise it is not yet sure.
 * @param outcomes oldest first; true is bad
 * @param at the index of the first run after
 */
export function helped(outcomes: readonly boolean[], at: number): Helped {
  const side = (part: readonly boolean[]) => ({ bad: part.filter((bad) => bad).length, of: part.length })
  const [before, after] = [side(outcomes.slice(0, at)), side(outcomes.slice(at))]
  const p = before.of === 0 || after.of === 0 ? 1 : fisherGreater([before.bad, before.of - before.bad, after.bad, after.of - after.bad])
  const share = before.of === 0 ? 0 : before.bad / before.of
  const needed = share === 0 ? null : share === 1 ? 1 : Math.ceil(Math.log(0.05) / Math.log1p(-share))
  const again = after.bad > 0 && after.bad / after.of >= share / 2
  return { before, after, p, needed, verdict: after.bad === 0 && p < 0.05 ? 'helped' : again ? 'did not help' : 'not yet sure' }
}
