/**
 * Whether a text is made of some pieces in order, with anything between them: `['axle ', ' load']` takes `axle 2 load`. The first piece
 * begins the text and the last one ends it. Takes time by the length of the text, whatever the pieces.
 */
export function fitsPieces(pieces: readonly string[], text: string): boolean {
  const [first = ''] = pieces
  if (pieces.length <= 1) return text === first
  const last = pieces.at(-1) ?? ''
  if (!text.startsWith(first) || !text.endsWith(last) || text.length < first.length + last.length) return false
  let at = first.length
  for (const piece of pieces.slice(1, -1)) {
    const found = text.indexOf(piece, at)
    if (found < 0) return false
    at = found + piece.length
  }
  return at <= text.length - last.length
}

/** What a name may be: its fixed pieces, and whether the values of a row may follow them. */
interface NamePattern {
  pieces: string[]
  /** Behind the last piece may stand anything that begins with neither letter nor digit. */
  tail: boolean
}

/**
 * Reads a pattern as scans write it: fixed text, `.*` for what is computed, and groups for what a runner may add. It comes from outside
 * and is not run as a regular expression: a bad one would fail, or take for ever.
 */
function readPattern(pattern: string): NamePattern {
  const body = pattern.replace(/^\^/, '').replace(/\$$/, '')
  const pieces = ['']
  let tail = false
  const anything = () => {
    if (pieces.at(-1) !== '' || pieces.length === 1) pieces.push('')
  }
  for (let at = 0; at < body.length; at++) {
    const letter = body.charAt(at)
    if (letter === '\\' && /[^\w]/.test(body.charAt(at + 1))) pieces[pieces.length - 1] += body.charAt(++at)
    else if (letter === '(') {
      at = endOfGroup(body, at)
      // a group before the name may be anything; one behind it are the values of a row
      if (pieces.every((piece) => piece === '')) anything()
      else tail = true
    } else if (letter === '.' && body.charAt(at + 1) === '*') {
      at++
      anything()
    } else if (letter === '\\') {
      // a class of characters with what repeats it
      at += body.charAt(at + 2) === '*' ? 2 : 1
    } else pieces[pieces.length - 1] += letter
  }
  return { pieces, tail }
}

/** The place of the last character of a group, with the sign that makes it optional. */
function endOfGroup(text: string, from: number): number {
  let depth = 0
  for (let at = from; at < text.length; at++) {
    const letter = text.charAt(at)
    if (letter === '\\') at++
    else if (letter === '(') depth++
    else if (letter === ')' && --depth === 0) return text.charAt(at + 1) === '?' ? at + 1 : at
  }
  return text.length
}

const read = new Map<string, NamePattern>()
const MOST_READ = 10_000

/** Whether a name is one of those that a pattern of a scan stands for. */
export function fitsName(pattern: string, name: string): boolean {
  let known = read.get(pattern)
  if (!known) {
    if (read.size >= MOST_READ) read.clear()
    known = readPattern(pattern)
    read.set(pattern, known)
  }
  const { pieces, tail } = known
  if (fitsPieces(pieces, name)) return true
  if (!tail) return false
  // where the fixed text ends, the values of a row begin
  const last = pieces.at(-1) ?? ''
  for (let at = name.indexOf(last); at >= 0; at = last === '' ? -1 : name.indexOf(last, at + 1)) {
    const end = at + last.length
    if (/^[\p{L}\p{N}]/u.test(name.slice(end, end + 2))) continue
    if (fitsPieces(pieces, name.slice(0, end))) return true
  }
  return false
}
