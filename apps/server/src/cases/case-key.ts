import type { Project } from '../access/index.js'
import { notFound } from '../platform/problem.js'

/** The number in a key of this project; null for what is none. */
export function numberOf(project: Pick<Project, 'keyPrefix'>, key: string): number | null {
  const digits = key.startsWith(`${project.keyPrefix}-`) ? key.slice(project.keyPrefix.length + 1) : ''
  return /^\d{1,9}$/.test(digits) ? Number(digits) : null
}

/** @throws Problem notFound, naming the first key that is none of this project */
export function numbersOf(project: Project, keys: string[]): number[] {
  return keys.map((key) => {
    const number = numberOf(project, key)
    if (number === null) throw notFound('case', key)
    return number
  })
}
