import type { RawCase } from './raw.js'

/** Messages that say no more than that something failed. */
const SAYS_NOTHING = new Set(['', 'failed', 'failed:', 'failure', 'error', 'test failure', 'internal error'])
const LONGEST_NOTHING = 14
/** A message that only repeats where the test stands (`boarding.spec.ts:25:3 boards a passenger`). */
const ONLY_A_PLACE = /^\S+:\d+:\d+ /
/** Lines that Go's runner and browser runners put around what the test said. */
const FRAME = /^(=== (RUN|CONT|PAUSE|NAME)\b|--- (FAIL|SKIP|PASS):|\[[^\]]+\] › )/
const STACK = /^\s+at |^at \S+:\d+$|^Traceback \(most recent call last\)|^\s*File "/
const MOST_LINES = 12

/** The words of a failure: the attribute where it says something, else what stands in the text before the stack. */
export function messageOf(attribute: string | null, text: string, test: Pick<RawCase, 'name' | 'classname'> | null = null): string | null {
  const own = attribute?.trim() ?? ''
  if (test && isOwnName(own, test)) return isOwnName(text, test) ? null : beforeStack(text, test)
  if (own.startsWith('=== RUN')) return beforeStack(own)
  if ((own.length > LONGEST_NOTHING || !SAYS_NOTHING.has(own.toLowerCase())) && !ONLY_A_PLACE.test(own)) return attribute
  return beforeStack(text, test) ?? (own || null)
}

function beforeStack(text: string, test: Pick<RawCase, 'name' | 'classname'> | null = null): string | null {
  if (text === '') return null
  const all = text.split('\n').filter((line) => !FRAME.test(line.trimStart()))
  const lines = test && isOwnName(all[0] ?? '', test) ? all.slice(1) : all
  const end = lines.findIndex((line) => STACK.test(line))
  const words = withoutEcho(lines.slice(0, end > 0 ? end : undefined))
  return words.slice(0, MOST_LINES).join('\n').trim() || null
}

/** PHPUnit, prove and others begin with the name of the test (`FareTest::testRows with data set "two" (2)`), which says nothing of a failure. */
function isOwnName(line: string, { name, classname }: Pick<RawCase, 'name' | 'classname'>): boolean {
  const own = line.trim().replace(/^not ok \d+(?: - )?/, '')
  if (own === '' || name === '') return false
  return own === name || own.startsWith(`${classname}::${name}`) || own === `${classname}.${name}`
}

/** JavaScript stacks start with the message again (`Error: gate offline`). */
function withoutEcho(lines: string[]): string[] {
  const [first = ''] = lines
  const echo = lines.findIndex((line, i) => i > 0 && /^\w*(Error|Exception)\b/.test(line) && line.endsWith(first))
  return echo > 0 ? lines.slice(0, echo) : lines
}
