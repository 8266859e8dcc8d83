import { stableText } from '../identity/stable-text.js'

const ANSI = /\u001b\[[0-9;]*m/g

/**
 * The text by which two failures are taken to have one cause: exception type and the first line of the message, without
 * colours, addresses, ids, paths' line numbers and figures. Null when there is no message and no type to compare.
 */
export function failureSignature(failure: { message: string | null; type: string | null }): string | null {
  const line = (failure.message ?? '').replace(ANSI, '').trim().split('\n', 1)[0] ?? ''
  if (line === '' && !failure.type) return null
  const plain = stableText(line)
    .replace(/:\d+(:\d+)?\b/g, ':#')
    .replace(/\d+([.,]\d+)*/g, '#')
    .replace(/\s+/g, ' ')
    .slice(0, 300)
  return `${failure.type ?? ''}\u001f${plain}`
}
