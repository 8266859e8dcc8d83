import type { Failure } from './result.js'

const FRAME = /^\s+at \S/
const NAMED = /^(?:Uncaught )?([A-Za-z_$][\w$.]*(?:Error|Exception|Failure|Warning))(?: \[[A-Z_]+\])?(?:: |\n|$)/

/** A JavaScript error written as one text: its name, its message and the frames below it, as engines print them. */
export function errorOf(text: string): Failure {
  const lines = text.split('\n')
  const first = lines.findIndex((line) => FRAME.test(line))
  const head = (first < 0 ? lines : lines.slice(0, first)).join('\n').trim()
  const type = NAMED.exec(head)?.[1] ?? null
  const message = type ? head.replace(NAMED, '').trim() || type : head.replace(/^Error: /, '')
  return { message: message || null, type, stack: first < 0 && head === text.trim() ? null : text }
}
