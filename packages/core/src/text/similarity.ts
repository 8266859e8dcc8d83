/** How alike two texts are. All measures count code points, not UTF-16 units. */

/** Fewest insertions, deletions and substitutions that make one text of another. */
export function levenshtein(a: string, b: string): number {
  return distance([...a], [...b], false)
}

/** The same with swapped neighbours as one change; no part is changed twice (optimal string alignment). */
export function osaDistance(a: string, b: string): number {
  return distance([...a], [...b], true)
}

function distance(a: readonly string[], b: readonly string[], swaps: boolean): number {
  let before: number[] = []
  let last = b.map((_, j) => j).concat(b.length)
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1]
      let best = Math.min((last[j] ?? 0) + 1, (row[j - 1] ?? 0) + 1, (last[j - 1] ?? 0) + (same ? 0 : 1))
      if (swaps && i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) best = Math.min(best, (before[j - 2] ?? 0) + 1)
      row.push(best)
    }
    before = last
    last = row
  }
  return last[b.length] ?? 0
}

/** Jaro's similarity, from 0 to 1; of two empty texts 1. */
export function jaro(first: string, second: string): number {
  const [a, b] = [[...first], [...second]]
  if (a.length === 0 && b.length === 0) return 1
  const reach = Math.max(0, Math.floor(Math.max(a.length, b.length) / 2) - 1)
  const taken = new Array<boolean>(b.length).fill(false)
  const inA: string[] = []
  a.forEach((letter, i) => {
    for (let j = Math.max(0, i - reach); j <= Math.min(b.length - 1, i + reach); j++) {
      if (taken[j] || b[j] !== letter) continue
      taken[j] = true
      inA.push(letter)
      return
    }
  })
  if (inA.length === 0) return 0
  const inB = b.filter((_, j) => taken[j])
  const swapped = inA.filter((letter, i) => letter !== inB[i]).length / 2
  return (inA.length / a.length + inA.length / b.length + (inA.length - swapped) / inA.length) / 3
}

/** Jaro's similarity, raised for a common beginning of up to four letters (Winkler 1990, without a threshold). */
export function jaroWinkler(first: string, second: string): number {
  const similar = jaro(first, second)
  const [a, b] = [[...first], [...second]]
  let shared = 0
  while (shared < 4 && shared < a.length && a[shared] === b[shared]) shared++
  return similar + shared * 0.1 * (1 - similar)
}

/** Share of what two sets have in common in all that either has; of two empty sets 0. */
export function jaccard<T>(a: Iterable<T>, b: Iterable<T>): number {
  const [one, other] = [new Set(a), new Set(b)]
  let both = 0
  for (const member of one) if (other.has(member)) both++
  const all = one.size + other.size - both
  return all === 0 ? 0 : both / all
}

/**
 * How much a word says: the fewer of the documents have it, the more. Smoothed as if one more document had every word
 * (scikit-learn's `TfidfTransformer`).
 */
export function inverseFrequencies(documents: readonly (readonly string[])[]): Map<string, number> {
  const counts = new Map<string, number>()
  for (const words of documents) for (const word of new Set(words)) counts.set(word, (counts.get(word) ?? 0) + 1)
  return new Map([...counts].map(([word, count]) => [word, Math.log((1 + documents.length) / (1 + count)) + 1]))
}

/** Cosine of two documents, each word weighed by how often it stands there and how much it says. */
export function cosine(a: readonly string[], b: readonly string[], weights: ReadonlyMap<string, number>): number {
  const [one, other] = [a, b].map((words) => {
    const vector = new Map<string, number>()
    for (const word of words) vector.set(word, (vector.get(word) ?? 0) + (weights.get(word) ?? 0))
    return vector
  }) as [Map<string, number>, Map<string, number>]
  const length = (vector: Map<string, number>) => Math.sqrt([...vector.values()].reduce((sum, value) => sum + value * value, 0))
  let both = 0
  for (const [word, value] of one) both += value * (other.get(word) ?? 0)
  const lengths = length(one) * length(other)
  return lengths === 0 ? 0 : both / lengths
}
