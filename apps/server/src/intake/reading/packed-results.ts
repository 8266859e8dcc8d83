import { failureSignature, outcomeCode, outcomeFromCode, type Attempt, type Failure, type TestResult } from '@bobbin/core'

/** A result on its way to be staged, with what was looked up while it was read. */
export interface ReadResult extends TestResult {
  /** What tells the cause of each attempt's first failure; null without one. */
  signatures?: readonly (string | null)[]
}

type Place = [classname: string | null, suites: string[], sourceFile: string | null, profile: string | null]

/**
 * Results as they go from one thread to another. Most say little: those are lists of numbers and names, which are copied several times as
 * fast as objects.
 */
export interface PackedResults {
  places: Place[]
  /** By result: its place, or -1 for one that stands among `whole`. */
  at: number[]
  names: string[]
  occurrences: number[]
  outcomes: number[]
  durations: (number | null)[]
  starts: (number | null)[]
  whole: ReadResult[]
}

/** So many results go together, or so many UTF-16 units. */
const [MOST_RESULTS, MOST_UNITS] = [500, 1 << 18]

const isPlain = ({ attempts, properties, keys }: TestResult): boolean => {
  const [only] = attempts
  if (attempts.length !== 1 || only === undefined || properties.length > 0 || keys.length > 0) return false
  const { failures, reason, stdout, stderr, steps, attachments } = only
  return failures.length === 0 && steps.length === 0 && attachments.length === 0 && reason === null && stdout === null && stderr === null
}

/** Gathers results to go together. */
export class ResultPacker {
  private packed = emptyPack()
  private units = 0

  add(result: TestResult): void {
    const { packed } = this
    const [attempt] = result.attempts
    if (!isPlain(result) || !attempt || attempt.outcome !== result.outcome || attempt.durationMs !== result.durationMs) {
      packed.at.push(-1)
      packed.whole.push({ ...result, signatures: result.attempts.map(({ failures }) => signatureOf(failures[0], result)) })
      this.units += unitsOf(result)
      return
    }
    packed.at.push(this.placeOf(result))
    packed.names.push(result.name)
    packed.occurrences.push(result.occurrence)
    packed.outcomes.push(outcomeCode(result.outcome))
    packed.durations.push(result.durationMs)
    packed.starts.push(attempt.startedAt)
    this.units += result.name.length
  }

  private placeOf({ classname, suites, sourceFile, profile }: TestResult): number {
    const { places } = this.packed
    const last = places.at(-1)
    const same = last && last[0] === classname && last[2] === sourceFile && last[3] === profile && isList(last[1], suites)
    if (!same) places.push([classname, suites, sourceFile, profile])
    return places.length - 1
  }

  get isFull(): boolean {
    return this.packed.at.length >= MOST_RESULTS || this.units > MOST_UNITS
  }

  /** What was gathered since the last time; null when that is nothing. */
  take(): PackedResults | null {
    const { packed } = this
    if (packed.at.length === 0) return null
    this.packed = emptyPack()
    this.units = 0
    return packed
  }
}

const emptyPack = (): PackedResults => ({
  places: [],
  at: [],
  names: [],
  occurrences: [],
  outcomes: [],
  durations: [],
  starts: [],
  whole: [],
})

const isList = (a: readonly string[], b: readonly string[]): boolean =>
  a === b || (a.length === b.length && a.every((text, i) => text === b[i]))

const signatureOf = (first: Failure | undefined, test: TestResult): string | null => (first ? failureSignature(first, test) : null)

function unitsOf({ attempts, properties }: TestResult): number {
  let units = properties.reduce((sum, { value }) => sum + value.length, 0)
  for (const { failures, stdout, stderr, steps, attachments } of attempts) {
    for (const { message, stack } of failures) units += (message?.length ?? 0) + (stack?.length ?? 0)
    for (const { content } of attachments) units += content?.text.length ?? 0
    units += (stdout?.length ?? 0) + (stderr?.length ?? 0) + steps.length * 200
  }
  return units
}

/** What was packed, with other places. */
export function movedResults(
  packed: PackedResults,
  moved: (place: Pick<TestResult, 'suites' | 'sourceFile'>) => Pick<TestResult, 'suites' | 'sourceFile'>,
): PackedResults {
  const places = packed.places.map(([classname, suites, sourceFile, profile]): Place => {
    const to = moved({ suites, sourceFile })
    return [classname, to.suites, to.sourceFile, profile]
  })
  return { ...packed, places, whole: packed.whole.map((result) => ({ ...result, ...moved(result) })) }
}

/** Gives out what a packer packed, in order. Written out field by field: spreading objects took a quarter of the time of a large file. */
export function unpackResults(packed: PackedResults, give: (result: ReadResult) => void): void {
  const { places, at, names, occurrences, outcomes, durations, starts, whole } = packed
  let [plain, other] = [0, 0]
  for (const index of at) {
    const place = index < 0 ? undefined : places[index]
    if (!place) {
      const result = whole[other++]
      if (result) give(result)
      continue
    }
    const outcome = outcomeFromCode(outcomes[plain] ?? 0)
    const durationMs = durations[plain] ?? null
    give({
      name: names[plain] ?? '',
      suites: place[1],
      classname: place[0],
      sourceFile: place[2],
      profile: place[3],
      occurrence: occurrences[plain] ?? 1,
      outcome,
      durationMs,
      attempts: [
        {
          outcome,
          durationMs,
          startedAt: starts[plain] ?? null,
          failures: [],
          reason: null,
          stdout: null,
          stderr: null,
          steps: NO_STEPS,
          attachments: NO_ATTACHMENTS,
        },
      ],
      properties: [],
      keys: [],
      place: NO_PLACE,
    })
    plain++
  }
}

const NO_STEPS: Attempt['steps'] = []
const NO_ATTACHMENTS: Attempt['attachments'] = []
const NO_PLACE = { line: 0, column: 0 }
