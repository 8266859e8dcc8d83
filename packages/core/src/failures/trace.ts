import { bounded, type BoundedPattern } from '../text/bounded.js'

/** What a program printed when it died, in its parts. */
export interface Trace {
  type: string | null
  message: string | null
}

/** A line is read as far as this, and a text as far from its beginning and its end, in UTF-16 units. */
const MOST_END = 10_000

/**
 * How languages tell type and message, in the order in which they are asked; each looks at one line, or at two that are joined. The last
 * match of each holds, as chains end with what was seen.
 */
const HEADS: readonly BoundedPattern[] = [
  bounded(500, /^Exception in thread ".*?" ([\w.$]+)(?:: (.*))?/), // Java
  bounded(500, /^(?:PHP )?Fatal error:\s+Uncaught (\w+): (.*)/),
  bounded(500, /^==\d+==ERROR: (\w+): (.*?)(?: on address.*)?$/m), // sanitizers
  bounded(500, /^terminate called after throwing an instance of '([^'\n]+)'(?:\n\s+what\(\):\s+(.*))?/), // C++
  bounded(500, /^(panic): (.*)/), // Go
  bounded(500, /^thread '.*' \(?\d*\)? ?(panicked) at .*:\n(.*)/), // Rust
  bounded(500, /^\S+\.rb:\d+:in [`'].*?': (?<message>.*) \((?<type>[\w:]+)\)$/m), // Ruby
  bounded(500, /^(?:Uncaught )?([A-Za-z_][\w.]*(?:Error|Exception|Failure|Warning|Exit|Interrupt))(?: \[\w+\])?: (.*)/), // JavaScript, Python, C#
  bounded(500, /^(Error): (.*)/),
]

/** Type and message of a failure that is only there as the text that a program printed. */
export function readTrace(text: string): Trace {
  const lines = bothEnds(text).split('\n')
  for (const head of HEADS) {
    for (let at = lines.length - 1; at >= 0; at--) {
      const found = startsLikeHead(lines[at] ?? '') && head.exec(`${lines[at]}\n${lines[at + 1] ?? ''}`)
      if (found) return { type: found.groups?.['type'] ?? found[1] ?? null, message: found.groups?.['message'] ?? found[2]?.trim() ?? null }
    }
  }
  const first = lines.find((line) => line.trim() !== '')?.trim()
  return { type: null, message: first ?? null }
}

/** No head begins with a blank, as most lines of a stack do. */
const startsLikeHead = (line: string): boolean => line !== '' && line.charCodeAt(0) > 0x20

const bothEnds = (text: string): string => (text.length <= 2 * MOST_END ? text : `${text.slice(0, MOST_END)}\n${text.slice(-MOST_END)}`)

/** What began a chain of exceptions, in its own words; null where there is no chain. Python prints it first, Java and JavaScript last. */
export function rootCause(stack: string): string | null {
  const [first = '', ...after] = stack.split(/^(?:The above exception was the direct cause of|During handling of the above exception,)/m)
  if (after.length > 0) return headOf(readTrace(first))
  const last = stack.split('\n').findLast((line) => CAUSE.test(line.trimStart()))
  return last?.trimStart().replace(CAUSE, '').replace(/ \{$/, '') ?? null
}

const CAUSE = /^(?:Caused by: |\[cause\]: )/

const headOf = ({ type, message }: Trace): string => [type, message].filter((part) => part !== null).join(': ')
