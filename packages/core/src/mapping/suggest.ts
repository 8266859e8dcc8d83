import { bestPairs } from '../text/assignment.js'
import { calibrated, calibrationOf, type Decision } from './calibrate.js'
import { stem, termsOf } from './terms.js'

/** A script that has no case, as far as it says what it is about. */
export interface ScriptToMap {
  id: number
  name: string
  suites: readonly string[]
  file: string | null
}

export interface CaseToMap {
  id: number
  title: string
  /** Names of the areas it stands in, outermost first. */
  areas: readonly string[]
  /** Words of its steps and tags. */
  more: string
  /** No script is tied to it yet. */
  free: boolean
}

/** A script and a case that belong together, or that a person said do not. */
export interface KnownPair {
  script: ScriptToMap
  caseId: number
  verdict: 'linked' | 'rejected'
  /** How sure the suggestion was that was decided on, as it was weighed; null where it was none. */
  weighed?: number | null
}

export type Reason =
  | { kind: 'words'; words: string[] }
  | { kind: 'abbreviations'; words: string[] }
  | { kind: 'area'; area: string }
  | { kind: 'neighbours'; area: string; count: number }

export interface Suggestion {
  scriptId: number
  caseId: number
  /** How likely it is right, from 0 to 1: of what it calls 0.9, nine in ten are. Decisions of the project count. */
  confidence: number
  /** The same before decisions count. */
  weighed: number
  reasons: Reason[]
  /** The one that the script gets, where all scripts get the cases that fit best together. */
  chosen: boolean
}

/** So many cases are weighed for each script; the rest share too few words. */
const MOST_WEIGHED = 24
const MOST_TOLD = 3
/** Cases that share less than this part of what the nearest one shares are not weighed. */
const LEAST_SHARED = 0.4
/** So many cases of each script are looked at when all scripts get theirs. */
const MOST_CHOSEN_FROM = 6
/** Less likely than this is not told. */
const LEAST = 0.08

/** What makes one case fit better than another: common practice, no source; tried on the labelled set in `suggest.test.ts`. */
const FIT = { own: 6.4, around: 1.6, covered: 2.2, area: 1.1, neighbours: 1.5 } as const
const NO_FIT = -5.2

/** Weights of the logistic function that makes a confidence; fitted to labelled sets other than those that `suggest.test.ts` measures. */
const SURE = { base: -1.25, fit: 0.4, left: -2, taken: -2, ahead: 11.3 }

/**
 * However far a case is ahead of all others, it is no surer than this where name and title share little: a rare word may be all that they
 * have in common. Tried on the same sets.
 */
const AT_MOST = { base: 0.25, shared: 1.2 }

/** So sure is at least what a script gets when all scripts get theirs; fitted to the same sets. */
const CHOSEN = 0.5

/** What a script and a case have in common, each from 0 to 1. */
interface Features {
  /** How alike the words of the name and of the title are. */
  own: number
  /** The part of the title that suites and folder say. */
  around: number
  /** The part of the title that either says. */
  covered: number
  /** The part of the name that the title does not say. */
  left: number
  /** The part of the area's words that name, suites or folder say. */
  area: number
  /** The part of the linked scripts beside it that are linked in this area. */
  neighbours: number
  /** Another script verifies the case already. */
  taken: number
  /** How far it is ahead of the next best, from -1 to 1. */
  ahead: number
}

/** How well they fit. */
const fitOf = (features: Features): number =>
  (Object.keys(FIT) as (keyof typeof FIT)[]).reduce((sum, name) => sum + FIT[name] * features[name], NO_FIT)

interface CaseTerms {
  at: CaseToMap
  title: Map<string, number>
  length: number
  areas: Set<string>
  areaName: string
}

/**
 * The most likely cases for each script, over all of them at once: where two scripts fit one case, each gets what makes the whole fit best.
 * @param known what people decided: where neighbours are linked is where a script likely belongs; what was rejected is not told again;
 * how often suggestions were right says how sure the next ones are
 * @param progress told now and then how many scripts are weighed
 */
export function suggest(
  scripts: readonly ScriptToMap[],
  cases: readonly CaseToMap[],
  known: readonly KnownPair[] = [],
  progress: (done: number) => void = () => undefined,
): Suggestion[] {
  const index = new CaseIndex(cases)
  const near = new Neighbours(known, index)
  const rejected = new Set(known.filter(({ verdict }) => verdict === 'rejected').map(({ script, caseId }) => `${script.id} ${caseId}`))
  const all: Suggestion[] = []
  scripts.forEach((script, done) => {
    if (done % 200 === 0) progress(done)
    all.push(...weighed(script, index, near, rejected).slice(0, MOST_CHOSEN_FROM))
  })
  progress(scripts.length)
  // a case that has a script may have another, but is less wanted
  const free = new Map(cases.map(({ id, free: isFree }) => [id, isFree]))
  const chosen = bestPairs(
    all.map((one) => ({ row: one.scriptId, column: one.caseId, score: one.confidence * (free.get(one.caseId) ? 1 : 0.6), of: one })),
  )
  for (const { of } of chosen) {
    of.chosen = true
    // what else it could be went to others
    of.confidence = Math.round((CHOSEN + (1 - CHOSEN) * of.confidence) * 1000) / 1000
  }
  const learnt = calibrationOf(
    known.flatMap(({ verdict, weighed: confidence }): Decision[] =>
      typeof confidence === 'number' ? [{ confidence, accepted: verdict === 'linked' }] : [],
    ),
  )
  for (const one of all) {
    one.weighed = one.confidence
    one.confidence = calibrated(one.confidence, learnt)
  }
  return topOf(all.filter(({ confidence, chosen }) => chosen || confidence >= LEAST))
}

/** The chosen one first, then the most likely. */
function topOf(all: readonly Suggestion[]): Suggestion[] {
  const byScript = new Map<number, Suggestion[]>()
  for (const one of all) {
    const list = byScript.get(one.scriptId)
    if (list) list.push(one)
    else byScript.set(one.scriptId, [one])
  }
  return [...byScript.values()].flatMap((list) =>
    list.sort((a, b) => Number(b.chosen) - Number(a.chosen) || b.confidence - a.confidence).slice(0, MOST_TOLD),
  )
}

class CaseIndex {
  readonly cases: CaseTerms[] = []
  readonly byId = new Map<number, CaseTerms>()
  private readonly postings = new Map<string, number[]>()
  private readonly weights = new Map<string, number>()
  /** What a word says of each case that has it, beside the length of its title. */
  private readonly shares = new Map<string, number[]>()
  private readonly scores: Float64Array
  private readonly touched: number[] = []
  private readonly spellings = new Map<string, string | null>()
  /** Words of all titles by their first letter, for abbreviations. */
  private readonly byInitial = new Map<string, string[]>()

  constructor(cases: readonly CaseToMap[]) {
    const counts = new Map<string, number>()
    const terms = cases.map((at) => ({ at, title: termsOf(at.title), more: termsOf(at.more) }))
    for (const { title } of terms) for (const word of new Set(title)) counts.set(word, (counts.get(word) ?? 0) + 1)
    for (const [word, count] of counts) {
      this.weights.set(word, Math.log((1 + cases.length) / (1 + count)) + 1)
      const initial = word.charAt(0)
      this.byInitial.set(initial, [...(this.byInitial.get(initial) ?? []), word])
    }
    for (const { at, title, more } of terms) {
      const vector = new Map<string, number>()
      for (const word of title) vector.set(word, this.weightOf(word))
      // steps say a little, too
      for (const word of more) if (!vector.has(word)) vector.set(word, 0.15 * this.weightOf(word))
      const own = title.reduce((sum, word) => sum + this.weightOf(word) ** 2, 0)
      const entry = {
        at,
        title: vector,
        length: Math.sqrt(own),
        areas: new Set(at.areas.flatMap((area) => termsOf(area))),
        areaName: at.areas.join(' › '),
      }
      const place = this.cases.push(entry) - 1
      this.byId.set(at.id, entry)
      for (const [word, weight] of vector) {
        const share = weight / Math.max(1, entry.length)
        const list = this.postings.get(word)
        if (list) list.push(place)
        else this.postings.set(word, [place])
        if (list) this.shares.get(word)?.push(share)
        else this.shares.set(word, [share])
      }
    }
    this.scores = new Float64Array(cases.length)
  }

  /** How much a word says; one that no title has says most of a script, and nothing of a case. */
  weightOf(word: string): number {
    return this.weights.get(word) ?? Math.log(1 + this.cases.length) + 1
  }

  /** A word as titles write it, where the script's own is none of theirs but begins one, or leaves out its vowels. */
  spelledOut(word: string): string | null {
    if (this.weights.has(word) || word.length < 2) return null
    const known = this.spellings.get(word)
    if (known !== undefined) return known
    const found = this.spell(word)
    this.spellings.set(word, found)
    return found
  }

  private spell(word: string): string | null {
    const same = (this.byInitial.get(word.charAt(0)) ?? []).filter((full) => full.length > word.length && isShortOf(word, full))
    return same.length === 1 ? (same[0] ?? null) : (same.find((full) => full.startsWith(word)) ?? null)
  }

  /** The cases that share most with some words, most first. */
  nearest(words: ReadonlyMap<string, number>): number[] {
    const { scores, touched } = this
    touched.length = 0
    for (const [word, weight] of words) {
      const list = this.postings.get(word)
      if (!list) continue
      const shares = this.shares.get(word) ?? []
      for (let i = 0; i < list.length; i++) {
        const place = list[i] ?? 0
        if (scores[place] === 0) touched.push(place)
        scores[place] = (scores[place] ?? 0) + weight * (shares[i] ?? 0)
      }
    }
    // only what comes near the best is put in order
    let best = 0
    for (const place of touched) best = Math.max(best, scores[place] ?? 0)
    const ranked = touched
      .filter((place) => (scores[place] ?? 0) >= best * LEAST_SHARED)
      .sort((a, b) => (scores[b] ?? 0) - (scores[a] ?? 0))
    ranked.length = Math.min(ranked.length, MOST_WEIGHED)
    for (const place of touched) scores[place] = 0
    return ranked
  }
}

/** `pax` is no short form of `passenger`, but `psngr` and `pass` are. */
function isShortOf(short: string, full: string): boolean {
  if (full.startsWith(short) && short.length >= 3) return true
  const bare = full.charAt(0) + full.slice(1).replace(/[aeiou]/g, '')
  return short.length >= 3 && (bare === short || stem(bare) === short)
}

/** Where the scripts of a file or folder are linked. */
class Neighbours {
  private readonly areas = new Map<string, Map<string, number>>()

  constructor(known: readonly KnownPair[], index: CaseIndex) {
    for (const { script, caseId, verdict } of known) {
      const area = index.byId.get(caseId)?.areaName
      if (verdict !== 'linked' || !area) continue
      for (const place of placesOf(script)) {
        const counts = this.areas.get(place) ?? new Map<string, number>()
        counts.set(area, (counts.get(area) ?? 0) + 1)
        this.areas.set(place, counts)
      }
    }
  }

  /** The share of a script's linked neighbours that stand in an area, and how many. */
  in(script: ScriptToMap, area: string): { share: number; count: number } {
    for (const place of placesOf(script)) {
      const counts = this.areas.get(place)
      if (!counts) continue
      const all = [...counts.values()].reduce((sum, count) => sum + count, 0)
      const count = counts.get(area) ?? 0
      return { share: count / all, count }
    }
    return { share: 0, count: 0 }
  }
}

/** Its file, then its folder. */
function placesOf({ file, suites }: ScriptToMap): string[] {
  if (file === null) return suites.length > 0 ? [`s${suites[0]}`] : []
  return [`f${file}`, `d${file.slice(0, Math.max(0, file.lastIndexOf('/')))}`]
}

interface Weighed extends Suggestion {
  raw: number
  features: Features
}

function weighed(script: ScriptToMap, index: CaseIndex, near: Neighbours, rejected: ReadonlySet<string>): Suggestion[] {
  const short: string[] = []
  const spelled = (words: readonly string[]): string[] =>
    words.map((word) => {
      const full = index.spelledOut(word)
      if (full !== null) short.push(full)
      return full ?? word
    })
  const own = new Set(spelled(termsOf(script.name)))
  const around = new Set(spelled(termsOf([...script.suites, folderWords(script.file)].join(' '))))
  const words = new Map<string, number>()
  for (const word of around) words.set(word, 0.35 * index.weightOf(word))
  for (const word of own) words.set(word, index.weightOf(word))
  const ownLength = Math.sqrt([...own].reduce((sum, word) => sum + index.weightOf(word) ** 2, 0))
  const candidates = index.nearest(words).flatMap((place): Weighed[] => {
    const entry = index.cases[place]
    if (!entry || rejected.has(`${script.id} ${entry.at.id}`)) return []
    return [weigh(script, entry, { own, around, ownLength, short }, index, near)]
  })
  candidates.sort((a, b) => b.raw - a.raw)
  return candidates.flatMap(({ raw, features, ...one }, place): Suggestion[] => {
    // the further it is ahead of the others, the surer it is
    const other = candidates[place === 0 ? 1 : 0]?.raw ?? Math.min(raw, NO_FIT)
    features.ahead = Math.max(-1, Math.min(1, (raw - other) / 4))
    const { own, covered, left, taken, ahead } = features
    const likely = 1 / (1 + Math.exp(-(SURE.base + SURE.fit * raw + SURE.left * left + SURE.taken * taken + SURE.ahead * ahead)))
    const confidence = Math.min(likely, AT_MOST.base + AT_MOST.shared * Math.max(own, covered))
    return confidence < LEAST ? [] : [{ ...one, confidence: Math.round(confidence * 1000) / 1000 }]
  })
}

interface ScriptTerms {
  own: ReadonlySet<string>
  around: ReadonlySet<string>
  ownLength: number
  short: readonly string[]
}

function weigh(
  script: ScriptToMap,
  { at, title, length, areas, areaName }: CaseTerms,
  terms: ScriptTerms,
  index: CaseIndex,
  near: Neighbours,
): Weighed {
  const { own, around, ownLength, short } = terms
  let [both, fromAround, covered, all, said] = [0, 0, 0, 0, 0]
  const shared: string[] = []
  for (const [word, weight] of title) {
    const full = index.weightOf(word)
    if (weight === full) all += full
    if (own.has(word)) {
      said += full
      both += weight * full
      if (weight === full) {
        covered += full
        shared.push(word)
      }
    } else if (around.has(word) && weight === full) {
      fromAround += full
      covered += full * 0.8
      shared.push(word)
    }
  }
  const ownWeight = [...own].reduce((sum, word) => sum + index.weightOf(word), 0)
  const neighbours = near.in(script, areaName)
  const features: Features = {
    own: ownLength * length === 0 ? 0 : both / (ownLength * length),
    around: all === 0 ? 0 : fromAround / all,
    covered: all === 0 ? 0 : covered / all,
    left: ownWeight === 0 ? 0 : 1 - said / ownWeight,
    area: areas.size === 0 ? 0 : [...areas].filter((word) => around.has(word) || own.has(word)).length / areas.size,
    neighbours: neighbours.share,
    taken: at.free ? 0 : 1,
    ahead: 0,
  }
  const inArea = features.area
  const raw = fitOf(features)
  const reasons: Reason[] = []
  const told = shared.filter((word) => !short.includes(word))
  if (told.length > 0) reasons.push({ kind: 'words', words: asWritten(told, at.title) })
  const spelled = shared.filter((word) => short.includes(word))
  if (spelled.length > 0) reasons.push({ kind: 'abbreviations', words: asWritten(spelled, at.title) })
  if (neighbours.count > 0) reasons.push({ kind: 'neighbours', area: areaName, count: neighbours.count })
  else if (inArea > 0.5 && areaName !== '') reasons.push({ kind: 'area', area: areaName })
  return { scriptId: script.id, caseId: at.id, confidence: 0, weighed: 0, reasons, chosen: false, raw, features }
}

/** Words as the title writes them, for people to read. */
function asWritten(words: readonly string[], title: string): string[] {
  const written = new Map(title.split(/[^\p{L}\p{N}]+/u).map((word) => [termsOf(word)[0] ?? '', word.toLowerCase()]))
  return words.map((word) => written.get(word) ?? word)
}

const folderWords = (file: string | null): string =>
  file === null
    ? ''
    : file
        .slice(0, file.includes('.') ? file.lastIndexOf('.') : file.length)
        .replace(/\b(src|test|tests|spec|specs|e2e|__tests__|main|java)\b/g, ' ')
