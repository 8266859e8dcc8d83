import type { AttachmentRef } from './result.js'

const [OPENING, CLOSING] = ['[[ATTACHMENT|', ']]']

/** Attachments that a test names in its output (`[[ATTACHMENT|shots/gate.png]]`), as many runners and plugins do. */
export function mentionedIn(output: string | null): AttachmentRef[] {
  if (!output?.includes(OPENING)) return []
  return pathsIn(output).map((path) => ({ name: nameOf(path), mediaType: null, path: path.trim(), content: null }))
}

/** What stands between the brackets, each on one line. */
function pathsIn(output: string): string[] {
  return output
    .split(OPENING)
    .slice(1)
    .flatMap((after) => {
      const end = after.indexOf(']')
      const path = after.slice(0, Math.max(end, 0))
      return path !== '' && !path.includes('\n') && after.startsWith(CLOSING, end) ? [path] : []
    })
}

const nameOf = (path: string) => path.trim().split(/[\\/]/).at(-1) ?? path

/**
 * Which of the files that came along a report means by a path: the one that shares most of its end. A report is written in one
 * folder, and its files are packed from another, so the beginnings differ.
 * @returns null when none has even the same name
 */
export function matchPath(path: string, files: readonly string[]): string | null {
  const wanted = partsOf(path)
  let best: { file: string; shared: number } | null = null
  for (const file of files) {
    const parts = partsOf(file)
    let shared = 0
    while (shared < Math.min(parts.length, wanted.length) && parts.at(-1 - shared) === wanted.at(-1 - shared)) shared++
    if (shared > (best?.shared ?? 0)) best = { file, shared }
  }
  return best?.file ?? null
}

const partsOf = (path: string) => path.split(/[\\/]/).filter((part) => part !== '' && part !== '.' && part !== '..')
