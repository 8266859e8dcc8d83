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
  pattern(bounded(400, /^\s*at .+? \[as ([^\]]+)\] \((?:file:\/\/)?(.+?):(\d+)(?::\d+)?\)/), 1, 2, 3), // JavaScript, a function under another name
  pattern(bounded(400, /^\s*at (?:async )?(?:new )?(.+?) \((?:file:\/\/)?(.+?):(\d+)(?::\d+)?\)/), 1, 2, 3), // JavaScript
  pattern(bounded(400, /^\s*❯ (?:async )?(?:new )?([^\s/\\][^/\\]*?) (\S+?):(\d+)(?::\d+)?\s*$/), 1, 2, 3), // Vitest
  pattern(bounded(400, /^\s*❯ (\S+?):(\d+)(?::\d+)?\s*$/), null, 1, 2), // Vitest
  pattern(bounded(400, /^\s*at (?:async )?(?:file:\/\/)?((?:node:|[./\\]|[A-Za-z]:[\\/])?[^\s()]+?):(\d+)(?::\d+)?\s*$/), null, 1, 2),
  pattern(bounded(400, /^\s*at (.+?) \(<anonymous>\)/), 1, null, null),
  pattern(bounded(400, /^(?!at )(?:async )?(?:new )?([\w$.<>]+(?: \[as \w+\])?) \((?:file:\/\/)?([^()]+?):(\d+):\d+\)$/), 1, 2, 3), // JavaScript in TAP of node:test
  pattern(bounded(400, /^(\S+\.py):(\d+): in (\S+)\s*$/), 3, 1, 2), // pytest
  pattern(bounded(400, /^(\S+\.py):(\d+): ?(?:[A-Z]\w+)?$/), null, 1, 2), // pytest, below the lines of the function
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
  if (PYTEST.test(stack)) return yield* pytestFrames(stack).reverse()
  let above: string | undefined
  for (const line of stack.split('\n')) {
    const frame = withNameAbove(frameIn(line), above)
    if (frame) yield frame
    above = line
  }
}

/** Where pytest says of a frame in which file it is: it prints the innermost last, too. */
const PYTEST = /^\S{1,300}\.py:\d{1,9}: ?(?:in \S{1,300}|[A-Z]\w{0,200})?[ \t]*$/m
const DEF = /^\s*(?:async )?def (\w{1,300})/

/** pytest's longer form prints the function before its place. */
function pytestFrames(stack: string): Frame[] {
  const frames: Frame[] = []
  let named: string | null = null
  for (const line of stack.split('\n')) {
    named = DEF.exec(line.slice(0, 400))?.[1] ?? named
    const frame = frameIn(line)
    if (!frame) continue
    frames.push({ ...frame, name: frame.name ?? named })
    named = null
  }
  return frames
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

/** Where somebody checks: tests, and what helps them. */
const CHECKS = /(?:^|[\\/_.-])(?:testing|helpers?|support|fixtures?|assert(?:ions?)?|expectations?|matchers?|utils?)(?:[\\/_.-]|$)/i

/** What a runner calls the function of a test in JavaScript. */
const ANONYMOUS = /^(?:(?:Object|Context|TestContext|Suite|Test|Module|async)\.)?(?:<anonymous>|anonymous)?$/

/** Where a check said no or something was thrown. */
export interface Origin {
  /** File and function, in words that are the same on every machine and line. */
  place: string
  /** It is the team's own product: whoever fails here fails for it. A place in a test says only where the check stands. */
  product: boolean
  /** It is a function by a name: in a test, one that several tests may call, or the test itself. */
  named: boolean
}

/** Names that many files have. */
const COMMON_FILE = /^(?:index|mod|lib|__init__|page|route)\.\w+$/

/** The name of a file, with its folder only where the name says nothing: folders change from machine to machine. */
function fileOf(path: string): string {
  const parts = path.split(/[\\/]/)
  const name = parts.at(-1) ?? ''
  return parts.slice(COMMON_FILE.test(name) ? -2 : -1).join('/')
}

/** The topmost frame of the team's own code, by the named function around it; null where the stack shows none. */
export function topOf(stack: string): Origin | null {
  let top: string | null = null
  for (const { library, file, name } of framesOf(stack)) {
    if (library || file === null || (top !== null && top !== file)) continue
    top = file
    const own = name === null || ANONYMOUS.test(name) ? null : nameOf(name)
    if (own !== null) return { place: `${fileOf(file)} ${own}`, product: isProduct(file), named: true }
  }
  return top === null ? null : { place: fileOf(top), product: isProduct(top), named: false }
}

const isProduct = (file: string): boolean => !TEST_FILE.test(file) && !CHECKS.test(file)

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
