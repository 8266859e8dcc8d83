import { normalize } from 'node:path'

/** Parts of a path that tell whose file it is: the test, its class or suite, a case that it declares, the attempt. */
const NAMED = ['test', 'class', 'case', 'attempt'] as const
export type NamedParts = Partial<Record<(typeof NAMED)[number], string>>

export interface Glob {
  /** The folder to look in. */
  base: string
  matches: (path: string) => boolean
  /** What the named parts of a pattern are in a path; null where it has none. */
  named: (path: string) => NamedParts | null
}

/** Reads a file pattern: `*` and `?` within a name, `**` across folders, `{a,b}` for either, `{test}` and its like for a part that is told. */
export function globPattern(pattern: string): Glob {
  const parts = normalize(pattern).split('/')
  const firstWild = parts.findIndex((part) => /[*?{[]/.test(part))
  const fixed = firstWild < 0 ? parts.slice(0, -1) : parts.slice(0, firstWild)
  const base = fixed.join('/') || (pattern.startsWith('/') ? '/' : '.')
  const expression = new RegExp(`^${source(normalize(pattern), new Set())}$`)
  return {
    base,
    matches: (path) => expression.test(normalize(path)),
    named: (path) => {
      const groups = expression.exec(normalize(path))?.groups
      return groups ? { ...groups } : null
    },
  }
}

const TOKENS = /\*\*\/|\*\*|\*|\?|\{[^{}]*\}|[.+^$()|[\]\\]/g

function source(pattern: string, named: Set<string>): string {
  return pattern.replace(TOKENS, (token) => {
    if (token === '**/') return '(?:.*/)?'
    if (token === '**') return '.*'
    if (token === '*') return '[^/]*'
    if (token === '?') return '[^/]'
    if (token.startsWith('{')) return alternatives(token.slice(1, -1), named)
    return `\\${token}`
  })
}

function alternatives(inner: string, named: Set<string>): string {
  const name = NAMED.find((known) => known === inner)
  if (!name) return `(?:${inner.split(',').map((part) => source(part, named)).join('|')})` // prettier-ignore
  // the second time it must be the same
  if (named.has(name)) return `\\k<${name}>`
  named.add(name)
  return `(?<${name}>${name === 'attempt' ? '\\d+' : '[^/]+'})`
}
