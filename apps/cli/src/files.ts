import { looksLikeResults, RESULT_HEAD } from '@bobbin/core'
import { closeSync, existsSync, openSync, readdirSync, readSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { UsageError } from './exit-codes.js'
import { globPattern, type NamedParts } from './glob.js'

export interface FoundFiles {
  files: string[]
  /** What lies in the named folders and is no result file. */
  passedOver: string[]
}

/**
 * The files that paths and patterns name, each once, in the order of their names. A pattern is matched here, so that it
 * may be quoted and means the same in every shell; a folder stands for all files in it that look like result files or archives
 * by their content.
 * @throws UsageError when one names nothing
 */
export function findFiles(patterns: readonly string[]): FoundFiles {
  const found = new Set<string>()
  const passedOver = new Set<string>()
  for (const pattern of patterns) {
    const { files, others } = expand(pattern)
    if (files.length === 0) throw new UsageError(nothingIn(pattern, others.length))
    for (const file of files) found.add(file)
    for (const file of others) passedOver.add(file)
  }
  return { files: [...found], passedOver: [...passedOver].filter((file) => !found.has(file)) }
}

export interface FoundAttachment {
  name: string
  /** Whose it is, as its pattern tells by parts of the path; null where a report must name it. */
  belongs: NamedParts | null
}

/** Every file that the patterns name, whatever it holds. @throws UsageError when one names nothing */
export function findAttachments(patterns: readonly string[]): FoundAttachment[] {
  const found = new Map<string, FoundAttachment>()
  for (const pattern of patterns) {
    const { files, others } = expand(pattern)
    if (files.length + others.length === 0) throw new UsageError(nothingIn(pattern, 0))
    const { named } = globPattern(pattern)
    for (const name of [...files, ...others]) found.set(name, { name, belongs: named(name) })
  }
  return [...found.values()]
}

function nothingIn(pattern: string, others: number): string {
  if (others > 0) return `None of the ${others} files in “${pattern}” is a result file`
  return `“${pattern}” matches no file here (${process.cwd()})`
}

function expand(pattern: string): { files: string[]; others: string[] } {
  if (existsSync(pattern)) {
    if (!statSync(pattern).isDirectory()) return { files: [pattern], others: [] }
    const all = walk(pattern)
    const files = all.filter(looksRight)
    return { files, others: all.filter((file) => !files.includes(file)) }
  }
  const { base, matches } = globPattern(pattern)
  return { files: existsSync(base) ? walk(base).filter(matches) : [], others: [] }
}

/** An empty file where results should be is sent all the same: it is refused, and somebody hears of it. */
function looksRight(file: string): boolean {
  if (statSync(file).size === 0) return /\.(xml|json|ndjson|tap)$/.test(file)
  const head = Buffer.alloc(RESULT_HEAD)
  const fd = openSync(file, 'r')
  try {
    return looksLikeResults(head.subarray(0, readSync(fd, head)))
  } finally {
    closeSync(fd)
  }
}

function walk(folder: string): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()
}
