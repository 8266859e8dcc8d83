import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { UsageError } from './exit-codes.js'
import { globPattern } from './glob.js'

/**
 * The files that paths and patterns name, each once, in the order of their names. A pattern is matched here, so that it
 * may be quoted and means the same in every shell; a folder stands for all files in it that end in `.xml`.
 * @throws UsageError when one names nothing
 */
export function findFiles(patterns: readonly string[]): string[] {
  const found = new Set<string>()
  for (const pattern of patterns) {
    const files = expand(pattern)
    if (files.length === 0) throw new UsageError(`“${pattern}” matches no file here (${process.cwd()})`)
    for (const file of files) found.add(file)
  }
  return [...found]
}

function expand(pattern: string): string[] {
  if (existsSync(pattern)) {
    if (!statSync(pattern).isDirectory()) return [pattern]
    return walk(pattern).filter((file) => file.endsWith('.xml'))
  }
  const { base, matches } = globPattern(pattern)
  return existsSync(base) ? walk(base).filter(matches) : []
}

function walk(folder: string): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()
}
