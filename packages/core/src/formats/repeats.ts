import { placeOf } from '../identity/script-identity.js'
import { stableText } from '../identity/stable-text.js'
import { detached } from '../text/detached.js'
import { isFailing, outcomeCode, outcomeFromCode } from '../results/outcome.js'
import type { Place, RepeatGroup, TestResult } from './result.js'
import type { WarningLog } from './warnings.js'
import { Hash64, SeenTable } from './seen-table.js'

/** How a reporter means two test cases of one class and name. */
export type Repeats =
  /** the same test, tried again */
  | 'attempts'
  /** different tests that happen to share a name */
  | 'distinct'
  /** tried again if all but the last did not pass, else different tests */
  | 'auto'

export interface RepeatPolicy {
  repeats: Repeats
  /** A try that will be repeated is written as skipped (TestNG). */
  retriesAreSkips?: boolean
  /** Different tests of one name come in any order (rows whose values are hidden): the failing ones come first, so that an order makes no claim. */
  unordered?: boolean
}

interface Member {
  seq: number
  outcome: number
}

interface Repeated {
  name: string
  place: Place
  members: Member[]
}

/** Whether two test cases share everything a test is told apart by. */
export const isSameTest = (a: TestResult, b: TestResult): boolean =>
  (a.name === b.name || stableText(a.name) === stableText(b.name)) && isSamePlace(a, b)

/** As scriptIdentity tells tests apart: what is one script there must not be two results here. */
function isSamePlace(a: TestResult, b: TestResult): boolean {
  if (a.profile !== b.profile) return false
  const [one, other] = [placeOf(a), placeOf(b)]
  return one === other || (one.length === other.length && one.every((name, i) => name === other[i]))
}

/**
 * Finds test cases that share class and name in one file, without keeping them: attempts at one test become one result,
 * different tests get an occurrence number, so that none hides another. Keeps some 20 bytes a test.
 */
export class RepeatFinder {
  private readonly seen = new SeenTable()
  private readonly repeated = new Map<number, Repeated>()
  /** Where the last test stood, hashed: the next one mostly stands there too. */
  private where: TestResult | null = null
  private hashed = new Hash64()

  add(seq: number, result: TestResult): void {
    const outcome = outcomeCode(result.outcome)
    const before = this.seen.add(this.hashOf(result), seq, outcome, result.place)
    if (!before) return
    const group = this.repeated.get(before.seq)
    if (group) group.members.push({ seq, outcome })
    else this.repeated.set(before.seq, { name: detached(result.name), place: before.place, members: [before, { seq, outcome }] })
  }

  private hashOf(result: TestResult): Hash64 {
    const { where } = this
    if (!where || !isSamePlace(where, result)) {
      this.where = result
      this.hashed = new Hash64().add(result.profile ?? '')
      for (const name of placeOf(result)) this.hashed.add(stableText(name))
    }
    return this.hashed.copy().add(stableText(result.name)).end()
  }

  /** @param dropped results that turned out to be no tests */
  groups(policy: RepeatPolicy, dropped: ReadonlySet<number>, warnings: WarningLog): RepeatGroup[] {
    return [...this.repeated.values()].flatMap((group) => {
      const members = group.members.filter(({ seq }) => !dropped.has(seq))
      return members.length > 1 ? [settle({ ...group, members }, policy, warnings)] : []
    })
  }
}

function settle({ name, place, members }: Repeated, policy: RepeatPolicy, warnings: WarningLog): RepeatGroup {
  const kind = areAttempts(members, policy) ? 'attempts' : 'distinct'
  const seqs = (kind === 'distinct' && policy.unordered ? failingFirst(members) : members).map(({ seq }) => seq)
  if (kind === 'distinct') warnings.add('repeated', `“${name}” stands ${members.length} times; each is kept as a test of its own`, place)
  else if (policy.repeats === 'auto') {
    const words = `“${name}” stands ${members.length} times and all but the last failed; it is read as one test that was tried again`
    warnings.add('repeated', words, place)
  }
  return { kind, members: seqs, skipsWereFailures: policy.retriesAreSkips ?? false }
}

const failingFirst = (members: readonly Member[]): Member[] => {
  const isRed = ({ outcome }: Member) => isFailing(outcomeFromCode(outcome))
  return [...members.filter(isRed), ...members.filter((member) => !isRed(member))]
}

function areAttempts(members: readonly Member[], { repeats, retriesAreSkips }: RepeatPolicy): boolean {
  if (repeats !== 'auto') return repeats === 'attempts'
  const before = members.slice(0, -1).map(({ outcome }) => outcomeFromCode(outcome))
  if (retriesAreSkips && before.every((outcome) => outcome === 'skipped')) return true
  return before.every(isFailing)
}
