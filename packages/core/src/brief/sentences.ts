import type { Outcome } from '../results/outcome.js'
import { count, formatDuration, formatList, formatNumber } from '../text/words.js'
import type { BriefRun, Finding } from './finding.js'

/** A piece of a sentence; with `to` it links, inside the project, to exactly the rows it counts. */
export interface Part {
  text: string
  to?: string
}

export interface Sentence {
  /** The shape before it. */
  outcome: Outcome
  parts: Part[]
  detail: Part[]
}

const rows = (run: BriefRun, show: string) => `runs/${run.id}?show=${show}`
const text = (words: string): Part => ({ text: words })
const link = (words: string, to: string): Part => ({ text: words, to })
const where = (run: BriefRun) => `${run.lane.pipeline} in ${run.lane.environment}`
const verb = (n: number, one: string, many: string) => (n === 1 ? one : many)
const firstLine = (message: string) => message.split('\n', 1)[0] ?? ''

/**
 * What a finding says.
 * @param exact how a time is written, from ISO 8601
 */
export function sentenceOf(finding: Finding, exact: (iso: string) => string): Sentence {
  switch (finding.kind) {
    case 'newlyFailing':
      return newlyFailing(finding)
    case 'outage':
      return outage(finding)
    case 'incomplete':
      return incomplete(finding)
    case 'stillFailing':
      return {
        outcome: 'failed',
        parts: [
          link(`${count(finding.count, 'test')} still ${verb(finding.count, 'fails', 'fail')}`, rows(finding.run, 'stillFailing')),
          text(` in ${where(finding.run)}.`),
        ],
        detail:
          finding.sinceBuild && finding.sinceRunId
            ? [text('The oldest has been red since '), link(`build ${finding.sinceBuild}`, `runs/${finding.sinceRunId}`), text('.')]
            : [],
      }
    case 'untriaged':
      return {
        outcome: 'failed',
        parts: [
          link(`${count(finding.count, 'cause')} of failures`, 'failures?state=untriaged'),
          text(` in the newest builds ${verb(finding.count, 'is', 'are')} not triaged.`),
        ],
        detail: [],
      }
    case 'recovered':
      return recovered(finding)
    case 'fixed':
      return { ...plain('passed', finding, `${verb(finding.count, 'is', 'are')} fixed`), detail: flakyToo(finding.flaky) }
    case 'newlySkipped':
      return plain('skipped', finding, `${verb(finding.count, 'is', 'are')} skipped that ran before`)
    case 'gone':
      return plain('skipped', finding, `${verb(finding.count, 'is', 'are')} gone`)
    case 'new':
      return plain('passed', finding, `${verb(finding.count, 'is', 'are')} new`)
    case 'unsteady':
      return unsteady(finding)
    case 'flaky':
      return flaky(finding)
    case 'slower':
      return slower(finding)
    case 'silentScripts':
      return {
        outcome: 'notRun',
        parts: [
          link(
            `${count(finding.count, 'script')} with a case ${verb(finding.count, 'was', 'were')} not reported lately`,
            'mapping?only=silent',
          ),
          text(': in the code, and in none of the newest runs.'),
        ],
        detail: [],
      }
    case 'mine':
      return {
        outcome: 'blocked',
        parts: [link(mineWords(finding), 'mine'), text(` ${verb(finding.failures + finding.unread, 'waits', 'wait')} for you.`)],
        detail: [],
      }
    case 'next':
      return {
        outcome: 'passed',
        parts: [link(finding.name, `plans?plan=${finding.planId}`), text(` runs next, ${exact(finding.at)}.`)],
        detail: [],
      }
    case 'silent':
      return {
        outcome: 'skipped',
        parts: [
          link(finding.environment, `runs?env=${encodeURIComponent(finding.environment)}`),
          text(` has been silent for ${count(finding.days, 'day')}.`),
        ],
        detail: [link('Its last run', `runs/${finding.lastRunId}`)],
      }
    case 'unknownKeys':
      return {
        outcome: 'blocked',
        parts: [
          link(`${count(finding.count, 'declared key')} ${verb(finding.count, 'names', 'name')} no case`, 'scripts?only=unknownKeys'),
          text(`: ${formatList(finding.keys)}${finding.count > finding.keys.length ? ' …' : '.'}`),
        ],
        detail: [],
      }
    case 'unlinked':
      return {
        outcome: 'skipped',
        parts: [
          link(`${count(finding.count, 'script')} ${verb(finding.count, 'has', 'have')} no case`, 'scripts?only=unlinked'),
          text(` of ${formatNumber(finding.total)}.`),
        ],
        detail: [],
      }
    case 'uncovered':
      return {
        outcome: 'skipped',
        parts: [
          link(`${count(finding.count, 'case')} ${verb(finding.count, 'has', 'have')} no script`, 'cases?only=uncovered'),
          text(` of ${formatNumber(finding.total)}.`),
        ],
        detail: [],
      }
  }
}

type Of<K extends Finding['kind']> = Extract<Finding, { kind: K }>

/** What is claimed of failures that say the same: one cause where that is sure; nothing where each says something of its own. */
function alikeWords({ count: n, causes, largest }: Of<'newlyFailing'>): string {
  if (!largest) return ''
  const said = largest.message ? `: ${firstLine(largest.message)}` : ''
  if (n === 1) return said
  if (causes === 1) return `${largest.oneCause ? ', with one cause' : ', all alike'}${said}`
  if (largest.count === 1) return ''
  return `; ${formatNumber(largest.count)} of them ${largest.oneCause ? 'have one cause' : 'fail alike'}${said}`
}

function newlyFailing(finding: Of<'newlyFailing'>): Sentence {
  const { run, count: n, areas } = finding
  const said = alikeWords(finding)
  const place = areas.length > 0 && areas.length <= 3 ? ` in ${formatList(areas)}` : ''
  return {
    outcome: 'failed',
    parts: [
      link(`${count(n, 'test')} newly ${verb(n, 'fails', 'fail')}`, rows(run, 'newlyFailing')),
      text(`${place}${said}${/[.!?…]$/.test(said) ? '' : '.'}`),
    ],
    detail: [
      text('Since '),
      link(`build ${run.build}`, `runs/${run.id}`),
      text(` of ${where(run)}${run.commit ? `, commit ${run.commit}` : ''}.`),
      ...flakyToo(finding.flaky),
      ...(finding.causes > 0 ? [text(' '), link(count(finding.causes, 'cause'), `failures?run=${run.id}`), text('.')] : []),
    ],
  }
}

function outage({ run, count: n, total, message, over }: Of<'outage'>): Sentence {
  return {
    outcome: 'errored',
    parts: [
      link(`${run.lane.environment} could not judge ${formatNumber(n)} of ${count(total, 'test')}`, `runs/${run.id}?outcome=errored`),
      text(` in build ${run.build} of ${run.lane.pipeline}.`),
    ],
    detail: [
      text(
        `${message ? `Most say “${firstLine(message)}”. ` : ''}${over ? 'The build after it was judged again.' : 'No build has been judged since.'}`,
      ),
    ],
  }
}

function incomplete({ run, faults, notRun, subject }: Of<'incomplete'>): Sentence {
  const hidden = notRun > 0 ? [text(', so '), link(`${count(notRun, 'test')} did not run`, rows(run, 'notRun'))] : []
  return {
    outcome: 'errored',
    parts: [
      link(`Build ${run.build} of ${run.lane.pipeline} is incomplete`, `runs/${run.id}`),
      text(`: ${subject}${faults > 1 ? ` and ${formatNumber(faults - 1)} more went wrong` : ' went wrong'}`),
      ...hidden,
      text('.'),
    ],
    detail: [],
  }
}

function recovered({ run, count: n, worst }: Of<'recovered'>): Sentence {
  const often = worst && worst.times > 1
  return {
    outcome: 'recovered',
    parts: [link(`${count(n, 'test')} passed only on a later try`, rows(run, 'recovered')), text(` in ${where(run)}.`)],
    detail: often
      ? [
          link(`“${worst.name}”`, `runs/${run.id}?show=recovered&script=${worst.scriptId}`),
          text(` did so in ${formatNumber(worst.times)} of ${count(worst.of, 'build')}: that is flaky, not broken.`),
        ]
      : [],
  }
}

/** What a run's page lists, too, and is no news. */
const flakyToo = (n: number): Part[] =>
  n === 0 ? [] : [text(` Its page lists ${formatNumber(n)} more that ${verb(n, 'is', 'are')} proven flaky.`)]

const mineWords = ({ failures, unread }: Of<'mine'>) =>
  formatList(
    [failures > 0 && count(failures, 'cause of failures', 'causes of failures'), unread > 0 && count(unread, 'mention')].filter(
      (words) => words !== false,
    ),
  )

const percent = (share: number) => `${Math.max(1, Math.round(share * 100))} %`

/** What a proven flaky test does is no news: it neither broke nor is it fixed. */
function unsteady({ run, failed, passed, worst }: Of<'unsteady'>): Sentence {
  const n = failed + passed
  const did = [
    failed > 0 && `${formatNumber(failed)} ${verb(failed, 'fails', 'fail')}`,
    passed > 0 && `${formatNumber(passed)} ${verb(passed, 'passes', 'pass')} again`,
  ].filter((words) => words !== false)
  return {
    outcome: 'recovered',
    parts: [
      link(`${count(n, 'test')} that ${verb(n, 'is', 'are')} proven flaky`, 'trends'),
      text(` changed in ${where(run)}: ${formatList(did)}. That is no news.`),
    ],
    detail: [link(`“${worst.name}”`, `tests/${worst.scriptId}`), text(` does not pass at first in ${percent(worst.share)} of its runs.`)],
  }
}

function flaky({ proven, maybe, redAlone, retryMs }: Of<'flaky'>): Sentence {
  const cost = [
    redAlone > 0 && `${count(redAlone, 'run')} ${verb(redAlone, 'was', 'were')} red because of one alone`,
    retryMs > 0 && `${formatDuration(retryMs)} went into retries`,
  ].filter((words) => words !== false)
  return {
    outcome: 'recovered',
    parts: [
      link(
        proven > 0 ? `${count(proven, 'test')} ${verb(proven, 'is', 'are')} proven flaky` : `${count(maybe, 'test')} may be flaky`,
        'trends',
      ),
      text(proven > 0 && maybe > 0 ? `, ${formatNumber(maybe)} more may be.` : '.'),
    ],
    detail: cost.length > 0 ? [text(`${formatList(cost)}.`)] : [],
  }
}

function slower({ count: n, costMs, worst }: Of<'slower'>): Sentence {
  const { name, scriptId, beforeMs, afterMs, build, commit, runId, creeps } = worst
  return {
    outcome: 'passed',
    parts: [link(`${count(n, 'test')} got slower`, 'trends/slow'), text(`, by ${formatDuration(costMs)} a run.`)],
    detail: [
      link(`“${name}”`, `tests/${scriptId}`),
      text(
        ` takes ${formatDuration(afterMs)} instead of ${formatDuration(beforeMs)}, ${creeps ? 'a little more with each build, since ' : 'since '}`,
      ),
      link(`build ${build}`, `runs/${runId}?script=${scriptId}`),
      text(`${commit ? `, commit ${commit.slice(0, 7)}` : ''}.`),
    ],
  }
}

function plain(outcome: Outcome, finding: Of<'fixed' | 'newlySkipped' | 'gone' | 'new'>, words: string): Sentence {
  return {
    outcome,
    parts: [link(`${count(finding.count, 'test')} ${words}`, rows(finding.run, finding.kind)), text(` in ${where(finding.run)}.`)],
    detail: [],
  }
}

/** The one line above all: what broke, or that nothing did. */
export function headlineOf(brief: { latest: readonly { failing: number; newlyFailing: number }[]; findings: readonly Finding[] }): string {
  if (brief.latest.length === 0) return 'No run came in this time.'
  const broken = brief.findings.filter((finding) => finding.kind === 'newlyFailing')
  const [worst] = broken
  const still = brief.latest.filter((run) => run.failing > run.newlyFailing)
  if (worst) {
    const what = worst.areas.length === 1 ? `${worst.areas[0]} broke` : `${count(worst.count, 'test')} broke`
    const rest =
      broken.length > 1
        ? `${count(broken.length - 1, 'other run')} broke too.`
        : still.length > 0
          ? 'Some older failures remain.'
          : 'The rest passed.'
    return `${what} in build ${worst.run.build}. ${rest}`
  }
  if (brief.findings.some((finding) => finding.kind === 'outage' && !finding.over))
    return 'An environment is down; its builds can’t be judged.'
  if (still.length > 0) return 'Nothing new broke. Some older failures remain.'
  if (brief.findings.some((finding) => finding.kind === 'incomplete')) return 'Nothing new broke, but not everything ran.'
  return 'Nothing broke.'
}
