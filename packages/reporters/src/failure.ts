import { inspect } from 'node:util'
import { isAbsolute, relative, sep } from 'node:path'

export interface ThrownLike {
  name?: unknown
  message?: unknown
  stack?: unknown
}

const wordOf = (value: unknown): string | null => (typeof value === 'string' && value !== '' ? value : null)

/** What was thrown, in the three parts that results have; anything may be thrown. */
export function failureOf(thrown: unknown): { message: string | null; type: string | null; stack: string | null } {
  if (typeof thrown === 'string') return { message: thrown, type: null, stack: null }
  if (typeof thrown !== 'object' || thrown === null)
    return { message: thrown === undefined ? null : inspect(thrown), type: null, stack: null }
  const { name, message, stack } = thrown as ThrownLike
  return { message: wordOf(message), type: wordOf(name), stack: wordOf(stack) }
}

/** Tests of one file follow one another. */
const last = { root: '', path: '', from: '' }

/** A path from where the tests were started, with forward slashes, so that it is the same on every machine. */
export function pathFrom(root: string, path: string | null | undefined): string | null {
  if (!path) return null
  if (path === last.path && root === last.root) return last.from
  const from = relativePath(root, path)
  Object.assign(last, { root, path, from })
  return from
}

function relativePath(root: string, path: string): string {
  const plain = path.startsWith('file://') ? decodeURIComponent(new URL(path).pathname) : path
  const inside = isAbsolute(plain) ? relative(root, plain) : plain
  return inside.split(sep).join('/')
}
