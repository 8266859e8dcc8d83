/** Whose an attachment is, in words that its path gives: of the test, its class or suite, a case that it declares, the attempt. */
export interface Belongs {
  test?: string
  class?: string
  case?: string
  attempt?: string
}

export interface NamedTest {
  name: string
  classname: string | null
  suites: readonly string[]
  file: string | null
  keys: readonly string[]
}

/** Letters and digits in lower case, joined by hyphens: what is left of a name that was made a file name, however that was done. */
export const fileWords = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')

/**
 * Finds tests by the words of a path. A test is meant by its name, or by its name behind its suites or class, as runners name
 * screenshots.
 * @returns places in `tests` that all the words fit
 */
export function testsOfWords(belongs: Belongs, tests: readonly NamedTest[]): number[] {
  const wanted = { test: belongs.test && fileWords(belongs.test), class: belongs.class && fileWords(belongs.class) }
  if (!wanted.test && !wanted.class && !belongs.case) return []
  const found: number[] = []
  tests.forEach((test, i) => {
    if (belongs.case && !test.keys.includes(belongs.case.toUpperCase().replaceAll('_', '-'))) return
    if (wanted.test && !namesOf(test).some((name) => fileWords(name) === wanted.test)) return
    if (wanted.class && !placesOf(test).some((place) => fileWords(place) === wanted.class)) return
    found.push(i)
  })
  return found
}

const namesOf = ({ name, classname, suites }: NamedTest): string[] => [name, [...suites, name].join(' '), `${classname ?? ''} ${name}`]

/** Of a class also its last part, of a file its name without its end. */
const placesOf = ({ classname, suites, file }: NamedTest): string[] => [
  ...(classname === null ? [] : [classname, classname.split(/[.$/:]+/).at(-1) ?? '']),
  ...suites,
  ...(file === null ? [] : [file, (file.split(/[\\/]/).at(-1) ?? '').replace(/(\.(spec|test))?\.\w+$/, '')]),
]
