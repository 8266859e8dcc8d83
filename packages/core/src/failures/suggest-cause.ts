import { CAUSES, type Cause } from '../states.js'
import { bounded } from '../text/bounded.js'

/** What is known of a failure group when its cause is asked for. */
export interface CauseFacts {
  /** One example of what it said, and where. */
  message: string
  type: string
  stack: string
  /** How its results ended, over all runs that were looked at. */
  failed: number
  errored: number
  recovered: number
  /** Different tests. */
  tests: number
  /** The largest share of the tests of one run that ended this way at once, 0 to 1, and how many tests that were. */
  share: number
  atOnce: number
  /** Runs of its tests: with this failure, and in all. */
  runsWith: number
  runsOfTests: number
  /** Since it began it was there in every build. */
  steady: boolean
  /** Tests that passed and failed on one commit in one environment. */
  bothWays: number
  /** Environments that it was seen in, and that its tests ran in. */
  environments: number
  environmentsOfTests: number
  /** Runs of it that count as an outage, and whether a probe of such an environment did not answer. */
  outages: number
  probeFailed: boolean
  /** Agents that it was seen on, and that its tests ran on; 0 where runs name none. */
  agents: number
  agentsOfTests: number
  /** Files that the build changed in which it began. */
  changedFiles: readonly string[]
  /** Files of its tests; and whether one of these tests was moved, renamed or changed with that build. */
  testFiles: readonly string[]
  testMoved: boolean
  /** What people decided for near ones before, counted. */
  decided: Readonly<Partial<Record<Cause, number>>>
}

/** A reason as data; the words are made where it is shown. */
export interface CauseReason {
  code:
    | 'failedChecks'
    | 'errors'
    | 'manyAtOnce'
    | 'outage'
    | 'probe'
    | 'bothWays'
    | 'recovered'
    | 'comesAndGoes'
    | 'steady'
    | 'oneAgent'
    | 'oneEnvironment'
    | 'changedInStack'
    | 'testChanged'
    | 'testMoved'
    | 'network'
    | 'locator'
    | 'loading'
    | 'testBug'
    | 'expired'
    | 'missingData'
    | 'timeout'
    | 'decidedBefore'
  /** Which cause it speaks for. */
  cause: Cause
  /** How much, in units of log-odds. */
  weight: number
  /** A figure or a name that belongs to it. */
  value?: number | string
  of?: number
}

export interface SuggestedCause {
  cause: Cause
  /** How likely it is right, 0 to 1. */
  sure: number
  /** What speaks for it, the weightiest first; and what speaks most for another cause. */
  reasons: CauseReason[]
}

/** Of these all have to be found in a text; each is linear, which one pattern over all of them would not be. */
type Words = readonly RegExp[]
const says = (text: string, some: readonly Words[]): boolean => some.some((all) => all.every((pattern) => pattern.test(text)))

/** Words by which messages tell what went wrong: common practice, no source. */
const NETWORK: readonly Words[] = [
  [/\bE(?:CONNREFUSED|CONNRESET|NOTFOUND|AI_AGAIN|HOSTUNREACH|PIPE)\b/],
  [/connection (?:refused|reset|timed out|closed)|no route to host|name or service not known|getaddrinfo|socket hang up/i],
  [/\b50[234]\b|bad gateway|service unavailable|too many connections/i],
  [/no space left|out of memory|disk full|certificate (?:has expired|verify)|tls handshake/i],
]
const LOCATOR: readonly Words[] = [
  [/no such element|unable to locate|stale element|strict mode violation|intercepts pointer events/i],
  [/waiting for (?:locator|selector|element)/i],
  [/\b(?:element|selector)\b/i, /not (?:found|visible|attached|interactable)/i],
]
const LOADING: readonly Words[] = [
  [/cannot find module|module not found|no module named|importerror|classnotfound|noclassdeffound|syntaxerror/i],
  [/does not provide an export|unresolved import/i],
  [/undefined method/i, /page|helper/i],
  [/\bfixture\b/i, /not found/i],
]
const TEST_BUG: readonly Words[] = [
  [/\b(?:TypeError|ReferenceError|NameError|AttributeError|NullPointerException|NullReferenceException|NoMethodError|IndexError)\b/],
]
const EXPIRED: readonly Words[] = [[/\bexpired\b|no longer valid|out of date|in the past|not yet valid|valid (?:until|to)\b/i]]
const MISSING_DATA: readonly Words[] = [
  [/duplicate key|unique constraint|foreign key|no rows?\b|already exists|test data|seed(?:ed)? data|row count|data ?set/i],
  [/\b(?:record|user|customer|account|voucher|order|booking)\b/i, /not found|does not exist|\bmissing\b|no such/i],
  [/expected \d{1,9} rows?\b/i],
]
const TIMEOUT: readonly Words[] = [[/time(?:d)? ?out|no answer within|did not (?:finish|answer|appear) (?:in|within)|deadline exceeded/i]]

const MOST_TEXT = 4000
/** How likely each cause is before anything is known, as log-odds against each other: product defects come first. A choice of ours. */
const PRIOR: Readonly<Record<Cause, number>> = { product: 0.4, script: 0, environment: 0, data: -0.3, flaky: 0, unknown: -1.2 }

const baseName = (file: string): string => file.split(/[\\/]/).at(-1) ?? file

/**
 * What a failure group likely is, with why, and how sure that is. Each reason adds its weight to the log-odds of one cause; the softmax over
 * the six causes says how sure. The weights are a choice of ours, tried on the demo's known truth and on a seeded history of 2,000 causes
 * (docs/failures.md); what people decided for near ones before counts by how many there were.
 * @returns null where nothing is known
 */
export function suggestCause(facts: CauseFacts): SuggestedCause | null {
  if (facts.tests === 0) return null
  const reasons = [...reasonsIn(facts)]
  const scores = new Map<Cause, number>(CAUSES.map((cause) => [cause, PRIOR[cause]]))
  for (const { cause, weight } of reasons) scores.set(cause, (scores.get(cause) ?? 0) + weight)
  const [first = 'unknown'] = [...CAUSES].sort((a, b) => (scores.get(b) ?? 0) - (scores.get(a) ?? 0))
  const top = scores.get(first) ?? 0
  const sum = [...scores.values()].reduce((total, score) => total + Math.exp(score - top), 0)
  const mine = reasons.filter(({ cause, weight }) => cause === first && weight > 0).sort((a, b) => b.weight - a.weight)
  const other = reasons.filter(({ cause, weight }) => cause !== first && weight > 0).sort((a, b) => b.weight - a.weight)[0]
  return { cause: first, sure: 1 / sum, reasons: [...mine, ...(other ? [other] : [])] }
}

function* reasonsIn(facts: CauseFacts): Generator<CauseReason> {
  yield* ofOutcomes(facts)
  yield* ofHistory(facts)
  yield* ofPlaces(facts)
  yield* ofWords(facts)
  yield* ofChanges(facts)
  yield* ofDecisions(facts)
}

function* ofOutcomes({ failed, errored, recovered, share, atOnce, outages, probeFailed }: CauseFacts): Generator<CauseReason> {
  const all = failed + errored + recovered
  // on a later try most of them passed
  if (recovered > 0 && recovered >= all / 2) yield { code: 'recovered', cause: 'flaky', weight: 2.6, value: recovered, of: all }
  if (failed > errored + recovered) yield { code: 'failedChecks', cause: 'product', weight: 0.7, value: failed }
  if (errored > failed && errored >= recovered) yield { code: 'errors', cause: 'environment', weight: 0.5, value: errored }
  if (atOnce >= 20 && share >= 0.3 && errored > failed) yield { code: 'manyAtOnce', cause: 'environment', weight: 2, value: atOnce }
  if (outages > 0) yield { code: 'outage', cause: 'environment', weight: 1.6, value: outages }
  if (probeFailed) yield { code: 'probe', cause: 'environment', weight: 1.6 }
}

function* ofHistory({ bothWays, runsWith, runsOfTests, steady, recovered, failed, errored }: CauseFacts): Generator<CauseReason> {
  if (bothWays > 0) yield { code: 'bothWays', cause: 'flaky', weight: 2.4, value: bothWays }
  const share = runsOfTests > 0 ? runsWith / runsOfTests : 0
  if (!steady && runsWith >= 3 && share <= 0.6 && recovered < (failed + errored + recovered) / 2)
    yield { code: 'comesAndGoes', cause: 'flaky', weight: 1.6, value: runsWith, of: runsOfTests }
  if (steady && runsWith >= 2 && bothWays === 0) yield { code: 'steady', cause: 'product', weight: 0.4, value: runsWith }
}

function* ofPlaces({ agents, agentsOfTests, environments, environmentsOfTests, errored, failed }: CauseFacts): Generator<CauseReason> {
  if (agents === 1 && agentsOfTests >= 3) yield { code: 'oneAgent', cause: 'environment', weight: 1.5, of: agentsOfTests }
  if (environments === 1 && environmentsOfTests >= 2)
    yield { code: 'oneEnvironment', cause: errored > failed ? 'environment' : 'data', weight: 0.5, of: environmentsOfTests }
}

function* ofWords({ message, type, stack, failed, errored }: CauseFacts): Generator<CauseReason> {
  const said = `${type}: ${message}`.slice(0, MOST_TEXT)
  if (says(said, NETWORK)) yield { code: 'network', cause: 'environment', weight: 2.2 }
  if (says(said, LOCATOR)) yield { code: 'locator', cause: 'script', weight: 2.2 }
  if (says(said, LOADING)) yield { code: 'loading', cause: 'script', weight: 2.6 }
  if (says(said, EXPIRED)) yield { code: 'expired', cause: 'data', weight: 3 }
  if (says(said, MISSING_DATA)) yield { code: 'missingData', cause: 'data', weight: 2.6 }
  if (says(said, TIMEOUT) && !says(said, LOCATOR)) yield { code: 'timeout', cause: 'flaky', weight: 0.8 }
  if (says(said, TEST_BUG) && errored >= failed && topIsTest(stack)) yield { code: 'testBug', cause: 'script', weight: 1.8 }
}

const TEST_FRAME = bounded(1000, /[._-](?:test|spec)\.\w+|test_\w+\.py|Tests?\.(?:java|kt|cs|php)/)
const topIsTest = (stack: string): boolean => TEST_FRAME.test(stack.slice(0, MOST_TEXT).split('\n').slice(0, 4).join('\n'))

function* ofChanges({ changedFiles, testFiles, testMoved, stack }: CauseFacts): Generator<CauseReason> {
  const tests = new Set(testFiles.map(baseName))
  const changed = changedFiles.map(baseName).filter((name) => name.length > 3)
  const inStack = changed.find((name) => !tests.has(name) && !TEST_FRAME.test(name) && stack.slice(0, MOST_TEXT * 4).includes(name))
  if (inStack !== undefined) yield { code: 'changedInStack', cause: 'product', weight: 2, value: inStack }
  const own = changed.find((name) => tests.has(name))
  if (own !== undefined && inStack === undefined) yield { code: 'testChanged', cause: 'script', weight: 1.8, value: own }
  if (testMoved) yield { code: 'testMoved', cause: 'script', weight: 1.2 }
}

/** From so many decisions on they weigh no more. */
const MOST_DECIDED = 20

function* ofDecisions({ decided }: CauseFacts): Generator<CauseReason> {
  const all = Object.values(decided).reduce((sum, n) => sum + n, 0)
  for (const cause of CAUSES) {
    const own = decided[cause] ?? 0
    if (own === 0) continue
    const odds = (own + 0.5) / (all - own + 0.5)
    yield { code: 'decidedBefore', cause, weight: Math.max(0, Math.log(Math.min(MOST_DECIDED, odds)) * 1.3), value: own, of: all }
  }
}
