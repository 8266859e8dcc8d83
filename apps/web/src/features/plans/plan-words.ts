import type { PartRow, PartWait, PlanDetail, PlanNote, PlanTime, StartRow } from '@bobbin/client'
import { recurrenceWords } from '@bobbin/core'
import { count, formatDuration, formatList, formatNumber } from '../../lib/format.js'

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })
const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })

/** `14:02` on the same day, else `Wed 2 Dec 14:02`. */
export function momentWords(iso: string, now = new Date()): string {
  const at = new Date(iso)
  return at.toDateString() === now.toDateString() ? clock.format(at) : `${day.format(at).replace(',', '')} ${clock.format(at)}`
}

/** When a plan starts, as a part of its sentence: `Monday to Friday at 06:00 in Oslo`. */
export function timeWords(time: PlanTime, plans: ReadonlyMap<number, string>): string {
  switch (time.kind) {
    case 'once':
      return `once, ${time.at ? momentWords(time.at) : ''}`
    case 'rule':
      return time.recurrence ? recurrenceWords(time.recurrence) : ''
    case 'build':
      return `after each build of ${time.pipeline} on ${time.branch}`
    case 'plan':
      return `after ${plans.get(time.afterPlanId ?? 0) ?? 'another plan'} ended well`
  }
}

/** What becomes of tests that fail: `tried twice more, unless over 20 fail`. */
export function retryWords({ retries, retryUnless }: Pick<PlanDetail, 'retries' | 'retryUnless'>): string {
  if (retries === 0) return 'not tried again'
  const times = retries === 1 ? 'tried once more' : retries === 2 ? 'tried twice more' : `tried ${retries} times more`
  return retryUnless === null ? times : `${times}, unless over ${formatNumber(retryUnless)} fail`
}

/** To which builds its runs belong. */
export const buildWords = ({ newestBuild, pipeline, branch }: Pick<PlanDetail, 'newestBuild' | 'pipeline' | 'branch'>): string =>
  newestBuild ? `the newest build of ${pipeline} on ${branch}` : `builds of its own, ${pipeline} on ${branch}`

export function policyWords({ overlap, split, shards }: Pick<PlanDetail, 'overlap' | 'split' | 'shards'>): string {
  const agents = shards === null ? 'all agents' : shards === 1 ? 'one agent' : `${shards} agents`
  const by = split === 'time' ? 'by time' : split === 'count' ? 'by count' : 'by file'
  const again =
    overlap === 'queue' ? 'a second start waits' : overlap === 'skip' ? 'a second start is skipped' : 'a second start stops the first'
  return `split over ${agents} ${by}; ${again}`
}

/** A time that is only expected: `3 s`, `4 min`. */
export const aboutWords = (ms: number): string =>
  ms < 950
    ? 'under 1 s'
    : ms < 60_000
      ? `${Math.round(ms / 1000)} s`
      : ms < 3_600_000
        ? `${Math.round(ms / 60_000)} min`
        : formatDuration(ms)

const keys = (examples: readonly string[], total: number) =>
  examples.length === 0 ? '' : ` (${formatList(total > examples.length ? [...examples, `${total - examples.length} more`] : examples)})`

/** What was left out of a start, or would be, and why. */
export function noteWords(note: PlanNote): string {
  switch (note.code) {
    case 'noScript':
      return `${count(note.count, 'case')} ${note.count === 1 ? 'has' : 'have'} no script in the code${keys(note.examples, note.count)}`
    case 'noRecipe':
      return `No recipe runs the ${count(note.count, 'test')} of ${note.framework} in ${note.tree}`
    case 'parameter':
      return `${count(note.count, 'test')} of ${note.recipe} can’t run: its parameter ${note.name} may be ${note.may.join(', ')}`
    case 'unsafeFile':
      return `${count(note.count, 'file')} can’t be given to a runner: a path is relative, without “..”, and begins with no dash (${note.examples.join(', ')})`
    case 'alsoRuns':
      return `${count(note.count, 'test')} ${note.count === 1 ? 'runs' : 'run'} too, since others use ${note.count === 1 ? 'its' : 'their'} output`
    case 'outOfOrder':
      return `${count(note.count, 'case')} ${note.count === 1 ? 'runs' : 'run'} after cases that are not run here, or by another recipe${keys(note.examples, note.count)}`
    case 'otherProfile':
      return `${count(note.count, 'test')} of ${note.framework} ${note.count === 1 ? 'does' : 'do'} not run on ${note.cell}: a rule says that ${note.framework} runs on ${formatList(note.profiles)}`
    case 'skippedInCode':
      return `${count(note.count, 'test')} ${note.count === 1 ? 'is' : 'are'} skipped in the code`
    case 'emptySuite':
      return `${note.suite} has no cases`
    case 'retired':
      return `${count(note.count, 'case')} ${note.count === 1 ? 'was' : 'were'} retired or deleted${keys(note.examples, note.count)}`
    case 'protected':
      return `${note.environment} is protected, and was not opened`
    case 'noSchedules':
      return `${note.environment} is protected, and takes no scheduled runs`
    case 'noRetry':
      return `${count(note.failed, 'test')} failed, more than the ${formatNumber(note.limit)} up to which failures are tried again`
    case 'overlap':
      return `Skipped: start ${note.startId} was still under way`
    case 'stoppedForNext':
      return `It stopped start ${note.startId}, which was still under way`
    case 'nothingToRun':
      return 'There is nothing to run'
    case 'noBuild':
      return `${note.pipeline} has no build on ${note.branch} yet`
    case 'probe':
      return `${note.environment} was left out: its probe ${note.said}`
    case 'lostAgent':
      return `${note.agent} fell silent while it ran part ${note.part}, which went to another agent`
  }
}

/** Why a part waits. */
export function waitWords(wait: PartWait): string {
  switch (wait.code) {
    case 'behind':
      return `behind ${wait.name}`
    case 'protected':
      return `${wait.environment} is protected, and nobody has opened it`
    case 'closed':
      return `${wait.environment} is closed until ${momentWords(wait.until)}${wait.note ? ` (${wait.note})` : ''}`
    case 'noAgents':
      return 'there is no agent; add one under Settings'
    case 'labels':
      return `no agent has ${formatList(wait.missing)}`
    case 'profile':
      return `no agent has the profile ${wait.profile}`
    case 'pool':
      return `no agent belongs to ${wait.pool}`
    case 'poolFull':
      return `${wait.pool} runs as many parts as it may`
    case 'poolClosed':
      return `${wait.pool} is closed until ${momentWords(wait.until)}`
    case 'away':
      return `${formatList(wait.agents)} ${wait.agents.length === 1 ? 'is' : 'are'} away or paused`
    case 'busy':
      return wait.until ? `${wait.agent} is busy until about ${momentWords(wait.until)}` : `${wait.agent} is busy`
  }
}

const WHY: Record<StartRow['why'], string> = {
  now: 'started',
  trial: 'trial',
  once: 'at its time',
  rule: 'on schedule',
  build: 'after a build',
  plan: 'after another plan',
  call: 'by an outside call',
  rerun: 'run again',
}

export const whyWords = ({ why, by }: Pick<StartRow, 'why' | 'by'>): string =>
  by && why !== 'rule' && why !== 'build' ? `${WHY[why]} by ${by}` : WHY[why]

/** How a start stands: `2 of 3 parts done, 4 failed`. */
export function startWords({ state, parts, manual, runs, endsAt }: StartRow): { text: string; className: string } {
  const failed = runs.reduce((sum, run) => sum + run.failed, 0)
  const all = parts.waiting + parts.running + parts.done + parts.failed
  if (state === 'skipped') return { text: 'skipped', className: 'text-soft' }
  if (state === 'queued') return { text: 'waits for the start before', className: 'text-soft' }
  const red = failed > 0 ? `${count(failed, 'test')} red` : ''
  if (state === 'going') {
    const ends = endsAt ? `ends about ${momentWords(endsAt)}` : ''
    return {
      text: [
        all > 0 && `${parts.done + parts.failed} of ${count(all, 'part')}`,
        manual.total > 0 && `${manual.done} of ${manual.total} by hand`,
        red,
        ends,
      ]
        .filter(Boolean)
        .join(', '),
      className: failed > 0 ? 'text-failed' : '',
    }
  }
  const broken = parts.failed > 0 ? `${count(parts.failed, 'part')} did not run to ${parts.failed === 1 ? 'its' : 'their'} end` : ''
  const words = [state === 'stopped' ? 'stopped' : '', red, broken].filter(Boolean)
  if (words.length > 0) return { text: words.join(', '), className: failed > 0 ? 'text-failed' : 'text-errored' }
  return all + manual.total === 0 ? { text: 'nothing to run', className: 'text-soft' } : { text: 'all passed', className: 'text-passed' }
}

/** What a part does, or came to. */
export function partWords(part: PartRow): { text: string; className: string } {
  const { state, waits, agent, handoff, passed, failed, errored, said, stopAsked } = part
  if (state === 'waiting')
    return { text: waits ? `waits: ${waitWords(waits)}` : handoff ? `waits for ${handoff}` : 'about to be taken', className: 'text-soft' }
  if (state === 'running')
    return { text: `${stopAsked ? 'stopping' : 'running'} on ${agent?.name ?? handoff ?? 'an agent'}`, className: 'text-dye' }
  if (state === 'done') {
    const red = [failed > 0 ? `${formatNumber(failed)} failed` : '', errored > 0 ? `${formatNumber(errored)} errored` : ''].filter(Boolean)
    return red.length > 0
      ? { text: red.join(', '), className: 'text-failed' }
      : { text: `${formatNumber(passed)} passed`, className: 'text-passed' }
  }
  const words = state === 'stopped' ? 'stopped' : state === 'lost' ? 'given up' : 'failed'
  return { text: said ? `${words}: ${said}` : words, className: state === 'stopped' ? 'text-soft' : 'text-errored' }
}

/** What a forecast says: how long it takes, when it ends, what it costs, and how far that is from the best. */
export function forecastWords({ forecast }: Pick<PlanDetail, 'forecast'>, now = Date.now()): string {
  const { agents, bars, endMs, boundMs, machineMs, cost } = forecast
  if (bars.length === 0)
    return agents.length === 0 ? 'No agent is there to run it.' : 'Nothing of it can be placed on the agents there are.'
  const used = new Set(bars.map(({ agentId }) => agentId)).size
  const money = cost > 0 ? `, ${cost.toFixed(2)} in cost` : ''
  const best = endMs - boundMs < 1000 ? 'No split ends earlier.' : `The best possible split ends ${aboutWords(endMs - boundMs)} earlier.`
  const ends = endMs > 60_000 ? ` Started now, it ends about ${momentWords(new Date(now + endMs).toISOString())}.` : ''
  return `${count(used, 'agent')}, ${aboutWords(endMs)} by how long tests took lately: ${aboutWords(machineMs)} of machine time${money}.${ends} ${best}`
}
