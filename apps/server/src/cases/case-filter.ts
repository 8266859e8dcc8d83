import type { Project } from '../access/index.js'
import { numbersOf } from './case-key.js'
import type { CaseFilterDto } from './cases.dto.js'

/** The filters of a list of cases as the queries bind them; null is all. */
export function filterBind(project: Project, filter: CaseFilterDto & { keys?: string[] }): Record<string, unknown> {
  const search = filter.search?.trim()
  const some = <T>(values: T[] | undefined) => (values?.length ? values : null)
  return {
    projectId: project.id,
    prefix: project.keyPrefix,
    search: search ? `%${search.replace(/[%_\\]/g, '\\$&')}%` : null,
    area: filter.area ?? null,
    uncovered: filter.only === 'uncovered',
    states: some(filter.state),
    priorities: some(filter.priority),
    intents: some(filter.intent),
    owners: some(filter.owner),
    tag: filter.tag ?? null,
    numbers: filter.keys?.length ? numbersOf(project, filter.keys) : null,
  }
}
