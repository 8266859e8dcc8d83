/**
 * A second way to the figures that pages show, for comparing: plain loops over raw results, one after the other, that share nothing with the
 * statements and calculations which make the figures. Slow, and easy to read.
 */

/** A result as it is stored, with the run that it stands in. */
export interface RawResult {
  scriptId: number
  runId: number
  /** 1 passed, 2 failed, 3 errored, 4 skipped, 5 blocked, 6 not run, 7 recovered. */
  outcome: number
  attempts: number
  durationMs: number | null
}

export interface RawRun {
  id: number
  laneId: number
  buildId: number
  environmentId: number
  pipelineId: number
  /** `2026-11-24` */
  day: string
  /** Orders the runs of a lane. */
  sortKey: string
  startedAt: number
  commit: string | null
  outage: boolean
}

/** The runs of the newest builds of each lane. */
export function newestBuilds(runs: readonly RawRun[], span: number): RawRun[] {
  const chosen: RawRun[] = []
  for (const laneId of new Set(runs.map((run) => run.laneId))) {
    const own = runs.filter((run) => run.laneId === laneId).sort((a, b) => (a.sortKey < b.sortKey ? 1 : -1))
    const builds: number[] = []
    for (const run of own) {
      if (!builds.includes(run.buildId)) builds.push(run.buildId)
      if (builds.indexOf(run.buildId) < span) chosen.push(run)
    }
  }
  return chosen
}

export interface DayRecount {
  runs: number
  passed: number
  failed: number
  errored: number
  recovered: number
}

export function recountDays(runs: readonly RawRun[], results: readonly RawResult[]): Map<string, DayRecount> {
  const days = new Map<string, DayRecount>()
  const dayOf = new Map<number, DayRecount>()
  for (const run of runs) {
    let day = days.get(run.day)
    if (!day) days.set(run.day, (day = { runs: 0, passed: 0, failed: 0, errored: 0, recovered: 0 }))
    day.runs++
    dayOf.set(run.id, day)
  }
  for (const { runId, outcome } of results) {
    const day = dayOf.get(runId)
    if (!day) continue
    if (outcome === 1) day.passed++
    if (outcome === 2) day.failed++
    if (outcome === 3) day.errored++
    if (outcome === 7) day.recovered++
  }
  return days
}

export interface FlakyRecount {
  runs: number
  failed: number
  recovered: number
  flips: number
  bothWays: number
  redAlone: number
  retryMs: number
}

/** Of each test that was not always passed, over runs that are no outage. */
export function recountFlaky(runs: readonly RawRun[], results: readonly RawResult[]): Map<number, FlakyRecount> {
  const runOf = new Map(runs.filter((run) => !run.outage).map((run) => [run.id, run]))
  const red = new Map<number, number>()
  const byScript = new Map<number, RawResult[]>()
  for (const result of results) {
    if (!runOf.has(result.runId)) continue
    if (result.outcome === 2 || result.outcome === 3) red.set(result.runId, (red.get(result.runId) ?? 0) + 1)
    if (![1, 2, 3, 7].includes(result.outcome)) continue
    const own = byScript.get(result.scriptId)
    if (own) own.push(result)
    else byScript.set(result.scriptId, [result])
  }
  const flaky = new Map<number, FlakyRecount>()
  for (const [scriptId, own] of byScript) {
    if (own.every(({ outcome }) => outcome === 1)) continue
    const count: FlakyRecount = { runs: own.length, failed: 0, recovered: 0, flips: 0, bothWays: 0, redAlone: 0, retryMs: 0 }
    const lanes = new Map<number, RawResult[]>()
    const commits = new Map<string, { good: boolean; bad: boolean }>()
    for (const result of own) {
      const run = runOf.get(result.runId)
      if (!run) continue
      const bad = result.outcome === 2 || result.outcome === 3
      if (bad) count.failed++
      if (bad && red.get(run.id) === 1) count.redAlone++
      if (result.outcome === 7) count.recovered++
      if (result.attempts > 1) count.retryMs += (result.durationMs ?? 0) * (result.attempts - 1)
      lanes.set(run.laneId, [...(lanes.get(run.laneId) ?? []), result])
      if (run.commit === null) continue
      const key = `${run.environmentId} ${run.commit}`
      const seen = commits.get(key) ?? { good: false, bad: false }
      if (bad) seen.bad = true
      else seen.good = true
      commits.set(key, seen)
    }
    for (const lane of lanes.values()) {
      const inOrder = lane.sort((a, b) => ((runOf.get(a.runId)?.sortKey ?? '') < (runOf.get(b.runId)?.sortKey ?? '') ? -1 : 1))
      let before: boolean | null = null
      for (const { outcome } of inOrder) {
        const good = outcome === 1 || outcome === 7
        if (before !== null && before !== good) count.flips++
        before = good
      }
    }
    for (const { good, bad } of commits.values()) if (good && bad) count.bothWays++
    flaky.set(scriptId, count)
  }
  return flaky
}

/** How bad an outcome is: failed, errored, recovered, blocked, passed, skipped, not run, none. */
const WORST = [2, 3, 7, 5, 1, 4, 6, 0]

/** One digit a build, oldest first, of each test that something happened to. */
export function recountThreads(runs: readonly RawRun[], results: readonly RawResult[]): Map<number, string> {
  const started = new Map<number, number>()
  for (const run of runs) started.set(run.buildId, Math.min(started.get(run.buildId) ?? Infinity, run.startedAt))
  const builds = [...started].sort(([, a], [, b]) => a - b).map(([id]) => id)
  const runOf = new Map(runs.map((run) => [run.id, run]))
  // script, build and lane: the latest run that has the test
  const latest = new Map<number, Map<string, { sortKey: string; outcome: number }>>()
  const notable = new Set<number>()
  for (const { scriptId, runId, outcome } of results) {
    const run = runOf.get(runId)
    if (!run) continue
    if ([2, 3, 5, 7].includes(outcome)) notable.add(scriptId)
    const own = latest.get(scriptId) ?? new Map<string, { sortKey: string; outcome: number }>()
    latest.set(scriptId, own)
    const key = `${run.buildId} ${run.laneId}`
    const before = own.get(key)
    if (!before || before.sortKey < run.sortKey) own.set(key, { sortKey: run.sortKey, outcome })
  }
  const threads = new Map<number, string>()
  for (const scriptId of notable) {
    const digits = builds.map((build) => {
      let worst = 0
      for (const [key, { outcome }] of latest.get(scriptId) ?? [])
        if (key.startsWith(`${build} `) && WORST.indexOf(outcome) < WORST.indexOf(worst)) worst = outcome
      return worst
    })
    threads.set(scriptId, digits.join(''))
  }
  return threads
}

/** The mean duration of the runs in which a test passed, by `script lane`; outages tell nothing. */
export function recountMeans(runs: readonly RawRun[], results: readonly RawResult[]): Map<string, { runs: number; meanMs: number }> {
  const runOf = new Map(runs.filter((run) => !run.outage).map((run) => [run.id, run]))
  const sums = new Map<string, { runs: number; ms: number }>()
  for (const { scriptId, runId, outcome, durationMs } of results) {
    const run = runOf.get(runId)
    if (!run || outcome !== 1 || durationMs === null) continue
    const key = `${scriptId} ${run.laneId}`
    const sum = sums.get(key) ?? { runs: 0, ms: 0 }
    sum.runs++
    sum.ms += durationMs
    sums.set(key, sum)
  }
  return new Map([...sums].map(([key, sum]) => [key, { runs: sum.runs, meanMs: sum.ms / sum.runs }]))
}

export interface RawLink {
  caseId: number
  scriptId: number
}

/** Of each case with a link: the worst of the newest results of its scripts in any lane, 0 where there is none. */
export function recountCases(runs: readonly RawRun[], results: readonly RawResult[], links: readonly RawLink[]): Map<number, number> {
  const newest = new Set<number>()
  for (const laneId of new Set(runs.map((run) => run.laneId))) {
    let last: RawRun | undefined
    for (const run of runs) if (run.laneId === laneId && (!last || last.sortKey < run.sortKey)) last = run
    if (last) newest.add(last.id)
  }
  const worstOf = new Map<number, number>()
  for (const { scriptId, runId, outcome } of results) {
    if (!newest.has(runId)) continue
    const before = worstOf.get(scriptId) ?? 0
    if (WORST.indexOf(outcome) < WORST.indexOf(before)) worstOf.set(scriptId, outcome)
  }
  const cases = new Map<number, number>()
  for (const { caseId, scriptId } of links) {
    const [own, before] = [worstOf.get(scriptId) ?? 0, cases.get(caseId) ?? 0]
    cases.set(caseId, WORST.indexOf(own) < WORST.indexOf(before) ? own : before)
  }
  return cases
}
