/** A test point: `not ok 3 - bus goes to lane B # TODO later`. */
export interface Point {
  ok: boolean
  number: number | null
  /** Whether ` - ` stood before the name, which tells reporters apart. */
  dashed: boolean
  name: string
  directive: 'skip' | 'todo' | null
  reason: string | null
  /** From `# time=12.5ms`, in milliseconds. */
  durationMs: number | null
  /** Its sub-tests follow between braces. */
  opens: boolean
}

export type TapLine =
  | { kind: 'version'; version: number }
  | { kind: 'plan'; last: number; first: number; skip: string | null }
  | { kind: 'point'; point: Point }
  | { kind: 'bailOut'; reason: string }
  | { kind: 'subtest'; name: string }
  | { kind: 'comment'; text: string }
  | { kind: 'yaml' }
  | { kind: 'brace' }
  | { kind: 'pragma' }
  | { kind: 'other' }

const POINT = /^(not )?ok\b(?:\s+(\d+)\b)?(.*)$/
/** `#` ends the name, unless a backslash stands before it; what follows is a directive, or belongs to the name after all. */
const DIRECTIVE = /^(.*?)(?<!\\)(?:\\\\)*\s*#\s*(skip|todo)\S*(?:\s+(.*))?$/i
const TIME = /\s*#\s*time=([\d.]+)(ms|s)?\s*$/

/** What a line of TAP 12, 13 or 14 is, by itself, without its indentation. */
export function readTapLine(text: string): TapLine {
  const code = text.charCodeAt(0)
  if (code === HASH) return readComment(text)
  const point = POINT.exec(text)
  if (point) return { kind: 'point', point: readPoint(point) }
  const plan = /^(\d+)\.\.(\d+)\s*(?:#\s*(?:skip\S*\s*)?(.*))?$/i.exec(text)
  if (plan) return { kind: 'plan', first: Number(plan[1]), last: Number(plan[2]), skip: plan[3]?.trim() ?? null }
  const bailOut = /^Bail out!\s*(.*)$/i.exec(text)
  if (bailOut) return { kind: 'bailOut', reason: bailOut[1] ?? '' }
  const version = /^TAP version (\d+)\s*$/i.exec(text)
  if (version) return { kind: 'version', version: Number(version[1]) }
  if (/^---\s*$/.test(text)) return { kind: 'yaml' }
  if (/^\}\s*$/.test(text)) return { kind: 'brace' }
  if (/^pragma\s+[+-]/.test(text)) return { kind: 'pragma' }
  return { kind: 'other' }
}

const HASH = 35

function readComment(text: string): TapLine {
  const name = /^#\s*Subtest(?::\s*(.*))?$/.exec(text)
  return name ? { kind: 'subtest', name: unescape(name[1] ?? '') } : { kind: 'comment', text: text.slice(1).trim() }
}

function readPoint([, not, number, rest = '']: RegExpExecArray): Point {
  const opens = /\s\{\s*$/.test(rest)
  let text = rest.replace(/\s*\{\s*$/, (brace) => (opens ? '' : brace))
  let durationMs: number | null = null
  text = text.replace(TIME, (_, value: string, unit?: string) => {
    durationMs = Number(value) * (unit === 's' ? 1000 : 1)
    return ''
  })
  const found = DIRECTIVE.exec(text)
  const named = (found ? (found[1] ?? '') : text).trim()
  const dashed = /^-\s/.test(named) || named === '-'
  const directive = found ? (found[2]?.toLowerCase() as 'skip' | 'todo') : null
  const reason = (found?.[3] ?? '').replace(/^-\s*/, '').trim()
  return {
    ok: not === undefined,
    number: number === undefined ? null : Number(number),
    dashed,
    name: unescape(named.replace(/^-\s*/, '')),
    directive,
    reason: reason === '' || reason === '-' ? null : unescape(reason),
    durationMs: Number.isFinite(durationMs) ? durationMs : null,
    opens,
  }
}

/** `\#` and `\\` stand for themselves. */
const unescape = (text: string) => (text.includes('\\') ? text.replace(/\\([#\\])/g, '$1') : text)
