/** Somebody who can be named in a text. */
export interface Named {
  id: number
  name: string
}

const MOST = 20_000

/**
 * Who is named in a text by `@` and their whole name, as completion writes it. Of two names that begin alike the longer one holds. What stands
 * in code is no mention, and an `@` inside of a word (an address) neither.
 * @example mentionsIn('Mine. @Runa Solberg is on it', [{ id: 3, name: 'Runa Solberg' }]) // [3]
 */
export function mentionsIn(text: string, people: readonly Named[]): number[] {
  const plain = withoutCode(text.slice(0, MOST))
  const byLength = [...people].sort((a, b) => b.name.length - a.name.length)
  const found = new Set<number>()
  for (let at = plain.indexOf('@'); at >= 0; at = plain.indexOf('@', at + 1)) {
    if (at > 0 && /[\p{L}\p{N}_.]/u.test(plain.charAt(at - 1))) continue
    const rest = plain.slice(at + 1, at + 1 + 200).toLowerCase()
    const named = byLength.find(({ name }) => rest.startsWith(name.toLowerCase()) && !/[\p{L}\p{N}]/u.test(rest.charAt(name.length)))
    if (named) found.add(named.id)
  }
  return [...found]
}

/** Markdown without what stands between backticks. */
const withoutCode = (text: string): string =>
  text
    .split('`')
    .filter((_, i) => i % 2 === 0)
    .join(' ')
