import type { LifeMark, TestLife } from '@bobbin/client'
import type { WhereOnly } from '@bobbin/core'
import { count, formatDuration, formatNumber } from '../../lib/format.js'

const STEADINESS: Record<TestLife['steadiness'], string> = {
  proven: 'It is proven flaky: on one commit in one environment it passed and failed, or passed only on a later try.',
  maybe: 'It may be flaky: it comes and goes, without proof on one commit.',
  steady: '',
}

const BY: Record<string, (value: string) => string> = {
  environment: (value) => `in ${value}`,
  profile: (value) => `on ${value}`,
  agent: (value) => `on the agent ${value}`,
  hour: (value) => `in the hour from ${value} UTC`,
  position: (value) => `when it begins ${value}`,
}

/** `It did not pass at first in 9 of 43 runs.` */
export function shareWords({ instances, total }: Pick<TestLife, 'instances' | 'total'>): string {
  const bad = instances.filter(({ outcome }) => outcome === 'failed' || outcome === 'errored' || outcome === 'recovered').length
  const of = total > instances.length ? `the newest ${formatNumber(instances.length)} of ${formatNumber(total)} runs` : count(total, 'run')
  return bad === 0 ? `Nothing went wrong in ${of}.` : `It did not pass at first in ${formatNumber(bad)} of ${of}.`
}

/** Where it does worse than elsewhere. */
export function whereWords({ by, value, bad, of, elsewhereBad, elsewhereOf }: WhereOnly): string {
  return `It does worse ${BY[by]?.(value) ?? value}: ${bad} of ${count(of, 'run')}, elsewhere ${elsewhereBad} of ${elsewhereOf}.`
}

/** Whether what was done helped. */
export function helpedWords({ verdict, before, after, needed, what, p }: NonNullable<TestLife['helped']>): string {
  const did = what === 'resolved' ? 'its cause was resolved' : 'it left quarantine'
  const counts = `${before.bad} of ${before.of} before, ${after.bad} of ${after.of} since`
  if (verdict === 'helped')
    return `Since ${did} it is well: ${counts}; by chance in ${p < 0.001 ? '< 0.1' : (p * 100).toFixed(1)} % of cases.`
  if (verdict === 'did not help') return `Since ${did} it goes on: ${counts}.`
  const more = needed === null ? '' : ` ${count(needed, 'good run')} in a row would make it 95 % sure.`
  return `It is not sure yet whether it is well since ${did}: ${counts}.${more}`
}

export const lifeSentences = (life: TestLife): string[] =>
  [
    shareWords(life),
    STEADINESS[life.steadiness],
    ...life.where.slice(0, 2).map(whereWords),
    life.helped ? helpedWords(life.helped) : '',
  ].filter((words) => words !== '')

/** What was done, in a line. */
export function markWords(mark: LifeMark): string {
  switch (mark.kind) {
    case 'renamed':
      return `Renamed; it was called “${mark.from}”`
    case 'quarantined':
      return `Quarantined${by(mark.by)}: ${mark.reason}`
    case 'released':
      return mark.why === 'passed' ? 'Left quarantine: it passed often enough' : 'Taken out of quarantine'
    case 'muted':
      return `Muted${by(mark.by)}${mark.reason ? `: ${mark.reason}` : ''}`
    case 'decided':
      return `“${mark.title}” was called a matter of ${CAUSES[mark.cause] ?? mark.cause}${by(mark.by)}`
    case 'resolved':
      return `“${mark.title}” was resolved`
    case 'pace': {
      const { pace, lane, build } = mark
      const way = pace.after > pace.before ? 'slower' : 'faster'
      const took = `${formatDuration(pace.before)} → ${formatDuration(pace.after)}`
      return pace.kind === 'jump'
        ? `${way} since build ${build} in ${lane.environment}: ${took}`
        : `creeps ${way} in ${lane.environment}: ${took}`
    }
  }
}

const CAUSES: Record<string, string> = {
  product: 'the product',
  script: 'the script',
  environment: 'the environment',
  data: 'the data',
  flaky: 'flakiness',
  unknown: 'unknown cause',
}

const by = (name: string | null) => (name ? ` by ${name}` : '')
