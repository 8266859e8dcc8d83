import type { AttemptDetail } from '@bobbin/client'
import { type Comparison, comparisonIn, plainText } from '@bobbin/core'

type Failure = AttemptDetail['failures'][number]

/** What a failure says, without colours: its message, or whatever stands in for one. */
export const messageOf = ({ message, type }: Failure): string => plainText(message ?? type ?? 'It failed without a message')

/** What the file tells apart, or the message says. */
export function comparisonOf(failure: Failure): Comparison | null {
  const message = messageOf(failure)
  const found = comparisonIn(message)
  const { expected, actual } = failure
  if (expected == null || actual == null) return found
  return { expected, actual, told: true, rest: found?.rest ?? message }
}

/** The stack behind the message, which most stacks begin with. */
export function stackOf(failure: Failure): string | null {
  if (!failure.stack) return null
  const stack = plainText(failure.stack)
  const message = messageOf(failure)
  const at = stack.indexOf(message)
  return at >= 0 && at < 80 ? stack.slice(at + message.length).replace(/^\n/, '') : stack
}

/** Everything that went wrong in an attempt, as one text to take along. */
export function failureText({ failures, reason }: Pick<AttemptDetail, 'failures' | 'reason'>): string {
  if (failures.length === 0) return plainText(reason ?? '')
  return failures
    .map((failure) => {
      const message = messageOf(failure)
      const head = failure.type && !message.startsWith(failure.type) ? `${failure.type}: ${message}` : message
      return [head, stackOf(failure)].filter(Boolean).join('\n')
    })
    .join('\n\n')
}
