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
const DIRECTIVE = /^(skip|todo)\S*/i
const TIME = /^(?:time=|in )([\d.]{1,20}) ?(ms|s)?$/
/** Bats before 1.9 puts it behind the name. */
const TIME_BEHIND = / in (\d{1,9})ms$/

/** What a line of TAP 12, 13 or 14 is, by itself, without its indentation. */
export function readTapLine(text: string): TapLine {
  const code = text.charCodeAt(0)
  if (code === HASH) return readComment(text)
  const point = POINT.exec(text)
  if (point) return { kind: 'point', point: readPoint(point) }
  const plan = readPlan(text)
  if (plan) return plan
  const bailOut = /^Bail out!/i.exec(text)
  if (bailOut) return { kind: 'bailOut', reason: text.slice(bailOut[0].length).trimStart() }
  const version = /^TAP version (\d{1,9})\s*$/i.exec(text)
  if (version) return { kind: 'version', version: Number(version[1]) }
  if (/^---\s*$/.test(text)) return { kind: 'yaml' }
  if (/^\}\s*$/.test(text)) return { kind: 'brace' }
  if (/^pragma\s+[+-]/.test(text)) return { kind: 'pragma' }
  return { kind: 'other' }
}

const HASH = 35

/** `1..4`, or `1..0 # skip no gate here`. */
function readPlan(text: string): TapLine | null {
  const found = /^(\d{1,15})\.\.(\d{1,15})/.exec(text)
  if (!found) return null
  const rest = text.slice(found[0].length).trimStart()
  if (rest !== '' && !rest.startsWith('#')) return null
  const skip =
    rest === ''
      ? null
      : rest
          .slice(1)
          .trimStart()
          .replace(/^skip\S*/i, '')
          .trim()
  return { kind: 'plan', first: Number(found[1]), last: Number(found[2]), skip }
}

const SUBTEST = 'Subtest'

function readComment(text: string): TapLine {
  const words = text.slice(1).trimStart()
  if (words === SUBTEST) return { kind: 'subtest', name: '' }
  if (words.startsWith(`${SUBTEST}:`)) return { kind: 'subtest', name: unescape(words.slice(SUBTEST.length + 1).trimStart()) }
  return { kind: 'comment', text: words.trimEnd() }
}

function readPoint([, not, number, rest = '']: RegExpExecArray): Point {
  const trimmed = rest.trimEnd()
  const opens = /\s\{$/.test(trimmed.slice(-2))
  const { text, durationMs } = withoutTime(opens ? trimmed.slice(0, -1) : trimmed)
  const { before, directive, after } = directiveIn(text)
  const { text: named, durationMs: earlierMs } = withoutTime(before.trim())
  const dashed = /^-\s/.test(named) || named === '-'
  const reason = after.replace(/^-/, '').trim()
  return {
    ok: not === undefined,
    number: number === undefined ? null : Number(number),
    dashed,
    name: unescape(named.replace(/^-/, '').trimStart()),
    directive,
    reason: reason === '' || reason === '-' ? null : unescape(reason),
    durationMs: durationMs ?? earlierMs,
    opens,
  }
}

/** `# time=12.5ms` at the end of a point, which some writers put behind the directive. */
function withoutTime(text: string): { text: string; durationMs: number | null } {
  const words = text.trimEnd()
  const behind = TIME_BEHIND.exec(words.slice(-20))
  if (behind) return { text: words.slice(0, -behind[0].length), durationMs: Number(behind[1]) }
  const hash = words.lastIndexOf('#')
  const time = hash < 0 ? null : TIME.exec(words.slice(hash + 1).trimStart())
  if (!time) return { text, durationMs: null }
  const durationMs = Number(time[1]) * (time[2] === 's' ? 1000 : 1)
  return { text: words.slice(0, hash), durationMs: Number.isFinite(durationMs) ? durationMs : null }
}

/** `#` ends the name, unless a backslash stands before it; what follows is a directive, or belongs to the name after all. */
function directiveIn(text: string): { before: string; directive: 'skip' | 'todo' | null; after: string } {
  for (let hash = text.indexOf('#'); hash >= 0; hash = text.indexOf('#', hash + 1)) {
    if (isEscaped(text, hash)) continue
    const words = text.slice(hash + 1, hash + 1 + MOST_BLANKS).trimStart()
    const found = DIRECTIVE.exec(words)
    if (!found) continue
    const from = text.toLowerCase().indexOf(found[1]?.toLowerCase() ?? '', hash)
    const after = text.slice(from).replace(DIRECTIVE, '')
    return { before: text.slice(0, hash), directive: found[1]?.toLowerCase() as 'skip' | 'todo', after }
  }
  return { before: text, directive: null, after: '' }
}

/** A directive stands so near to its `#`, in UTF-16 units. */
const MOST_BLANKS = 100

/** An odd number of backslashes stands before a place. */
function isEscaped(text: string, at: number): boolean {
  let from = at
  while (text[from - 1] === '\\') from--
  return (at - from) % 2 === 1
}

/** `\#` and `\\` stand for themselves. */
const unescape = (text: string) => (text.includes('\\') ? text.replace(/\\([#\\])/g, '$1') : text)
