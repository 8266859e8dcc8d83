import { termsOf } from './terms.js'

/** A case as far as it says something. */
export interface SaidCase {
  id: number
  title: string
  /** Words of its steps, preconditions and tags. */
  more: string
}

export interface AlikePair {
  /** The lower id first. */
  a: number
  b: number
  /** The part of all words of both that they share, of the title and of everything; the lesser. */
  likeness: number
}

/** From here on two cases say nearly the same; a choice of ours: one word of nine may differ. */
export const ALIKE_FROM = 0.8

/** Words that turn what is said into its contrary, or set its place: with others, or other numbers, two titles say something else. */
const DECISIVE = new Set(['not', 'no', 'never', 'without', 'cannot', 'before', 'after', 'over', 'under', 'above', 'below'])
const hasDigit = (word: string) => [...word].some((character) => character >= '0' && character <= '9')

const wordsOf = (text: string): string[] => [...new Set(termsOf(text))]

/** The decisive words of a title, in one text. */
const decisiveOf = (title: string): string =>
  title
    .toLowerCase()
    .split(' ')
    .filter((word) => DECISIVE.has(word) || hasDigit(word))
    .sort()
    .join(' ')

/**
 * Pairs of cases with nearly the same words, title by title and as a whole (Jaccard). Found by their rarest words: of two sets that share the
 * part t of their words each has one of its rarest |x| − ⌈t·|x|⌉ + 1 words in common with the other (prefix filtering; Chaudhuri, Ganti and
 * Kaushik 2006, Bayardo, Ma and Srikant 2007).
 * @returns the likest first, no more than `most`
 */
export function alikeCases(cases: readonly SaidCase[], most = 1000): AlikePair[] {
  const titles = cases.map(({ title }) => wordsOf(title))
  const decisive = cases.map(({ title }) => decisiveOf(title))
  const frequency = new Map<string, number>()
  for (const words of titles) for (const word of words) frequency.set(word, (frequency.get(word) ?? 0) + 1)
  const rarestFirst = titles.map((words) =>
    words.toSorted((x, y) => (frequency.get(x) ?? 0) - (frequency.get(y) ?? 0) || (x < y ? -1 : x > y ? 1 : 0)),
  )
  const wholes = new Map<number, Set<string>>()
  const wholeOf = (at: number) => {
    const known = wholes.get(at) ?? new Set(wordsOf(`${cases[at]?.title ?? ''} ${cases[at]?.more ?? ''}`))
    wholes.set(at, known)
    return known
  }
  const byWord = new Map<string, number[]>()
  const pairs: AlikePair[] = []
  rarestFirst.forEach((words, at) => {
    const own = new Set(words)
    const candidates = new Set<number>()
    for (const word of words.slice(0, words.length - Math.ceil(ALIKE_FROM * words.length) + 1)) {
      const others = byWord.get(word) ?? []
      for (const other of others) candidates.add(other)
      others.push(at)
      byWord.set(word, others)
    }
    for (const other of candidates) {
      if (decisive[at] !== decisive[other]) continue
      const title = jaccard(own, new Set(titles[other]))
      const likeness = title < ALIKE_FROM ? title : Math.min(title, jaccard(wholeOf(at), wholeOf(other)))
      const [x, y] = [cases[at]?.id ?? 0, cases[other]?.id ?? 0]
      if (likeness >= ALIKE_FROM && x !== y) pairs.push({ a: Math.min(x, y), b: Math.max(x, y), likeness })
    }
  })
  return pairs.sort((x, y) => y.likeness - x.likeness || x.a - y.a || x.b - y.b).slice(0, most)
}

function jaccard(x: ReadonlySet<string>, y: ReadonlySet<string>): number {
  if (x.size === 0 || y.size === 0) return 0
  let shared = 0
  for (const word of x) if (y.has(word)) shared++
  return shared / (x.size + y.size - shared)
}
