import type { SuiteFilter, SuiteThread } from '@bobbin/client'
import { PRIORITY_WORDS } from '@bobbin/core'
import { formatList, formatNumber } from '../../lib/format.js'

/** How the cases of a suite stand, worst first: `3 failed, 1 not run`. */
export function standWords({ failed, errored, notRun, passed }: SuiteThread): { text: string; red: boolean } {
  const parts = [
    failed > 0 ? `${formatNumber(failed)} failed` : '',
    errored > 0 ? `${formatNumber(errored)} errored` : '',
    notRun > 0 && passed + failed + errored > 0 ? `${formatNumber(notRun)} not run` : '',
  ].filter((part) => part !== '')
  if (parts.length > 0) return { text: parts.join(', '), red: failed + errored > 0 }
  return { text: passed > 0 ? 'all passed' : 'never run', red: false }
}

/** What a filter asks for, in words. */
export function filterWords(
  filter: SuiteFilter,
  names: { areas: Map<number, string>; people: Map<number, string>; requirements: Map<number, string> },
): string {
  const parts = [
    filter.tags?.length ? `tagged ${formatList(filter.tags)}` : '',
    filter.priorities?.length ? `priority ${formatList(filter.priorities.map((one) => PRIORITY_WORDS[one - 1] ?? String(one)))}` : '',
    filter.areaId !== undefined ? `in ${names.areas.get(filter.areaId) ?? 'an area that is gone'}` : '',
    filter.ownerId !== undefined ? `owned by ${names.people.get(filter.ownerId) ?? 'somebody who left'}` : '',
    filter.requirementId !== undefined ? `verifying ${names.requirements.get(filter.requirementId) ?? 'a requirement that is gone'}` : '',
    filter.states?.length ? formatList(filter.states) : '',
    filter.failedLast ? 'failed last time' : '',
    filter.unsteady ? 'unsteady lately' : '',
    filter.notRunDays !== undefined ? `not run for ${filter.notRunDays} days` : '',
    filter.changedDays !== undefined ? `changed within ${filter.changedDays} days` : '',
  ].filter((part) => part !== '')
  return parts.length > 0 ? parts.join(', ') : 'every case'
}

/** The keys of a list with one moved to stand before another, or at the end. */
export function moved(keys: readonly string[], key: string, before: string | null): string[] {
  if (key === before) return [...keys]
  const rest = keys.filter((one) => one !== key)
  const at = before === null ? rest.length : rest.indexOf(before)
  return at < 0 ? [...keys] : [...rest.slice(0, at), key, ...rest.slice(at)]
}
