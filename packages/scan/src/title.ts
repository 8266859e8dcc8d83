/** A name made of fixed text and computed parts, which are told by how the code writes them. */
export type Part = string | { computed: string }

export interface Title {
  text: string
  /** A regular expression for the whole of it; null where nothing in it is computed. */
  pattern: string | null
}

export const escaped = (text: string): string => text.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')

/** Joins the parts of a name; what is computed may be anything. */
export function titleOf(parts: readonly Part[]): Title {
  const text = parts.map((part) => (typeof part === 'string' ? part : part.computed)).join('')
  if (parts.every((part) => typeof part === 'string')) return { text, pattern: null }
  return { text, pattern: `^${parts.map((part) => (typeof part === 'string' ? escaped(part) : '.*')).join('')}$`.replace(/(\.\*)+/g, '.*') }
}

/** What `printf` and its like leave open in a name: `%s`, `%i`, `%#`, `$kind`, `$0`, `${kind}`. */
const OPEN = /%[sdifjoOpc#$]|%%|\$\{[^}]*\}|\$[A-Za-z_0-9#][\w.]*/g

/** A name that a table fills in, as that of `it.each`. */
export function tableTitle(title: readonly Part[]): Part[] {
  return title.flatMap((part) => {
    if (typeof part !== 'string') return [part]
    const parts: Part[] = []
    let from = 0
    for (const match of part.matchAll(OPEN)) {
      // runners differ in what they make of `%%` where other places are open, too
      parts.push(part.slice(from, match.index), { computed: match[0] === '%%' ? '%' : match[0] })
      from = match.index + match[0].length
    }
    parts.push(part.slice(from))
    return parts.filter((one) => one !== '')
  })
}
