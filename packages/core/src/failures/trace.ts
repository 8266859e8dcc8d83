/** What a program printed when it died, in its parts. */
export interface Trace {
  type: string | null
  message: string | null
}

/** How languages tell type and message, in the order in which they are asked; the last match of each holds, as chains end with what was seen. */
const HEADS: readonly RegExp[] = [
  /^Exception in thread ".*?" ([\w.$]+)(?:: (.*))?$/gm, // Java
  /^(?:PHP )?Fatal error:\s+Uncaught (\w+): (.*)$/gm,
  /^==\d+==ERROR: (\w+): (.*?)(?: on address.*)?$/gm, // sanitizers
  /^terminate called after throwing an instance of '([^']+)'(?:\n\s+what\(\):\s+(.*))?/gm, // C++
  /^(panic): (.*)$/gm, // Go
  /^thread '.*' \(?\d*\)? ?(panicked) at .*:\n(.*)$/gm, // Rust
  /^\S+\.rb:\d+:in [`'].*?': (?<message>.*) \((?<type>[\w:]+)\)$/gm, // Ruby
  /^(?:Uncaught )?([A-Za-z_][\w.]*(?:Error|Exception|Failure|Warning|Exit|Interrupt))(?: \[\w+\])?: (.*)$/gm, // JavaScript, Python, C#
  /^(Error): (.*)$/gm,
]

/** Type and message of a failure that is only there as the text that a program printed. */
export function readTrace(text: string): Trace {
  for (const head of HEADS) {
    const found = [...text.matchAll(head)].at(-1)
    if (found) return { type: found.groups?.['type'] ?? found[1] ?? null, message: found.groups?.['message'] ?? found[2]?.trim() ?? null }
  }
  const [first = ''] = text.trim().split('\n')
  return { type: null, message: first || null }
}

/** What began a chain of exceptions, in its own words; null where there is no chain. Python prints it first, Java and JavaScript last. */
export function rootCause(stack: string): string | null {
  const [first = '', ...after] = stack.split(/^(?:The above exception was the direct cause of|During handling of the above exception,)/m)
  if (after.length > 0) return headOf(readTrace(first))
  return [...stack.matchAll(/^\s*(?:Caused by: |\[cause\]: )(.*)$/gm)].at(-1)?.[1]?.replace(/ \{$/, '') ?? null
}

const headOf = ({ type, message }: Trace): string => [type, message].filter((part) => part !== null).join(': ')
