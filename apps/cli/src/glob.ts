import { normalize } from 'node:path'

/**
 * Reads a file pattern: `*` and `?` within a name, `**` across folders, `{a,b}` for either.
 * @returns the folder to look in, and whether a path below it matches
 */
export function globPattern(pattern: string): { base: string; matches: (path: string) => boolean } {
  const parts = normalize(pattern).split('/')
  const firstWild = parts.findIndex((part) => /[*?{[]/.test(part))
  const fixed = firstWild < 0 ? parts.slice(0, -1) : parts.slice(0, firstWild)
  const base = fixed.join('/') || (pattern.startsWith('/') ? '/' : '.')
  const expression = new RegExp(`^${source(normalize(pattern))}$`)
  return { base, matches: (path) => expression.test(normalize(path)) }
}

const TOKENS = /\*\*\/|\*\*|\*|\?|\{[^{}]*\}|[.+^$()|[\]\\]/g

function source(pattern: string): string {
  return pattern.replace(TOKENS, (token) => {
    if (token === '**/') return '(?:.*/)?'
    if (token === '**') return '.*'
    if (token === '*') return '[^/]*'
    if (token === '?') return '[^/]'
    if (token.startsWith('{')) return `(?:${token.slice(1, -1).split(',').map(source).join('|')})`
    return `\\${token}`
  })
}
