import { topKeys } from './json/top-keys.js'

/** Files that often lie beside result files and are none. */
const NEIGHBOURS: readonly { what: string; matches: (text: string, has: (key: string) => boolean) => boolean }[] = [
  { what: 'a coverage summary', matches: (_, has) => has('total.lines') || has('total.statements') },
  { what: 'a list of step usages', matches: (text, has) => has('matches') && text.includes('"pattern"') },
]

/** What a file is that is no result file, in a sentence that says so; null when nobody knows. */
export function whatElse(head: Uint8Array): string | null {
  const keys = topKeys(head)
  const text = new TextDecoder().decode(head)
  const known = NEIGHBOURS.find(({ matches }) => matches(text, (key) => keys?.has(key) ?? false))
  if (known) return `This is ${known.what}: it holds no test results`
  if (/^\s*[[{]/.test(text)) return 'This is JSON, but none of the result formats that Bobbin reads; docs/formats.md lists them'
  return null
}
