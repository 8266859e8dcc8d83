import { frameIn } from '@bobbin/core'

export interface StackPart {
  kind: 'own' | 'library'
  lines: string[]
}

/** Splits a stack into the team's own lines and runs of library frames, which a reader folds away. */
export function splitStack(stack: string): StackPart[] {
  const parts: StackPart[] = []
  for (const line of stack.split('\n')) {
    const kind = frameIn(line)?.library ? 'library' : 'own'
    const last = parts.at(-1)
    if (last?.kind === kind) last.lines.push(line)
    else parts.push({ kind, lines: [line] })
  }
  return parts
}

const ANSI = /\u001b\[[0-9;]*[A-Za-z]/g

/** Text without terminal colours. */
export const plainText = (text: string): string => text.replace(ANSI, '')

export interface ExpectedActual {
  expected: string
  actual: string
}

const PAIRS: readonly [RegExp, 'expected-first' | 'actual-first'][] = [
  [/^\s*Expected:\s+(.+)\n\s*Received:\s+(.+)$/m, 'expected-first'],
  [/expected:<(.*?)> but was:<(.*?)>/s, 'expected-first'],
  [/expected \[(.*?)\] but found \[(.*?)\]/s, 'expected-first'],
  [/expected status (\S+), got (\S+)/, 'expected-first'],
  [/^(?:AssertionError: )?expected (.+?) to (?:be|equal|deeply equal) (.+?)(?: \/\/.*)?$/m, 'actual-first'],
]

/** Finds the expected and the actual value in the messages of common assertion libraries. */
export function expectedActual(message: string): ExpectedActual | null {
  for (const [pattern, order] of PAIRS) {
    const match = pattern.exec(plainText(message))
    if (!match?.[1] || !match[2]) continue
    return order === 'expected-first' ? { expected: match[1], actual: match[2] } : { expected: match[2], actual: match[1] }
  }
  return null
}
