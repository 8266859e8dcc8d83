import type { FailureDetail, FailureRow, Mute } from '@bobbin/client'
import type { Cause, GroupState, KnockOnRule } from '@bobbin/core'
import { count, formatDuration } from '../../lib/format.js'

export const STATE_WORDS: Record<GroupState, string> = { untriaged: 'not triaged', known: 'known', muted: 'muted', resolved: 'resolved' }

export const RULE_WORDS: Record<KnockOnRule, string> = {
  blocked: 'was blocked by it',
  hook: 'same hook of the file',
  chain: 'says that it depends on it',
  order: 'fails only after it, in the same process',
}

const date = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })

export function muteWords({ untilAt, untilBuild, untilDefect, environment }: Mute): string {
  const until = untilAt ? date.format(new Date(untilAt)) : untilBuild ? `build ${untilBuild}` : `${untilDefect ?? 'the defect'} is closed`
  return `muted until ${until}${environment ? ` in ${environment}` : ''}`
}

/** It came back after it was resolved, and nobody decided about it since. */
export const isBack = ({ backAt, resolvedAt, decidedAt }: Pick<FailureRow, 'backAt' | 'resolvedAt' | 'decidedAt'>): boolean =>
  backAt !== null && resolvedAt === null && (decidedAt === null || decidedAt < backAt)

/** The right end of a row: what it is, and what happens next. */
export function standWords(row: FailureRow): { first: string; second: string; red: boolean } {
  if (row.behind) return { first: 'knock-on', second: '', red: false }
  if (row.cause === null)
    return {
      first: row.state === 'untriaged' ? (isBack(row) ? 'back again' : 'not triaged') : STATE_WORDS[row.state],
      second: row.mute ? muteWords(row.mute) : row.suggested ? `suggested: ${row.suggested.cause}, ${sureWords(row.suggested.sure)}` : '',
      red: row.state === 'untriaged',
    }
  const next = row.mute
    ? muteWords(row.mute)
    : row.resolvedAt
      ? 'resolved'
      : row.defect
        ? `${row.defect.key ?? 'new defect'} · ${row.defect.stateName}`
        : row.assignee
          ? `${row.assignee.name} has it`
          : (row.team?.name ?? '')
  return {
    first: isBack(row) ? `${row.cause}, back again` : row.cause,
    second: next,
    red: isBack(row),
  }
}

/** Two digits; nothing is wholly sure. */
export const sureWords = (sure: number): string => Math.min(0.99, sure).toFixed(2)

/** How many tests, where and since when. */
export function placeWords(row: FailureRow): string {
  const [area = null] = row.areas
  const areas = row.areas.length > 1 ? `${row.areas.length} areas` : area
  const unsteady = row.seenIn > 1 && row.seenIn < row.buildsSeen && !isSteady(row)
  const when = unsteady ? `${row.seenIn} of ${row.buildsSeen} builds` : `since ${row.since.build}`
  const environments = row.environments.length > 1 ? `${row.environments.length} environments` : null
  return [row.behind ? `${count(row.failures, 'knock-on failure')}` : count(row.tests, 'test'), areas, when, environments]
    .filter((part) => part !== null)
    .join(' · ')
}

/** There in every build since it began. */
function isSteady({ strip }: FailureRow): boolean {
  const first = strip.findIndex(({ tests }) => tests > 0)
  return first >= 0 && strip.slice(first).every(({ tests }) => tests > 0)
}

type Reason = FailureDetail['reasons'][number]

/** Why a cause is suggested. */
export function reasonWords({ code, value, of, cause }: Reason): string {
  switch (code) {
    case 'failedChecks':
      return `${count(Number(value), 'failed check')}, not errors`
    case 'errors':
      return `${count(Number(value), 'error')}, not failed checks`
    case 'manyAtOnce':
      return `${count(Number(value), 'test')} at once`
    case 'outage':
      return `${count(Number(value), 'run')} in which most tests could not judge`
    case 'probe':
      return 'the environment’s probe does not answer'
    case 'bothWays':
      return `${count(Number(value), 'test')} passed and failed on the same commit`
    case 'recovered':
      return `${value} of ${of} passed when tried again`
    case 'comesAndGoes':
      return `it comes and goes: ${value} of ${of} runs`
    case 'steady':
      return 'in every build since it began'
    case 'oneAgent':
      return `on one agent only, of ${of}`
    case 'oneEnvironment':
      return `in one environment only, of ${of}`
    case 'changedInStack':
      return `${value}, which the first build changed, is on the stack`
    case 'testChanged':
      return `the first build changed the test itself (${value})`
    case 'testMoved':
      return 'the test was moved or renamed'
    case 'network':
      return 'the message speaks of the network or the machine'
    case 'locator':
      return 'an element of the page was not found'
    case 'loading':
      return 'something of the test’s own could not be loaded'
    case 'testBug':
      return 'it broke inside the test'
    case 'expired':
      return 'the message speaks of a date that is over'
    case 'missingData':
      return 'the message speaks of data that is missing or there twice'
    case 'timeout':
      return 'something took too long'
    case 'decidedBefore':
      return `${value} of ${of} failures near it were called ${cause}`
  }
}

/** What differs between a failing attempt and the last good one, each as one line. */
export function differenceWords({ bad, good }: Pick<NonNullable<FailureDetail['example']>, 'bad' | 'good'>): string[] {
  if (!good) return []
  const lines: string[] = []
  if (bad.environment !== good.environment) lines.push(`in ${bad.environment}, before in ${good.environment}`)
  if (bad.agent !== good.agent) lines.push(`on agent ${bad.agent ?? 'unknown'}, before on ${good.agent ?? 'unknown'}`)
  if (bad.profile !== good.profile) lines.push(`on ${bad.profile ?? 'no profile'}, before on ${good.profile ?? 'none'}`)
  if (bad.durationMs !== null && good.durationMs !== null && differs(bad.durationMs, good.durationMs))
    lines.push(`took ${formatDuration(bad.durationMs)}, before ${formatDuration(good.durationMs)}`)
  if (bad.steps !== good.steps && bad.steps > 0)
    lines.push(`stopped after ${count(bad.steps, 'step')}, before ${count(good.steps, 'step')}`)
  for (const name of new Set([...Object.keys(bad.settings), ...Object.keys(good.settings)]))
    if (bad.settings[name] !== good.settings[name])
      lines.push(`${name} is ${bad.settings[name] ?? 'not set'}, before ${good.settings[name] ?? 'not set'}`)
  return lines
}

/** By more than noise: half as long again and 200 ms. */
const differs = (a: number, b: number): boolean => Math.abs(a - b) > 200 && Math.max(a, b) > 1.5 * Math.min(a, b)

export const causeTitle = (cause: Cause): string =>
  ({
    product: 'The product does something wrong',
    script: 'The test is wrong',
    environment: 'Machine, network or service around it',
    data: 'Test data is wrong or used up',
    flaky: 'Passes and fails on the same code',
    unknown: 'Looked at, and not known',
  })[cause]
