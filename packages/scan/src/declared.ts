import { declaredKeys } from '@bobbin/core'
import { unique } from './class-tests.js'

/** Case keys that a test declares in its name, the names around it, its tags, and what was found otherwise. */
export function keysOf(names: readonly string[], tags: readonly string[], more: readonly string[] = []): string[] {
  const properties = tags.map((tag) => ({ name: 'tag', value: tag.replace(/^@/, '') }))
  const [name = '', ...suites] = names
  return unique([...more, ...declaredKeys(name, properties), ...suites.flatMap((suite) => declaredKeys(suite, []))])
}
