import type { WeaveBuild } from '@bobbin/client'
import type { WeaveSum } from '@bobbin/core'
import { count, formatList } from '../../lib/format.js'

/** `Build 412`, `Builds 411–412` */
export function buildsWords(builds: readonly Pick<WeaveBuild, 'build'>[]): string {
  const [first, last] = [builds[0], builds.at(-1)]
  if (!first || !last) return 'No build'
  return builds.length === 1 ? `Build ${first.build}` : `Builds ${first.build}–${last.build}`
}

/** Where a build had an outage; null where it had none. */
export function outageWords({ runs }: Pick<WeaveBuild, 'runs'>): string | null {
  const environments = [...new Set(runs.filter(({ outage }) => outage).map(({ environment }) => environment))]
  return environments.length === 0 ? null : `outage in ${formatList(environments)}`
}

/**
 * What a part of the weave is made of, in sentences.
 * @param since the build since which tests are red at its end
 */
export function partWords(sum: WeaveSum, since: Pick<WeaveBuild, 'build' | 'commit'> | null): string[] {
  const happened = [
    sum.failed > 0 ? `${count(sum.failed, 'test')} failed` : null,
    sum.errored > 0 ? `${count(sum.errored, 'test')} errored` : null,
    sum.blocked > 0 ? `${count(sum.blocked, 'test')} ${sum.blocked === 1 ? 'was' : 'were'} blocked` : null,
    sum.recovered > 0 ? `${count(sum.recovered, 'test')} recovered on retry` : null,
  ].filter((words) => words !== null)
  if (happened.length === 0) return [sum.tests === 1 ? 'Nothing happened to this test.' : `Nothing happened to these ${sum.tests} tests.`]
  const sentences = [`${formatList(happened)}${sum.calm > 0 ? `, ${sum.calm} did neither` : ''}.`]
  if (sum.redAtEnd > 0 && since) {
    const commit = since.commit ? ` (${since.commit.slice(0, 7)})` : ''
    const who = sum.redAtEnd === 1 ? 'One is red at the end' : `${sum.redAtEnd} are red at the end`
    sentences.push(
      sum.together
        ? `${who}, ${sum.redAtEnd === 1 ? '' : 'together '}since build ${since.build}${commit}.`
        : `${who}, the oldest since build ${since.build}${commit}.`,
    )
  }
  return sentences
}
