import { LIVE_OUTCOMES, type LiveResult } from '@bobbin/core'

/** A moment in milliseconds since the epoch, up to the year 2200. */
export const MOST_EPOCH = 7_258_118_400_000
export const MOST_DURATION_MS = 1000 * 86_400 * 365
export const MOST_SUITES = 100
export const MOST_OCCURRENCE = 1_000_000
export const MOST_FAILURES = 50

type Check = (value: unknown) => boolean

const text: Check = (value) => typeof value === 'string'
const textOrNull: Check = (value) => value === null || typeof value === 'string'
const numberUpTo =
  (most: number): Check =>
  (value) =>
    value === null || (typeof value === 'number' && value >= 0 && value <= most)
const listOf =
  (most: number, check: Check): Check =>
  (value) =>
    Array.isArray(value) && value.length <= most && value.every(check)
const outcomes: ReadonlySet<unknown> = new Set(LIVE_OUTCOMES)

type Failure = NonNullable<LiveResult['failures']>[number]
/** Fields that make a result more than simple. */
type Further = 'steps' | 'attachments' | 'properties'

/** A check for each field: the compiler misses one that is added to the shape. */
const checksOf = <Shape extends object>(checks: Record<keyof Shape, Check>): ReadonlyMap<string, Check> => new Map(Object.entries(checks))

const FAILURE = checksOf<Failure>({ message: textOrNull, type: textOrNull, stack: textOrNull })
const RESULT = checksOf<Omit<LiveResult, Further>>({
  name: text,
  outcome: (value) => outcomes.has(value),
  suites: listOf(MOST_SUITES, text),
  classname: textOrNull,
  file: textOrNull,
  profile: textOrNull,
  occurrence: (value) => Number.isInteger(value) && (value as number) >= 1 && (value as number) <= MOST_OCCURRENCE,
  durationMs: numberUpTo(MOST_DURATION_MS),
  startedAt: numberUpTo(MOST_EPOCH),
  failures: listOf(MOST_FAILURES, (value) => hasOnly(value, FAILURE)),
  reason: textOrNull,
  stdout: textOrNull,
  stderr: textOrNull,
})

function hasOnly(value: unknown, checks: ReadonlyMap<string, Check>): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false
  for (const [name, member] of Object.entries(value)) if (checks.get(name)?.(member) !== true) return false
  return true
}

/**
 * Whether a result is of the kind that nearly all are: without steps, attachments and properties, and nothing wrong with it. What this
 * takes, `LiveResultDto` takes; what it does not take is looked at by that.
 */
export const isSimpleResult = (value: unknown): boolean =>
  hasOnly(value, RESULT) && Object.hasOwn(value as object, 'name') && Object.hasOwn(value as object, 'outcome')
