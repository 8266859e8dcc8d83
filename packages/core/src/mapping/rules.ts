import { folderOf } from '../identity/folder.js'
import { fitsPieces } from '../text/wildcard.js'

export const MAPPING_RULE_KINDS = ['area', 'title', 'tag', 'profile'] as const
/** What a rule settles about the case that is made of a script: its area, its title, or a tag; or the profile that tests of a framework run on. */
export type MappingRuleKind = (typeof MAPPING_RULE_KINDS)[number]

export interface MappingRule {
  kind: MappingRuleKind
  /** Which scripts it takes: paths of source files, with * and **; of a tag, the tag in the code; of a profile, the framework. */
  from: string
  /** The area, as `Deck planner/Limits`; the title, as a text with `{name}` or `{words}`; the tag of the case; the profile. */
  to: string
}

/** A script as far as a case is made of it. */
export interface RuledScript {
  name: string
  classname: string | null
  suites: string[]
  file: string | null
  tags: readonly string[]
  /** Asked for only by rules for profiles. */
  framework?: string | null
}

export interface RuledCase {
  /** Names of areas, outermost first. */
  area: string[]
  title: string
  tags: string[]
  /** Places of the rules that settled something. */
  by: number[]
}

/** Whether a path fits a pattern: `*` is anything within a folder, `**` any folders. Takes time by the product of both lengths at most. */
export function fitsPath(pattern: string, path: string): boolean {
  const [wanted, parts] = [pattern, path].map((text) => text.split('/')) as [string[], string[]]
  // by place in the pattern, whether the path up to here fits
  let fits = [true, ...new Array<boolean>(wanted.length).fill(false)]
  const skip = (row: boolean[]) => {
    for (let i = 0; i < wanted.length; i++) if (wanted[i] === '**' && row[i]) row[i + 1] = true
  }
  skip(fits)
  for (const part of parts) {
    const next = fits.map((_, i) => {
      if (i > 0 && wanted[i - 1] === '**') return (fits[i] ?? false) || (fits[i - 1] ?? false)
      return i > 0 && (fits[i - 1] ?? false) && fitsPieces((wanted[i - 1] ?? '').split('*'), part)
    })
    skip(next)
    fits = next
  }
  return fits[wanted.length] ?? false
}

/** A name as words: without `test`, camel and snake case apart, with a capital. */
export function nameInWords(name: string): string {
  const words = name
    .replace(/([\p{Ll}\d])(\p{Lu})/gu, '$1 $2')
    .replace(/(\p{Lu})(\p{Lu}\p{Ll})/gu, '$1 $2')
    .replaceAll('_', ' ')
    .split(' ')
    .filter((word) => word !== '')
    // what is written in capitals alone stays so
    .map((word) => (word.length > 1 && word === word.toUpperCase() ? word : word.toLowerCase()))
  if (words.length > 1 && words[0]?.toLowerCase() === 'test') words.shift()
  const text = words.join(' ')
  return text.charAt(0).toUpperCase() + text.slice(1)
}

/** The case that is made of a script by the rules of its project, in order: of each kind the first that fits, and every rule for a tag. */
export function caseByRules(script: RuledScript, rules: readonly MappingRule[]): RuledCase {
  const made: RuledCase = { area: folderOf(script), title: script.name, tags: [], by: [] }
  const path = script.file ?? script.suites.join('/')
  const settled = new Set<MappingRuleKind>()
  rules.forEach(({ kind, from, to }, place) => {
    if (kind === 'tag') {
      if (!script.tags.includes(from.replace(/^@/, ''))) return
      if (!made.tags.includes(to)) made.tags.push(to)
    } else if (kind === 'profile') {
      if (script.framework !== from) return
    } else {
      if (settled.has(kind) || !fitsPath(from, path)) return
      settled.add(kind)
      if (kind === 'area') made.area = areaNames(to)
      else made.title = to.replaceAll('{name}', script.name).replaceAll('{words}', nameInWords(script.name))
    }
    made.by.push(place)
  })
  return made
}

/** Profiles that tests of a framework run on; none where no rule says so, and they run on any. */
export const profilesOf = (framework: string, rules: readonly MappingRule[]): string[] => [
  ...new Set(rules.filter(({ kind, from }) => kind === 'profile' && from === framework).map(({ to }) => to)),
]

export const areaNames = (text: string): string[] =>
  text
    .split(/[/›]/)
    .map((name) => name.trim())
    .filter((name) => name !== '')
