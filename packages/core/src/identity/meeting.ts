import { fitsName } from '../text/wildcard.js'
import { rowOf } from './row.js'

/** A test as its source names it, as far as results can be told by it. */
export interface SourceName {
  framework: string | null
  /** Path below the scanned folder. */
  file: string
  suites: readonly string[]
  /** Of suites whose names are computed at run time, what they may be, by place; null for the others. */
  suitePatterns?: readonly (string | null)[] | null | undefined
  name: string
  pattern: string | null
  title: string | null
}

/** A test as a result file names it. */
export interface ReportedName {
  name: string
  classname: string | null
  suites: readonly string[]
  file: string | null
  /** Which it is among the tests of its name, from 1. */
  occurrence?: number
}

/** How sure it is that a result is one of a test in code: the more the surer; and what it says beside the test's own name. */
export interface Meeting {
  strength: number
  /** What tells the rows of a data-driven test apart; null for the test itself. */
  row: string | null
}

/** Letters and digits, with one space between words. */
export const plainWords = (text: string): string => text.replace(/[^\p{L}\p{N}]+/gu, ' ').trim()

/** What runners put between the names of blocks, where they join them to one name. */
const BETWEEN = [' > ', ' › ', ' - ', ' ', '::', '.', '#', '/']
const MOST_KEY = 200
const MOST_NAME = 1000
/** The name of a suite that begins a name has so many words at most. */
const MOST_FIRST = 6

/** Longer parameters of a method are cut from its name: `fare(String, int)[2]`. */
function withoutBrackets(name: string): string {
  const ended = name.endsWith(']') && name.includes('[') ? name.slice(0, name.lastIndexOf('[')).trimEnd() : name
  if (!ended.endsWith(')')) return name
  const open = ended.lastIndexOf('(')
  return open < 0 ? name : name.slice(0, open).trimEnd()
}

const baseName = (path: string): string => path.slice(Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\')) + 1).replace(/\.[^.]*$/, '')

const key = (kind: string, words: string): string => `${kind}${words.slice(0, MOST_KEY)}`

/** Words by which a test in code is looked for; a result that is one of it has one of them, too. */
export function keysOfSource({ framework, file, suites, name, pattern, title }: SourceName): string[] {
  const keys = new Set<string>()
  if (title !== null) keys.add(key('', plainWords(title)))
  if (pattern === null || !pattern.startsWith('^.*')) {
    keys.add(key('', plainWords(name)))
    keys.add(key('', plainWords([...suites, name].join(' '))))
  }
  if (pattern !== null) {
    keys.add(key('~', baseName(file)))
  }
  if (pattern !== null || framework === 'tape' || framework === 'tap') {
    for (const suite of [suites[0], suites.at(-1)]) if (suite !== undefined) keys.add(key('~', plainWords(suite)))
    if (pattern === null) keys.add(key('~', plainWords(name)))
  }
  return [...keys].filter((one) => one !== '' && one !== '~')
}

/** Words by which the tests in code are found that a result may be one of. */
export function keysOfReport({ name, classname, suites, file }: ReportedName): string[] {
  const short = name.slice(0, MOST_NAME)
  const names = [short, withoutBrackets(short), rowOf(short)?.test, short.replace(/ with data set .*$/s, '')]
  for (const between of [' > ', ' › ', '::', '#', ' - ', '.']) names.push(short.slice(short.lastIndexOf(between) + between.length))
  const keys = new Set<string>()
  for (const one of names) {
    if (one === undefined || one === '') continue
    keys.add(key('', plainWords(one)))
    keys.add(key('', plainWords([...suites, one].join(' '))))
  }
  if (file !== null) keys.add(key('~', baseName(file)))
  const last = suites.at(-1)
  if (last !== undefined) keys.add(key('~', plainWords(last)))
  if (classname !== null) {
    keys.add(key('~', plainWords(classname)))
    keys.add(key('~', baseName(classname)))
    keys.add(key('~', plainWords(lastPart(classname))))
  }
  const first = plainWords(short).split(' ', MOST_FIRST)
  for (let count = 1; count <= first.length; count++) keys.add(key('~', first.slice(0, count).join(' ')))
  return [...keys].filter((one) => one !== '' && one !== '~')
}

const lastPart = (classname: string): string => classname.split(/[.$/\\:+]+/).at(-1) ?? ''

/**
 * Whether a result is one of a test in code, however its runner and reporter name it: with its suites before it or beside it, by its
 * class, its module or its file, and with the values of a row behind it.
 * @returns null where it is not
 */
export function meetingOf(source: SourceName, reported: ReportedName): Meeting | null {
  const place = placeFits(source, reported)
  if (place < 0) return null
  let best: Meeting | null = assertionWithin(source, reported, place)
  for (const [rest, level, computed] of [...namesWithin(source, reported), ...namesWithinComputed(source, reported)]) {
    const own = rowWithin(source, rest)
    if (own === undefined) continue
    const row = computed === undefined ? own : [computed, ...(own === null ? [] : [own])].join(' › ')
    const strength = level * 10 + place
    if (!best || strength > best.strength || (strength === best.strength && row === null)) best = { strength, row }
  }
  // a name alone, of one word, without suites and place, is no proof
  return best !== null && (best.strength >= 11 || plainWords(source.name).includes(' ')) ? best : null
}

/** Runners of TAP report each assertion, with its test as the suite around it. */
function assertionWithin({ framework, suites, name }: SourceName, reported: ReportedName, place: number): Meeting | null {
  if (framework !== 'tape' && framework !== 'tap') return null
  const around = plainWords(reported.suites.join(' '))
  const own = plainWords(name)
  const full = plainWords([...suites, name].join(' '))
  return around === full || around === own ? { strength: 10 + (around === full ? 5 : 0) + place, row: reported.name } : null
}

/** What a result's name may be behind those of its suites, how much of these was told, and what those that are computed were. */
type Within = [rest: string, level: number, computed?: string]

const escaped = (text: string): string => text.replace(/[^\w]/g, '\\$&')
const innerOf = (pattern: string): string => pattern.replace(/^\^/, '').replace(/\$$/, '')

/** The same where names of suites are computed: each is a row of its own. */
function namesWithinComputed({ suites, suitePatterns, name: own, pattern }: SourceName, { name, suites: around }: ReportedName): Within[] {
  if (!suitePatterns || name.length > MOST_NAME) return []
  const found: Within[] = []
  const inner = suites.map((suite, i) => innerOf(suitePatterns[i] ?? escaped(suite)))
  const computedOf = (parts: readonly string[]) => parts.filter((_, i) => suitePatterns[i] != null).join(' › ')
  const fits = (parts: readonly string[]) =>
    parts.length === suites.length && parts.every((part, i) => fitsName(`^${inner[i] ?? ''}$`, part.slice(0, MOST_NAME)))
  const beside = around.slice(-suites.length)
  if (fits(beside)) found.push([name, 2, computedOf(beside)])
  for (const between of BETWEEN.filter((one) => one.trim() !== one && one !== ' ')) {
    const parts = name.split(between)
    const first = parts.slice(0, suites.length)
    if (parts.length > suites.length && fits(first)) found.push([parts.slice(suites.length).join(between), 2, computedOf(first)])
  }
  // joined by blanks, nothing says where one name ends: all of it is the row
  const whole = [...inner, pattern === null ? escaped(own) : innerOf(pattern)].join(escaped(' '))
  if (found.length === 0 && fitsName(`^${whole}$`, name)) found.push([own, 2, name])
  return found
}

/** What the result's name may be behind the names of the suites, and how much of these was told. */
function namesWithin({ suites, framework }: SourceName, { name, classname, suites: around }: ReportedName): Within[] {
  const found: Within[] = []
  const told = [classname ?? '', around.join(' '), `${classname ?? ''} ${around.join(' ')}`].map(plainWords)
  const tells = (names: readonly string[]): boolean => {
    const end = plainWords(names.join(' '))
    return end === '' || told.some((words) => words === end || words.endsWith(` ${end}`))
  }
  if (tells(suites)) found.push([name, suites.length === 0 ? 1 : 2])
  // some suites are told beside the name, and the others within it
  for (let beside = 0; beside < suites.length; beside++) {
    if (!tells(suites.slice(0, beside))) continue
    for (const between of BETWEEN) {
      const prefix = suites.slice(beside).join(between) + between
      if (name.startsWith(prefix)) found.push([name.slice(prefix.length), 2])
    }
  }
  // a class stands there with another package, or with its name alone
  const last = suites.at(-1)
  if (last !== undefined && classname !== null && lastPart(last) !== '' && lastPart(last) === lastPart(classname)) found.push([name, 1])
  // Gherkin's reporters leave out a rule
  const [first] = suites
  if (framework === 'cucumber' && suites.length > 1 && first !== undefined && tells([first])) found.push([name, 1])
  return found
}

/** @returns null for the test itself, the row's values, or undefined where it is another test */
function rowWithin({ name, pattern, title }: SourceName, rest: string): string | null | undefined {
  if (rest === name || (title !== null && rest === title)) return null
  const words = plainWords(rest)
  if (words === plainWords(name) || (title !== null && words === plainWords(title))) return null
  const bare = withoutBrackets(rest)
  if (bare !== rest && plainWords(bare) === plainWords(name)) {
    const values = rest.slice(bare.length).trim()
    return /^\([\w.$, <>[\]]*\)$/.test(values) && pattern === null ? null : values
  }
  if (pattern !== null && rest.length <= MOST_NAME && fitsName(pattern, rest)) return rest
  const row = rowOf(rest)
  if (row !== null && plainWords(row.test) === plainWords(name)) return row.row
  const set = / with data set (.*)$/s.exec(rest.slice(0, MOST_NAME))
  return set?.[1] !== undefined && rest.slice(0, set.index) === name ? set[1] : undefined
}

/** How well the place fits that a result tells: 0 where it tells none, -1 where it is another. */
function placeFits({ file, framework }: SourceName, { file: told, classname }: ReportedName): number {
  if (told !== null) {
    const [a, b] = [file.replaceAll('\\', '/'), told.replaceAll('\\', '/').replace(/^\.?\//, '')]
    if (a === b) return 3
    if (a.endsWith(`/${b}`) || b.endsWith(`/${a}`)) return 2
    return baseName(a) === baseName(b) && !b.includes('/') ? 1 : -1
  }
  if (classname === null) return 0
  if (framework === 'go') {
    const folder = file.split('/').slice(0, -1).at(-1)
    return folder === undefined ? 0 : lastPart(classname) === folder ? 1 : -1
  }
  const path = plainWords(file.replace(/\.[^./]*$/, ''))
  const words = plainWords(classname.replace(/\.(?:[cm]?[jt]sx?|py|rb|php|feature)$/, ''))
  return words !== '' &&
    (path === words ||
      path.endsWith(` ${words}`) ||
      words.startsWith(`${path} `) ||
      words.includes(` ${path} `) ||
      words.endsWith(` ${path}`))
    ? 2
    : 0
}

/** Finds the one test in code that a result is one of. */
export function sourceFinder<T extends SourceName>(
  sources: readonly T[],
): (reported: ReportedName) => { source: T; row: string | null } | null {
  const byKey = new Map<string, T[]>()
  for (const source of sources) {
    for (const one of keysOfSource(source)) {
      const known = byKey.get(one)
      if (known) known.push(source)
      else byKey.set(one, [source])
    }
  }
  return (reported) => {
    const candidates = new Set(keysOfReport(reported).flatMap((one) => byKey.get(one) ?? []))
    let best: { source: T; meeting: Meeting } | null = null
    let twins: T[] = []
    let twice = false
    for (const source of candidates) {
      const meeting = meetingOf(source, reported)
      if (!meeting) continue
      const better = best === null ? 1 : rank(meeting) - rank(best.meeting)
      if (better > 0) [best, twins, twice] = [{ source, meeting }, [source], false]
      else if (better === 0 && best && isTwin(best.source, source)) twins.push(source)
      else if (better === 0) twice = true
    }
    // two tests that it could be: nothing says which
    if (!best || twice) return null
    return { source: twins[(reported.occurrence ?? 1) - 1] ?? best.source, row: best.meeting.row }
  }
}

/** Tests of one name in one place are told apart by their order. */
const isTwin = (a: SourceName, b: SourceName): boolean =>
  a.file === b.file && a.name === b.name && a.suites.length === b.suites.length && a.suites.every((suite, i) => suite === b.suites[i])

/** The test itself comes before a test whose rows may be called so. */
const rank = ({ strength, row }: Meeting): number => strength * 2 + (row === null ? 1 : 0)
