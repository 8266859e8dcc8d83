/** Messages that say no more than that something failed. */
const SAYS_NOTHING = new Set(['', 'failed', 'failure', 'error'])
const LONGEST_NOTHING = 7
/** A message that only repeats where the test stands (`boarding.spec.ts:25:3 boards a passenger`). */
const ONLY_A_PLACE = /^\S+:\d+:\d+ /
/** Lines that Go's runner and browser runners put around what the test said. */
const FRAME = /^(=== (RUN|CONT|PAUSE|NAME)\b|--- (FAIL|SKIP|PASS):|\[[^\]]+\] › )/
const STACK = /^\s+at |^Traceback \(most recent call last\)|^\s*File "/
const MOST_LINES = 12

/** The words of a failure: the attribute where it says something, else what stands in the text before the stack. */
export function messageOf(attribute: string | null, text: string): string | null {
  const own = attribute?.trim() ?? ''
  if (own.startsWith('=== RUN')) return beforeStack(own)
  if ((own.length > LONGEST_NOTHING || !SAYS_NOTHING.has(own.toLowerCase())) && !ONLY_A_PLACE.test(own)) return attribute
  return beforeStack(text) ?? (own || null)
}

function beforeStack(text: string): string | null {
  if (text === '') return null
  const lines = text.split('\n').filter((line) => !FRAME.test(line.trimStart()))
  const end = lines.findIndex((line) => STACK.test(line))
  const words = withoutEcho(lines.slice(0, end > 0 ? end : undefined))
  return words.slice(0, MOST_LINES).join('\n').trim() || null
}

/** JavaScript stacks start with the message again (`Error: gate offline`). */
function withoutEcho(lines: string[]): string[] {
  const [first = ''] = lines
  const echo = lines.findIndex((line, i) => i > 0 && /^\w*(Error|Exception)\b/.test(line) && line.endsWith(first))
  return echo > 0 ? lines.slice(0, echo) : lines
}
