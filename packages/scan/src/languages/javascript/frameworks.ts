import { parse } from '@babel/parser'
import type { Node } from '@babel/types'
import { posix } from 'node:path'
import picomatch from 'picomatch'
import type { SourceTree } from '../../found.js'

/** Modules by which a file says what runs it. */
const MODULES: Readonly<Record<string, string>> = {
  vitest: 'vitest',
  'vite-plus/test': 'vitest',
  '@playwright/test': 'playwright',
  '@playwright/experimental-ct-react': 'playwright',
  '@playwright/experimental-ct-vue': 'playwright',
  'node:test': 'node-test',
  test: 'node-test',
  '@jest/globals': 'jest',
  mocha: 'mocha',
  jasmine: 'jasmine',
  tape: 'tape',
  tap: 'tap',
  ava: 'ava',
  uvu: 'uvu',
  'bun:test': 'bun',
}

/** A file that says what runs it names one of these modules. */
export const NAMES_MODULE =
  /['"](?:vitest|vite-plus\/test|@playwright\/|node:test|test|@jest\/globals|mocha|jasmine|tape|tap|ava|uvu|bun:test)/

/** Where nothing but global functions says that a file holds tests, its path has to. */
export const NAMED_AS_TEST =
  /(^|\/)(tests?|specs?|__tests__|e2e)\/|[._-](test|spec|cy)\.[cm]?[jt]sx?$|(^|\/)(test|spec)\.[cm]?[jt]sx?$|(Spec|Test)\.[cm]?[jt]sx?$/

export const frameworkOfModule = (name: string): string | null =>
  MODULES[name] ?? (/^@playwright\/experimental-ct-/.test(name) ? 'playwright' : null)

/** Frameworks whose tests are functions of the file's own, with tests in them that the callback's parameter makes. */
export const NESTS_BY_PARAMETER: ReadonlySet<string> = new Set(['node-test', 'tap', 'tape'])
/** Frameworks that take tests from imports alone: `test` is no global there. */
export const NO_GLOBALS: ReadonlySet<string> = new Set(['node-test', 'tap', 'tape', 'ava', 'uvu', 'playwright', 'bun'])

/** Names that are tests and suites without any import, where a runner says so. */
export const GLOBALS: Readonly<Record<string, 'suite' | 'test'>> = {
  describe: 'suite',
  context: 'suite',
  suite: 'suite',
  fdescribe: 'suite',
  xdescribe: 'suite',
  xcontext: 'suite',
  it: 'test',
  test: 'test',
  specify: 'test',
  fit: 'test',
  xit: 'test',
  xtest: 'test',
  xspecify: 'test',
}

const USUAL = picomatch(['**/*.{test,spec}.?(c|m)[jt]s?(x)'])
const USUAL_JEST = picomatch(['**/__tests__/**/*.?([mc])[jt]s?(x)', '**/?(*.)+(spec|test).?([mc])[jt]s?(x)'])

/** What a folder with a package or a configuration says about the tests below it. */
interface Place {
  /** Without `/` at its end; empty for the scanned folder. */
  folder: string
  framework: string | null
  /** Which files hold tests; null where nothing says. */
  matches: ((path: string) => boolean) | null
}

const CONFIGS: readonly [RegExp, string][] = [
  [/^vitest\.(config|workspace)\.[cm]?[jt]s$/, 'vitest'],
  [/^jest\.config\.([cm]?[jt]s|json)$/, 'jest'],
  [/^playwright(-ct)?\.config\.[cm]?[jt]s$/, 'playwright'],
  [/^\.mocharc(\.(c?js|json|jsonc|ya?ml))?$/, 'mocha'],
  [/^jasmine\.(json|m?js)$/, 'jasmine'],
]

/** Which framework runs a file that says nothing itself, by the nearest configuration or package. */
export class Frameworks {
  private readonly places: Place[] = []
  private readonly paths: ReadonlySet<string>

  constructor(private readonly tree: SourceTree) {
    this.paths = new Set(tree.paths)
    for (const path of tree.paths) {
      const name = path.slice(path.lastIndexOf('/') + 1)
      const folder = path.includes('/') ? path.slice(0, path.lastIndexOf('/')) : ''
      const config = CONFIGS.find(([pattern]) => pattern.test(name))
      if (config) this.places.push(placeOf(folder, config[1], tree.text(path) ?? ''))
      else if (name === 'package.json') this.places.push(...packagePlaces(folder, tree.text(path) ?? ''))
      else if (/^vite\.config\.[cm]?[jt]s$/.test(name) && /\btest\s*:/.test(tree.text(path) ?? ''))
        this.places.push(placeOf(folder, 'vitest', tree.text(path) ?? ''))
    }
    this.places.sort((a, b) => b.folder.length - a.folder.length)
  }

  /** Of a file whose imports do not tell it: what a configuration says about it, else what the nearest package has. */
  of(path: string): string | null {
    const above = this.above(path)
    const told = above.find((place) => place.matches?.(within(place, path)))
    if (told) return told.framework
    const configured = new Set(above.flatMap((place) => (place.matches === null ? [] : [place.framework])))
    return above.find((place) => place.matches === null && !configured.has(place.framework))?.framework ?? null
  }

  /** Of a file of the project that hands on what a framework gives: by what it imports itself, or what that imports. */
  through(from: string, module: string, depth = 2): string | null {
    if (!module.startsWith('.')) return null
    const base = posix.join(from, '..', module)
    for (const path of candidates(base)) {
      const text = this.paths.has(path) ? this.tree.text(path) : null
      if (text === null) continue
      const modules = [...text.matchAll(/(?:from|require\()\s?['"]([^'"\n]{1,200})['"]/g)].map(([, name = '']) => name)
      const own = modules.map(frameworkOfModule).find((name) => name !== null)
      if (own) return own
      return depth === 0 ? null : (modules.map((name) => this.through(path, name, depth - 1)).find((name) => name !== null) ?? null)
    }
    return null
  }

  /** Whether the runner looks into a file; a file that no configuration stands above is looked into. */
  takes(path: string, framework: string): boolean {
    const own = this.above(path).filter((place) => place.framework === framework && place.matches !== null)
    if (own.length > 0) return own.some((place) => place.matches?.(within(place, path)))
    if (framework === 'vitest' || framework === 'playwright') return USUAL(path)
    if (framework === 'jest') return USUAL_JEST(path)
    return true
  }

  private above(path: string): Place[] {
    return this.places.filter(({ folder }) => folder === '' || path.startsWith(`${folder}/`))
  }
}

/** Files that an import may mean: TypeScript is imported by the name that it will have. */
const candidates = (base: string): string[] => [
  base,
  ...[/\.js$/, /\.mjs$/, /\.cjs$/].flatMap((end) =>
    end.test(base) ? ['.ts', '.tsx', '.mts', '.cts', '.jsx'].map((other) => base.replace(end, other)) : [],
  ),
  ...['.ts', '.tsx', '.js', '.jsx', '.mjs', '/index.ts', '/index.js'].map((end) => base + end),
]

const within = ({ folder }: Place, path: string): string => (folder === '' ? path : path.slice(folder.length + 1))

function packagePlaces(folder: string, text: string): Place[] {
  let read: { dependencies?: object; devDependencies?: object; jest?: { testMatch?: unknown }; mocha?: unknown }
  try {
    read = JSON.parse(text) as typeof read
  } catch {
    return []
  }
  const has = (name: string) => name in { ...read.dependencies, ...read.devDependencies }
  const places: Place[] = []
  if (read.jest) places.push({ folder, framework: 'jest', matches: patterns(read.jest.testMatch) })
  if (read.mocha) places.push({ folder, framework: 'mocha', matches: null })
  for (const name of ['vitest', 'jest', 'mocha', 'jasmine', '@playwright/test'])
    if (has(name)) places.push({ folder, framework: name === '@playwright/test' ? 'playwright' : name, matches: null })
  return places
}

const patterns = (globs: unknown): Place['matches'] => {
  const list = (Array.isArray(globs) ? globs : [globs]).filter((glob): glob is string => typeof glob === 'string')
  return list.length === 0 ? null : picomatch(list.map((glob) => glob.replace('<rootDir>/', '').replace(/^\.\//, '')))
}

/** Reads from a configuration what it says in plain text: `include`, `testMatch`, `testDir`, `spec`. */
function placeOf(folder: string, framework: string, text: string): Place {
  const values = plainValues(text)
  const first = (...names: string[]) => names.map((name) => values.get(name)).find((list) => list !== undefined && list.length > 0)
  const dirs = framework === 'playwright' ? (first('testDir') ?? []).map((dir) => dir.replace(/^\.\//, '').replace(/\/$/, '')) : []
  const dir = dirs.length === 1 && dirs[0] !== '.' ? (dirs[0] ?? '') : ''
  const globs =
    framework === 'playwright' || framework === 'jest' ? first('testMatch') : framework === 'vitest' ? first('include') : undefined
  const matchGlob =
    patterns(globs) ?? (framework === 'jest' ? USUAL_JEST : framework === 'vitest' || framework === 'playwright' ? USUAL : null)
  if (!matchGlob) return { folder, framework, matches: null }
  return {
    folder,
    framework,
    matches: (path) => {
      if (dir === '') return matchGlob(path)
      return path.startsWith(`${dir}/`) && (matchGlob(path) || matchGlob(path.slice(dir.length + 1)))
    },
  }
}

/** Properties of a configuration whose values are texts, or lists of texts. Coverage and type checking have an `include` of their own. */
function plainValues(text: string): Map<string, string[]> {
  const values = new Map<string, string[]>()
  let root: Node
  try {
    root = parse(text.trimStart().startsWith('{') ? `(${text})` : text, {
      sourceType: 'unambiguous',
      plugins: ['typescript'],
      errorRecovery: true,
    })
  } catch {
    return values
  }
  visit(root, (node) => {
    if (node.type !== 'ObjectProperty') return true
    const name = node.key.type === 'Identifier' ? node.key.name : node.key.type === 'StringLiteral' ? node.key.value : null
    if (name === 'coverage' || name === 'typecheck' || name === 'benchmark' || name === 'optimizeDeps') return false
    const list = node.value.type === 'ArrayExpression' ? node.value.elements : [node.value]
    const texts = list.flatMap((one) => (one?.type === 'StringLiteral' ? [one.value] : []))
    if (name !== null && texts.length > 0) values.set(name, [...(values.get(name) ?? []), ...texts])
    return true
  })
  return values
}

/** Walks through a tree of nodes; stays out of those for which `enter` says so. */
export function visit(node: Node, enter: (node: Node) => boolean): void {
  if (!enter(node)) return
  for (const name in node) {
    if (name === 'loc' || name === 'extra') continue
    const value = (node as unknown as Record<string, unknown>)[name]
    if (typeof value !== 'object' || value === null) continue
    if (Array.isArray(value)) {
      for (const one of value as unknown[]) if (isNode(one)) visit(one, enter)
    } else if (isNode(value)) visit(value, enter)
  }
}

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null && typeof (value as Node).type === 'string'
