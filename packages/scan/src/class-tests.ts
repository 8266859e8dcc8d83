import type { FoundClass, FoundInFile, FoundMethod, FoundTest } from './found.js'

const MOST_DEEP = 40

/** Stands between the file of a base and its name, where the code says which file it comes from. */
const IN_FILE = '\u0000'

export const baseIn = (file: string, simple: string): string => `${file}${IN_FILE}${simple}`

/** The tests of classes, with those that they inherit from classes of the same tree. */
export function testsOfClasses(classes: readonly FoundClass[], defaultFramework: string): FoundTest[] {
  const byName = new Map<string, FoundClass[]>()
  for (const one of classes) byName.set(one.simple, [...(byName.get(one.simple) ?? []), one])
  const find = (name: string, from: FoundClass): FoundClass | null => {
    const [file, simple] = name.split(IN_FILE)
    if (simple !== undefined) return (byName.get(simple) ?? []).find((one) => one.file === file && one !== from) ?? null
    const named = (byName.get(name) ?? []).filter((one) => one !== from)
    return named.find((one) => one.file === from.file) ?? nearest(named, from.file)
  }
  const tests: FoundTest[] = []
  for (const one of classes) {
    if (!one.isSuite) continue
    const { methods, ends, tags, keys, skipped, framework } = lineage(one, find)
    if (one.suiteIfBase !== null && !ends.some((name) => one.suiteIfBase?.test(name))) continue
    for (const { method, own } of methods.values()) {
      if (!method.isTest) continue
      const { isTest: _, framework: named, ...rest } = method
      tests.push({
        ...rest,
        // the code of an inherited test stands elsewhere
        ...(own ? {} : { line: one.line, endLine: one.endLine, from: 0, to: 0, nameEnd: null }),
        framework: named ?? framework ?? defaultFramework,
        file: one.file,
        suites: one.suites,
        suitePatterns: null,
        tags: unique([...method.tags, ...tags]),
        keys: unique([...method.keys, ...keys]),
        skipped: method.skipped || skipped,
      })
    }
  }
  return tests
}

interface Lineage {
  methods: Map<string, { method: FoundMethod; own: boolean }>
  /** Names of bases that the tree does not have. */
  ends: string[]
  tags: string[]
  keys: string[]
  skipped: FoundClass['skipped']
  framework: string | null
}

function lineage(of: FoundClass, find: (name: string, from: FoundClass) => FoundClass | null): Lineage {
  const methods: Lineage['methods'] = new Map()
  const found: Lineage = { methods, ends: [], tags: [], keys: [], skipped: false, framework: null }
  const seen = new Set<FoundClass>()
  const visit = (one: FoundClass, depth: number) => {
    if (seen.has(one) || depth > MOST_DEEP) return
    seen.add(one)
    for (const method of one.methods) if (!methods.has(method.name)) methods.set(method.name, { method, own: one === of })
    found.tags.push(...one.tags)
    found.keys.push(...one.keys)
    found.skipped ||= one.skipped
    found.framework ??= one.framework
    for (const name of one.bases) {
      const base = find(name, one)
      if (base) visit(base, depth + 1)
      else found.ends.push(name.slice(name.indexOf(IN_FILE) + 1))
    }
  }
  visit(of, 0)
  return found
}

/** Of classes of one name the one that stands nearest. */
function nearest(classes: readonly FoundClass[], file: string): FoundClass | null {
  const shared = (path: string) => {
    const [a, b] = [path.split('/'), file.split('/')]
    let same = 0
    while (same < a.length && a[same] === b[same]) same++
    return same
  }
  let best: FoundClass | null = null
  for (const one of classes) if (!best || shared(one.file) > shared(best.file)) best = one
  return best
}

/** What files hold besides tests, in the order of the files. */
export const restOf = <T>(files: readonly FoundInFile<T[]>[]): T[] => files.flatMap(({ rest }) => rest ?? [])

export const unique = <T>(all: readonly T[]): T[] => [...new Set(all)]
