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
    .replace(/^-+|(?<!-)-+$/g, '')

/**
 * Finds tests by the words of a path: each name is looked at once, however many paths are asked for. A test is meant by its name, or
 * by its name behind its suites or class, as runners name screenshots.
 * @returns what answers the places in `tests` that all the words fit
 */
export function testFinder(tests: readonly NamedTest[]): (belongs: Belongs) => number[] {
  const byName = placesByWords(tests, namesOf)
  const byClass = placesByWords(tests, placesOf)
  const byCase = new Map<string, Set<number>>()
  tests.forEach(({ keys }, i) => keys.forEach((key) => enter(byCase, key, i)))
  return (belongs) => {
    const asked = [
      belongs.test ? byName.get(fileWords(belongs.test)) : ANY,
      belongs.class ? byClass.get(fileWords(belongs.class)) : ANY,
      belongs.case ? byCase.get(belongs.case.toUpperCase().replaceAll('_', '-')) : ANY,
    ].filter((places) => places !== ANY)
    const [first, ...others] = asked
    return [...(first ?? [])].filter((place) => others.every((places) => places?.has(place)))
  }
}

/** No word is given, so that every test fits. */
const ANY = null

function placesByWords(tests: readonly NamedTest[], textsOf: (test: NamedTest) => string[]): Map<string, Set<number>> {
  const places = new Map<string, Set<number>>()
  tests.forEach((test, i) => textsOf(test).forEach((text) => enter(places, fileWords(text), i)))
  return places
}

function enter(places: Map<string, Set<number>>, words: string, place: number): void {
  const known = places.get(words)
  if (known) known.add(place)
  else if (words !== '') places.set(words, new Set([place]))
}

const namesOf = ({ name, classname, suites }: NamedTest): string[] => [name, [...suites, name].join(' '), `${classname ?? ''} ${name}`]

/** Of a class also its last part, of a file its name without its end. */
const placesOf = ({ classname, suites, file }: NamedTest): string[] => [
  ...(classname === null ? [] : [classname, classname.split(/[.$/:]+/).at(-1) ?? '']),
  ...suites,
  ...(file === null ? [] : [file, (file.split(/[\\/]/).at(-1) ?? '').replace(/(\.(spec|test))?\.\w+$/, '')]),
]
