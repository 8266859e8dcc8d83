/** By what failures are told apart. */
export const DAY_PARTS = ['environment', 'area', 'suite', 'file', 'team', 'cause', 'pipeline'] as const
export type DayPart = (typeof DAY_PARTS)[number]

/** Failures that are alike in all parts. `null` is what has none: no case and so no area, no team. */
export interface RedCount {
  count: number
  parts: Readonly<Record<DayPart, string | null>>
}

export interface Explanation {
  part: DayPart
  /** The fewest values that make most of it, the largest first. */
  values: { name: string; count: number }[]
  /** What they make of the failures; 0 to 1. */
  share: number
  /** What the same values make of the failures elsewhere; null where there are none. */
  usualShare: number | null
}

/** What explains most of it does so for this share at least. */
const MOST = 0.8
/** More values than these explain nothing: it is spread. */
const FEW = 3
/** Values that make so much of the failures elsewhere, too, as a share of theirs here, say nothing about these. */
const USUAL = 0.7

/**
 * Of what a spike is made: for each part, the fewest values that make at least 80 % of its failures, if they are few and make less of the
 * failures at other times. Those with the fewest values come first, then those that make the most. A choice of ours; values are taken from the
 * largest on, which for a sum is the smallest set.
 * @param others failures at other times
 * @param known how many values a part has at all: what can only be one thing explains nothing
 */
export function explainSpike(
  reds: readonly RedCount[],
  others: readonly RedCount[],
  known: Partial<Record<DayPart, number>> = {},
): Explanation[] {
  const total = sumOf(reds)
  if (total === 0) return []
  const found: Explanation[] = []
  for (const part of DAY_PARTS) {
    const values = countsBy(reds, part)
    const chosen: Explanation['values'] = []
    let sum = 0
    for (const [name, count] of [...values].sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1))) {
      if (sum >= MOST * total || chosen.length > FEW) break
      chosen.push({ name, count })
      sum += count
    }
    if (chosen.length === 0 || chosen.length > FEW || sum < MOST * total || known[part] === 1) continue
    const names = new Set(chosen.map(({ name }) => name))
    const elsewhere = sumOf(others)
    const usual = elsewhere === 0 ? null : sumOf(others.filter(({ parts }) => names.has(parts[part] ?? ''))) / elsewhere
    const share = sum / total
    if (usual !== null && usual >= USUAL * share) continue
    found.push({ part, values: chosen, share, usualShare: usual })
  }
  return found.sort(
    (a, b) => a.values.length - b.values.length || b.share - a.share || DAY_PARTS.indexOf(a.part) - DAY_PARTS.indexOf(b.part),
  )
}

const sumOf = (reds: readonly RedCount[]) => reds.reduce((sum, { count }) => sum + count, 0)

/** How many failures each value of a part has; what has none is left out. */
function countsBy(reds: readonly RedCount[], part: DayPart): Map<string, number> {
  const counts = new Map<string, number>()
  for (const { count, parts } of reds) {
    const name = parts[part]
    if (name !== null) counts.set(name, (counts.get(name) ?? 0) + count)
  }
  return counts
}

/** How much more than usual makes a spike, and the least that does. */
const SPIKE = { times: 3, least: 5 } as const

/**
 * Days that stand out: at least three times the median of all days that have runs, and five failures.
 * @returns the first and last index of the highest spike, neighbours with at least half as many with it; null where none does
 */
export function findSpike(reds: readonly number[]): [number, number] | null {
  const sorted = reds.toSorted((a, b) => a - b)
  const usual = sorted[(sorted.length - 1) >> 1] ?? 0
  const stands = (count: number | undefined) => count !== undefined && count >= SPIKE.least && count >= SPIKE.times * Math.max(1, usual)
  let highest = -1
  reds.forEach((count, i) => {
    if (stands(count) && (highest < 0 || count > (reds[highest] ?? 0))) highest = i
  })
  if (highest < 0) return null
  let [from, to] = [highest, highest]
  const belongs = (count: number | undefined) => stands(count) && 2 * (count ?? 0) >= (reds[highest] ?? 0)
  while (belongs(reds[from - 1])) from--
  while (belongs(reds[to + 1])) to++
  return [from, to]
}
