import { bounded, type BoundedPattern } from '../text/bounded.js'

/** One line of a stack. */
export interface Frame {
  /** The name of the function, where it has one. */
  name: string | null
  file: string | null
  line: number | null
  /** It belongs to a runtime or an installed package, not to the team's own code. */
  library: boolean
}

type Reader = (line: string) => Omit<Frame, 'library'> | null

const pattern =
  (regex: BoundedPattern, name: number | null, file: number | null, line: number | null): Reader =>
  (text) => {
    const found = regex.exec(text)
    const group = (index: number | null) => (index === null ? null : (found?.[index] ?? null))
    return found && { name: group(name), file: group(file), line: group(line) === null ? null : Number(group(line)) }
  }

/** How languages print a frame, as their runtimes do (see the test for real output of each); the first that fits holds. */
const READERS: readonly Reader[] = [
  pattern(bounded(400, /^\s*at (.+?\)) in (.+):line (\d+)\s*$/), 1, 2, 3), // C#
  pattern(bounded(400, /^\s*at (?:[\w.]+\/)?([\w.$<>]+)\(([\w$]+\.(?:java|kt|scala|groovy)):?(\d+)?\)/), 1, 2, 3), // Java and its kin
  pattern(bounded(400, /^\s*at ([\w.$/<>]+)\((?:Native Method|Unknown Source)\)/), 1, null, null),
  pattern(bounded(400, /^\s*at (?:async )?(?:new )?(.+?) (?:\[as [^\]]+\] )?\((?:file:\/\/)?(.+?):(\d+)(?::\d+)?\)/), 1, 2, 3), // JavaScript
  pattern(bounded(400, /^\s*at (?:async )?(?:file:\/\/)?((?:node:|[./\\]|[A-Za-z]:[\\/])?[^\s()]+?):(\d+)(?::\d+)?\s*$/), null, 1, 2),
  pattern(bounded(400, /^\s*at (.+?) \(<anonymous>\)/), 1, null, null),
  pattern(bounded(400, /^\s*File "(.+?)", line (\d+)(?:, in (.+))?/), 3, 1, 2), // Python
  pattern(bounded(400, /^#\d+ (.+?)\((\d+)\): (.+?)\(/), 3, 1, 2), // PHP
  pattern(bounded(400, /^\s*#\d+\s+0x[0-9a-f]+ in (.+?) ([^\s:]+):(\d+)/), 1, 2, 3), // C and C++, by sanitizers and debuggers
  pattern(bounded(400, /^\s*(?:from )?(\S+\.rb):(\d+):in [`'](.+?)'/), 3, 1, 2), // Ruby
  pattern(bounded(400, /^\s*([\w:]+)\(.*\) called at (\S+) line (\d+)/), 1, 2, 3), // Perl
  pattern(bounded(400, /^\s*(\S+\.go):(\d+)(?: \+0x[0-9a-f]+)?\s*$/), null, 1, 2), // Go, below the line of the function
  pattern(bounded(400, /^\s*at (\/?\S+\.rs):(\d+)/), null, 1, 2), // Rust, likewise
]

/** Runtimes, runners and installed packages: common practice, no source. */
const LIBRARY =
  /node_modules|^node:|<anonymous>|\(native\)|site-packages|dist-packages|\/usr\/lib\/|\/lib\/python\d|<frozen |\/vendor\/|\/gems\/|\/rustc\/|\/go\/src\/|sysdeps|libc_start/
const LIBRARY_NAMES =
  /^(?:java|javax|jdk|sun|kotlin|scala|org\.junit|org\.testng|org\.apache\.maven|junit|System|Microsoft|NUnit|Xunit|runtime|testing|std|core|__rustc|__libc)[.:_]/

/** Reads one line of a stack; null when it is none. */
export function frameIn(line: string): Frame | null {
  for (const read of READERS) {
    const frame = read(line)
    if (frame) return { ...frame, library: isLibrary(frame, line) }
  }
  return null
}

const isLibrary = ({ name, file }: Omit<Frame, 'library'>, line: string): boolean =>
  LIBRARY.test(file ?? '') ||
  LIBRARY_NAMES.test(name ?? '') ||
  /\bjava\.base\//.test(line) ||
  (file === null && name !== null && !name.includes('.'))

const TRACEBACK = 'Traceback (most recent call last)'

/** The frames of a stack, from where it was thrown outwards, whatever the order in which its language prints them. */
export function* framesOf(stack: string): Generator<Frame> {
  // Python prints the innermost frame last
  if (stack.includes(TRACEBACK)) return yield* lastTraceback(stack).reverse()
  let above: string | undefined
  for (const line of stack.split('\n')) {
    const frame = withNameAbove(frameIn(line), above)
    if (frame) yield frame
    above = line
  }
}

/** Of a chain of exceptions the last one is the failure that was seen. */
function lastTraceback(stack: string): Frame[] {
  const last = stack.slice(stack.lastIndexOf(TRACEBACK))
  return last.split('\n').flatMap((line) => frameIn(line) ?? [])
}

const NAME_ABOVE = bounded(400, /^\s*(?:created by )?(?:\d+: )?([\w./*:<>{}#]+?)(?:\(.*)?\s*$/)

/** Go and Rust name the function on the line before its place. */
function withNameAbove(frame: Frame | null, above: string | undefined): Frame | null {
  if (!frame || frame.name !== null || !/\.(?:go|rs)$/.test(frame.file ?? '')) return frame
  const name = NAME_ABOVE.exec(above ?? '')?.[1] ?? null
  return { ...frame, name, library: frame.library || LIBRARY_NAMES.test(name ?? '') }
}

const TEST_FILE =
  /[._-](?:test|spec|cy|e2e)\.\w+$|(?:^|[\\/])test_\w+\.py$|_(?:test|spec)\.\w+$|Tests?\.(?:java|kt|cs|php)$|(?:^|[\\/])(?:tests?|spec|t)[\\/]/

/**
 * Where a failure came from: the innermost function of the team's own code that is no test. Null where only tests and libraries
 * are on the stack: then the check itself said no.
 */
export function originOf(stack: string): string | null {
  // mostly the first frame is it, and the rest is not even read
  for (const { library, file, name } of framesOf(stack)) {
    if (!library && name !== null && file !== null && !TEST_FILE.test(file)) return nameOf(name)
  }
  return null
}

/** The function's own name, without arguments and what compilers add. */
function nameOf(name: string): string | null {
  const [own = ''] = withoutNumber(name.replace(/^Object\.(?=<)/, '').replaceAll('<anonymous>', '')).split('(', 1)
  return own || null
}

/** Without digits and dollar signs at the end. */
function withoutNumber(name: string): string {
  let end = name.length
  while (end > 0 && /[$\d]/.test(name.charAt(end - 1))) end--
  return name.slice(0, end)
}
