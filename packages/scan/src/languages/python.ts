import type { Node } from 'web-tree-sitter'
import { bodyOf, keysAbove, type Span } from '../body.js'
import { baseIn, testsOfClasses, unique } from '../class-tests.js'
import { keysOf } from '../declared.js'
import type { FoundClass, FoundMethod, FoundTest, Language, SourceFile, SourceTree } from '../found.js'
import { escaped } from '../title.js'
import { endLineOf, field, lineOf, named, textIn, TreeReader } from './tree.js'

/** What pytest collects, by its own defaults or what the tree says. Source: pytest's reference of `python_files`, `python_classes`, `python_functions`. */
interface Collecting {
  files: RegExp
  classes: RegExp
  functions: RegExp
  /** Whether anything in the tree says that pytest runs it. */
  pytest: boolean
}

interface Imported {
  local: string
  name: string
  /** Last part of the module. */
  module: string
}

interface Module {
  path: string
  functions: FoundMethod[]
  classes: FoundClass[]
  imports: Imported[]
  collected: boolean
}

interface PythonFile {
  module: Module
  /** Fixtures that give a test one row for each of their values. */
  rowFixtures: string[]
  importsPytest: boolean
}

/** The classes around a class, and what they say about all in them. */
interface Outer {
  suites: string[]
  tags: string[]
  keys: string[]
  skipped: FoundTest['skipped']
}

const TEST_CASE = /^(.*TestCase|.*TestBase|TestCase)$/
const UNITTEST_FILE = /(^|\/)tests?[^/]*\.py$/

/** Python: pytest and unittest. */
export function python(): Language<PythonFile> {
  const reader = new TreeReader('python')
  let collecting: Collecting = { files: DEFAULT_FILES, classes: /^Test/, functions: /^test/, pytest: false }
  return {
    name: 'python',
    takes: (path) => path.endsWith('.py'),
    // tests, what they inherit, and fixtures that give them rows
    mayHold: (text, path) => /\bdef test|\bfixture\(/.test(text) || (/(^|\/)(test|conftest)/.test(path) && /\bclass /.test(text)),
    async prepare(tree) {
      await reader.load()
      collecting = collectingOf(tree)
    },
    read(file) {
      const rowFixtures = new Set<string>()
      const { result, unread } = reader.read(file, (root, comments) => readModule(file, root, comments, rowFixtures, collecting))
      const rest = { module: result, rowFixtures: [...rowFixtures], importsPytest: /^[ \t]*(?:import|from) pytest\b/m.test(file.text) }
      return { tests: [], rest, unread: result.collected ? unread : [] }
    },
    finish(files) {
      const all = files.flatMap(({ rest }) => rest ?? [])
      const modules = all.map(({ module }) => module)
      // unittest knows no test outside of a class
      const pytest =
        collecting.pytest ||
        all.some(({ importsPytest }) => importsPytest) ||
        modules.some(({ path, functions }) => collecting.files.test(path) && functions.some(({ isTest }) => isTest))
      return collect(modules, collecting, pytest, new Set(all.flatMap(({ rowFixtures }) => rowFixtures)))
    },
  }
}

const DEFAULT_FILES = /(^|\/)(test_[^/]*|[^/]*_test)\.py$/

function collectingOf(tree: SourceTree): Collecting {
  const collecting: Collecting = { files: DEFAULT_FILES, classes: /^Test/, functions: /^test/, pytest: false }
  for (const path of tree.paths) {
    if (/(^|\/)conftest\.py$/.test(path)) collecting.pytest = true
    if (!/^(pytest\.ini|\.pytest\.ini|pyproject\.toml|tox\.ini|setup\.cfg)$/.test(path)) continue
    const section = sectionOf(tree.text(path) ?? '')
    if (section === null) continue
    collecting.pytest = true
    const files = valuesOf(section, 'python_files')
    const classes = valuesOf(section, 'python_classes')
    const functions = valuesOf(section, 'python_functions')
    if (files) collecting.files = new RegExp(`(^|/)(${files.map(globSource).join('|')})$`)
    if (classes) collecting.classes = prefixes(classes)
    if (functions) collecting.functions = prefixes(functions)
  }
  return collecting
}

/** The lines that speak to pytest in an `ini` or TOML file. */
function sectionOf(text: string): string[] | null {
  const lines = text.split('\n')
  const from = lines.findIndex((line) => /^\[(tool\.pytest\.ini_options|tool\.pytest|pytest|tool:pytest)\]/.test(line.trim()))
  if (from < 0) return null
  const to = lines.findIndex((line, place) => place > from && line.startsWith('['))
  return lines.slice(from + 1, to < 0 ? undefined : to)
}

function valuesOf(section: readonly string[], name: string): string[] | null {
  const at = section.findIndex((line) => line.split('=')[0]?.trim() === name)
  if (at < 0) return null
  const rest = [section[at]?.slice((section[at] ?? '').indexOf('=') + 1) ?? '']
  for (let next = at + 1; next < section.length && /^\s+\S/.test(section[next] ?? ''); next++) rest.push(section[next] ?? '')
  const words = rest
    .join(' ')
    .replace(/[[\]"',]/g, ' ')
    .split(/\s+/)
    .filter(Boolean)
  return words.length > 0 ? words : null
}

const globSource = (glob: string): string => escaped(glob).replace(/\\\*/g, '[^/]*').replace(/\\\?/g, '[^/]')
const prefixes = (words: readonly string[]): RegExp =>
  new RegExp(`^(${words.map((word) => (word.includes('*') ? `${globSource(word)}$` : escaped(word))).join('|')})`)

function readModule(file: SourceFile, root: Node, comments: Span[], rowFixtures: Set<string>, collecting: Collecting): Module {
  const lines = file.text.split('\n')
  const module: Module = {
    path: file.path,
    functions: [],
    classes: [],
    imports: [],
    collected: collecting.files.test(file.path) || UNITTEST_FILE.test(file.path),
  }
  const marks = { tags: [] as string[], keys: [] as string[], skipped: false as FoundTest['skipped'] }

  /** So that a function is looked for only where its name is there already. */
  const namesIn = new WeakMap<FoundMethod[], Set<string>>()

  const definition = (node: Node, decorated: Node | null, methods: FoundMethod[], path: Outer): void => {
    const decorators = decorated ? named(decorated).filter(({ type }) => type === 'decorator') : []
    if (node.type === 'function_definition') {
      const method = methodOf(node, decorated ?? node, decorators)
      if (!method) return
      const known = namesIn.get(methods) ?? new Set(methods.map(({ name }) => name))
      namesIn.set(methods, known)
      if (known.has(method.name))
        methods.splice(
          methods.findLastIndex(({ name }) => name === method.name),
          1,
        )
      known.add(method.name)
      methods.push(method)
    } else if (node.type === 'class_definition') classOf(node, decorated ?? node, decorators, path)
  }

  const block = (nodes: Node[], methods: FoundMethod[], path: Outer): void => {
    for (const node of nodes) {
      if (node.type === 'decorated_definition') {
        const inner = field(node, 'definition')
        if (inner) definition(inner, node, methods, path)
      } else if (node.type === 'function_definition' || node.type === 'class_definition') definition(node, null, methods, path)
      else if (/^(if|try|with|else|elif|except|finally|for|while)_(statement|clause)$/.test(node.type) || node.type === 'block')
        block(named(node), methods, path)
      else if (node.type === 'import_from_statement') imports(node)
      else if (node.type === 'expression_statement') assignment(node, methods)
    }
  }

  const imports = (node: Node): void => {
    const from = textIn(node, 'module_name')
    for (const child of named(node)) {
      if (child.type === 'aliased_import')
        module.imports.push({ local: textIn(child, 'alias'), name: textIn(child, 'name'), module: last(from) })
      else if (child.type === 'dotted_name' && child.text !== from)
        module.imports.push({ local: child.text, name: child.text, module: last(from) })
      else if (child.type === 'wildcard_import') module.imports.push({ local: '*', name: '*', module: last(from) })
    }
  }

  const assignment = (node: Node, methods: FoundMethod[]): void => {
    const [inner] = named(node)
    if (inner?.type !== 'assignment') return
    const name = textIn(inner, 'left')
    const value = field(inner, 'right')
    if (name === 'pytestmark' && methods === module.functions && value) {
      for (const mark of marksIn(value)) apply(mark, marks)
    }
    // `test_b = test_a`, and what is no test any more: `test_a = None`
    if (!/^test/.test(name)) return
    const written = value?.type === 'identifier' ? value.text : null
    const twin = methods.find((method) => method.name === written) ?? methodNamed(value)
    if (twin) {
      namesIn.get(methods)?.add(name)
      methods.push({ ...twin, name, pattern: twin.pattern?.replace(escaped(twin.name), escaped(name)) ?? null })
    }
  }

  /** `Base.test_a`, where a class takes one test of another. */
  const methodNamed = (value: Node | null): FoundMethod | undefined => {
    if (value?.type !== 'attribute') return undefined
    const of = last(textIn(value, 'object'))
    return module.classes.find(({ simple }) => simple === of)?.methods.find(({ name }) => name === textIn(value, 'attribute'))
  }

  const methodOf = (node: Node, whole: Node, decorators: readonly Node[]): FoundMethod | null => {
    const name = textIn(node, 'name')
    const written = decorators.map(({ text }) => text)
    const parameters = named(field(node, 'parameters')).map((parameter) => /^\w+/.exec(parameter.text)?.[0] ?? '')
    if (written.some((text) => /^@(?:\w+\.)*fixture\b/.test(text))) {
      if (written.some((text) => /\bparams\s*=/.test(text)))
        rowFixtures.add(/\bname\s*=\s*['"](\w+)['"]/.exec(written.join(' '))?.[1] ?? name)
      return null
    }
    if (!name.startsWith('test') && !collecting.functions.test(name)) return { ...EMPTY, name, isTest: false }
    if (written.some((text) => /^@(property|cached_property|functools\.cached_property)\b/.test(text)))
      return { ...EMPTY, name, isTest: false }
    const own = { tags: [] as string[], keys: [] as string[], skipped: false as FoundTest['skipped'] }
    for (const decorator of decorators) for (const mark of marksIn(decorator)) apply(mark, own)
    if (written.some((text) => /^@(?:unittest\.)?skip(If|Unless)?\b/.test(text))) own.skipped = 'skip'
    const rows = written.some((text) => /parametri[sz]e|^@(?:\w+\.)*given_cases|^@(?:ddt\.)?data\b/.test(text))
    const body = field(node, 'body')
    const parts = bodySpan(body)
    return {
      isTest: true,
      framework: null,
      name,
      pattern: rows ? `^${escaped(name)}(\\[.*\\]|_.*)?$` : null,
      title: parameters.join(' ') || null,
      tags: own.tags,
      keys: keysOf([name], own.tags, [...keysAbove(lines, lineOf(whole)), ...own.keys]),
      skipped: own.skipped,
      line: lineOf(whole),
      endLine: endLineOf(whole),
      from: whole.startIndex,
      to: whole.endIndex,
      nameEnd: null,
      steps: [],
      ...bodyOf(file.text, parts, comments),
    }
  }

  const classOf = (node: Node, whole: Node, decorators: readonly Node[], outer: Outer): void => {
    const name = textIn(node, 'name')
    const suites = [...outer.suites, name]
    const own = { tags: [...outer.tags], keys: [...outer.keys, ...keysAbove(lines, lineOf(whole))], skipped: outer.skipped }
    for (const decorator of decorators) {
      for (const mark of marksIn(decorator)) apply(mark, own)
      if (/^@(?:unittest\.)?skip/.test(decorator.text)) own.skipped = 'skip'
    }
    const methods: FoundMethod[] = []
    const bases = named(field(node, 'superclasses')).flatMap((base) =>
      base.type === 'keyword_argument' ? [] : [last(base.text.split('[')[0] ?? '')],
    )
    const body = named(field(node, 'body'))
    const statements = body.filter(({ type }) => type === 'expression_statement').map(({ text }) => text.replace(/\s/g, ''))
    for (const statement of body) {
      const [inner] = statement.type === 'expression_statement' ? named(statement) : []
      if (inner?.type === 'assignment' && textIn(inner, 'left') === 'pytestmark') for (const mark of marksIn(inner)) apply(mark, own)
    }
    const place = module.classes.length
    block(body, methods, { suites, ...own })
    module.classes.splice(place, 0, {
      file: file.path,
      line: lineOf(whole),
      endLine: endLineOf(whole),
      simple: name,
      suites,
      bases,
      isSuite: !statements.includes('__test__=False'),
      suiteIfBase: null,
      framework: null,
      tags: own.tags,
      keys: own.keys,
      skipped: own.skipped,
      methods: statements.includes('__test__=True') ? [...methods, { ...EMPTY, name: '__test__', isTest: false }] : methods,
    })
  }

  block(named(root), module.functions, { suites: [], tags: [], keys: [], skipped: false })
  for (const method of [...module.functions, ...module.classes.flatMap((one) => one.methods)]) {
    if (!method.isTest) continue
    method.tags = unique([...method.tags, ...marks.tags])
    method.keys = unique([...method.keys, ...marks.keys])
    method.skipped ||= marks.skipped
  }
  return module
}

const EMPTY: Omit<FoundMethod, 'name' | 'isTest'> = {
  framework: null,
  line: 0,
  endLine: 0,
  pattern: null,
  tags: [],
  keys: [],
  skipped: false,
  title: null,
  fingerprint: null,
  bodySize: 0,
  from: 0,
  to: 0,
  nameEnd: null,
  steps: [],
}

const last = (dotted: string): string => dotted.slice(dotted.lastIndexOf('.') + 1)

/** Without the text that says what the function is for. */
function bodySpan(body: Node | null): Span {
  if (!body) return [0, 0]
  const [first, second] = named(body)
  const isDoc = first?.type === 'expression_statement' && named(first)[0]?.type === 'string'
  return [isDoc ? (second?.startIndex ?? body.endIndex) : body.startIndex, body.endIndex]
}

interface Mark {
  name: string
  texts: string[]
}

/** `pytest.mark.slow`, `@pytest.mark.case("FERRY-101")`. */
function marksIn(node: Node): Mark[] {
  const marks: Mark[] = []
  for (const found of node.descendantsOfType('attribute')) {
    if (!found || !/^(?:pytest\.)?mark\.\w+$/.test(found.text)) continue
    const call = found.parent?.type === 'call' ? found.parent : null
    const words = call ? (field(call, 'arguments')?.descendantsOfType('string_content') ?? []) : []
    marks.push({ name: last(found.text), texts: words.flatMap((text) => (text ? [text.text] : [])) })
  }
  return marks
}

const BUILT_IN = new Set(['parametrize', 'usefixtures', 'filterwarnings', 'xfail', 'skip', 'skipif'])
const NAMES_CASE = /^(test_?)?(cases?|case_?ids?|case_?keys?|keys?)$|^test_?ids?$/

function apply({ name, texts }: Mark, to: { tags: string[]; keys: string[]; skipped: FoundTest['skipped'] }): void {
  if (name === 'skip') to.skipped = 'skip'
  else if (NAMES_CASE.test(name)) to.keys.push(...texts.flatMap((text) => keysOf([text], [])))
  else if (!BUILT_IN.has(name)) to.tags.push(name, ...(name === 'tag' || name === 'tags' ? texts : []))
}

function collect(modules: readonly Module[], collecting: Collecting, pytest: boolean, rowFixtures: ReadonlySet<string>): FoundTest[] {
  const byName = new Map<string, Module[]>()
  for (const module of modules) {
    const parts = module.path.slice(0, -3).split('/')
    const name = parts.at(-1) === '__init__' ? (parts.at(-2) ?? '') : (parts.at(-1) ?? '')
    byName.set(name, [...(byName.get(name) ?? []), module])
  }
  const origin = (imported: Imported, from: Module): Module | null => {
    const named = byName.get(imported.module) ?? []
    return named.find((one) => folderOf(one.path) === folderOf(from.path)) ?? named[0] ?? null
  }
  const tests: FoundTest[] = []
  const classes: FoundClass[] = []
  for (const module of modules) {
    const collected = pytest ? collecting.files.test(module.path) : UNITTEST_FILE.test(module.path)
    const baseOf = (name: string): string => {
      const imported = module.classes.some(({ simple }) => simple === name) ? undefined : module.imports.find(({ local }) => local === name)
      const from = imported ? origin(imported, module) : null
      if (!imported || !from || from === module) return imported?.name ?? name
      return from.classes.some(({ simple }) => simple === imported.name) ? baseIn(from.path, imported.name) : imported.name
    }
    const brought = collected && pytest ? importedInto(module, origin) : { functions: [], classes: [] }
    for (const one of [...module.classes, ...brought.classes]) {
      const isOwn = module.classes.includes(one)
      const matches = collecting.classes.test(one.suites.at(-1) ?? '') && one.suites.every((name) => collecting.classes.test(name))
      const constructed = one.methods.some(({ name }) => name === '__init__' || name === '__new__')
      const plain = pytest && matches && !constructed
      classes.push({
        ...one,
        file: module.path,
        simple: isOwn ? one.simple : (one.suites[0] ?? one.simple),
        bases: isOwn ? one.bases.map(baseOf) : [baseIn(one.file, one.simple)],
        isSuite: one.isSuite && collected,
        suiteIfBase: plain ? null : TEST_CASE,
        methods: isOwn ? one.methods : [],
      })
    }
    if (!collected || !pytest) continue
    for (const { isTest, framework: _, ...method } of [...module.functions, ...brought.functions]) {
      if (isTest && collecting.functions.test(method.name))
        tests.push({ ...method, framework: 'pytest', file: module.path, suites: [], suitePatterns: null })
    }
  }
  const framework = pytest ? 'pytest' : 'unittest'
  const ofClasses = testsOfClasses(classes, framework).filter(({ name }) => name.startsWith('test') || collecting.functions.test(name))
  // the words kept as a title are the parameters of the function: rows may come from fixtures
  return [...tests, ...ofClasses].map((test) => {
    const rows = test.pattern === null && (test.title ?? '').split(' ').some((name) => rowFixtures.has(name))
    return { ...test, title: null, pattern: rows ? `^${escaped(test.name)}(\\[.*\\])?$` : test.pattern }
  })
}

/** Tests that a module takes from others: pytest collects them in each. */
function importedInto(
  module: Module,
  origin: (imported: Imported, from: Module) => Module | null,
): { functions: FoundMethod[]; classes: FoundClass[] } {
  const functions: FoundMethod[] = []
  const classes: FoundClass[] = []
  for (const imported of module.imports) {
    if (imported.local !== '*' && !/^test/i.test(imported.local)) continue
    const from = origin(imported, module)
    if (!from || from === module) continue
    const wanted = (name: string) => imported.name === '*' || imported.name === name
    const local = (name: string) => (imported.local === '*' ? name : imported.local)
    functions.push(
      ...from.functions
        .filter(({ name, isTest }) => isTest && wanted(name))
        .map((one) => ({ ...one, name: local(one.name), line: 1, endLine: 1, from: 0, to: 0 })),
    )
    classes.push(
      ...from.classes
        .filter(({ suites, simple }) => suites.length === 1 && wanted(simple))
        .map((one) => ({ ...one, suites: [local(one.simple)] })),
    )
  }
  return { functions, classes }
}

const folderOf = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf('/')))
