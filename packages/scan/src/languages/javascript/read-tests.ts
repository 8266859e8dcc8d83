import { parse, type ParserOptions } from '@babel/parser'
import type { CallExpression, Function as FunctionNode, Node } from '@babel/types'
import { bodyOf, keysAbove, type Span } from '../../body.js'
import { unique } from '../../class-tests.js'
import { keysOf } from '../../declared.js'
import type { FoundInFile, FoundTest, SourceFile } from '../../found.js'
import { type Part, tableTitle, titleOf } from '../../title.js'
import { frameworkOfModule, type Frameworks, GLOBALS, NAMED_AS_TEST, NESTS_BY_PARAMETER, NO_GLOBALS, visit } from './frameworks.js'
import { type Call, callOf, Constants, textOf, written1 } from './names.js'

type Kind = 'suite' | 'test'

interface Suite {
  text: string
  pattern: string | null
}

/** Where in the file the walk is. */
interface Scope {
  suites: Suite[]
  tags: string[]
  keys: string[]
  skipped: FoundTest['skipped']
  constants: Constants
  /** Names that stand for the test around, whose `.test()` makes one within it. */
  parameters: ReadonlySet<string>
  inTest: boolean
  /** Functions of the file that are being followed. */
  following: readonly FunctionNode[]
}

const MOST_FOLLOWED = 6

export function readTests({ path, text }: SourceFile, frameworks: Frameworks): FoundInFile {
  let root: ReturnType<typeof parse>
  try {
    root = parse(text, optionsFor(path, text.slice(0, 2000).includes('@flow')))
  } catch (error) {
    const { loc, message } = error as { loc?: { line: number; column: number }; message: string }
    const said = message.slice(0, message.endsWith(')') ? message.lastIndexOf(' (') : message.length).split('\n')[0] ?? ''
    return { tests: [], unread: [{ file: path, line: loc?.line ?? 1, column: (loc?.column ?? 0) + 1, message: said }] }
  }
  const reader = new Reader(
    path,
    text,
    (root.comments ?? []).map(({ start, end }): Span => [start ?? 0, end ?? 0]),
  )
  reader.begin(root.program)
  const imported = reader.framework !== null
  if (reader.handedOn !== null) reader.framework ??= frameworks.through(path, reader.handedOn)
  reader.framework ??= frameworks.of(path)
  if (!imported && !reader.ownImports && !NAMED_AS_TEST.test(path)) return { tests: [] }
  if (reader.framework !== null && !frameworks.takes(path, reader.framework)) return { tests: [] }
  reader.walk(root.program, reader.outermost)
  return { tests: reader.tests }
}

function optionsFor(path: string, flow: boolean): ParserOptions {
  const typed = /\.[cm]?tsx?$/.test(path)
  const markup = /\.(jsx|tsx|[cm]?js)$/.test(path)
  return {
    sourceType: 'unambiguous',
    errorRecovery: true,
    attachComment: false,
    allowReturnOutsideFunction: true,
    allowAwaitOutsideFunction: true,
    allowImportExportEverywhere: true,
    allowUndeclaredExports: true,
    createParenthesizedExpressions: false,
    plugins: [
      ...(typed ? (['typescript'] as const) : flow ? (['flow'] as const) : []),
      ...(markup ? (['jsx'] as const) : []),
      'decorators-legacy',
      'explicitResourceManagement',
      'importAttributes',
    ],
  }
}

const isFunction = (node: Node | null | undefined): node is FunctionNode =>
  node?.type === 'ArrowFunctionExpression' || node?.type === 'FunctionExpression' || node?.type === 'FunctionDeclaration'

function functionIn(nodes: readonly Node[]): FunctionNode | null {
  for (const node of nodes) if (isFunction(node)) return node
  return null
}

class Reader {
  readonly tests: FoundTest[] = []
  framework: string | null = null
  /** `test` or `it` comes from a file of the project, which extends what a framework gives. */
  ownImports = false
  /** The module of the project that it comes from. */
  handedOn: string | null = null
  readonly outermost: Scope
  private readonly lines: string[]
  /** What names of the file stand for. */
  private readonly roots = new Map<string, Kind>()
  private readonly functions = new Map<string, FunctionNode>()
  private readonly definesTests = new Map<FunctionNode, boolean>()
  /** Names that something else of this file has. */
  private readonly taken = new Set<string>()

  constructor(
    private readonly path: string,
    private readonly text: string,
    private readonly comments: readonly Span[],
  ) {
    this.lines = text.split('\n')
    this.outermost = {
      suites: [],
      tags: [],
      keys: [],
      skipped: false,
      constants: new Constants(),
      parameters: new Set(),
      inTest: false,
      following: [],
    }
  }

  /** What the file imports, names and declares. */
  begin(program: Node): void {
    visit(program, (node) => {
      if (node.type === 'ImportDeclaration') {
        for (const specifier of node.specifiers) {
          const imported =
            specifier.type === 'ImportSpecifier'
              ? specifier.imported.type === 'Identifier'
                ? specifier.imported.name
                : specifier.imported.value
              : specifier.type === 'ImportDefaultSpecifier'
                ? 'default'
                : '*'
          this.imports(node.source.value, imported, specifier.local.name)
        }
      } else if (node.type === 'VariableDeclarator') this.declares(node.id, node.init ?? null)
      else if (node.type === 'FunctionDeclaration' && node.id) {
        this.functions.set(node.id.name, node)
        this.taken.add(node.id.name)
      }
      return true
    })
  }

  private imports(module: string, imported: string, local: string): void {
    const framework = frameworkOfModule(module)
    if (framework !== null) {
      this.framework ??= framework
      const kind = GLOBALS[imported] ?? (imported === 'default' || imported === '*' ? 'test' : undefined)
      if (kind) this.roots.set(local, kind)
    } else if (
      GLOBALS[imported] &&
      (module.startsWith('.') || module.startsWith('@') || module.startsWith('~') || module.startsWith('#'))
    ) {
      this.ownImports = true
      this.handedOn ??= module
      this.roots.set(local, GLOBALS[imported])
    } else this.taken.add(local)
  }

  private declares(id: Node, init: Node | null): void {
    if (id.type === 'ObjectPattern') {
      const module = moduleOf(init)
      for (const property of id.properties) {
        if (property.type !== 'ObjectProperty' || property.key.type !== 'Identifier' || property.value.type !== 'Identifier') continue
        if (module !== null) this.imports(module, property.key.name, property.value.name)
      }
      return
    }
    if (id.type !== 'Identifier') return
    if (isFunction(init)) this.functions.set(id.name, init)
    const module = moduleOf(init)
    if (module !== null) return this.imports(module, 'default', id.name)
    const text = textOf(init, this.outermost.constants, this.text)
    this.outermost.constants.set(id.name, text)
    const call = init === null ? null : callOf(init.type === 'CallExpression' ? init.callee : init)
    const kind = call ? this.kindOfRoot(call.root) : null
    if (call && kind && init && (call.words.length > 0 || init.type === 'Identifier')) {
      this.roots.set(id.name, call.words.includes('describe') ? 'suite' : kind)
    } else if (GLOBALS[id.name]) this.taken.add(id.name)
  }

  private kindOfRoot(name: string): Kind | null {
    const own = this.roots.get(name)
    if (own) return own
    if (this.taken.has(name)) return null
    if (this.framework !== null && NO_GLOBALS.has(this.framework)) return null
    return GLOBALS[name] ?? null
  }

  walk(node: Node, scope: Scope): void {
    visit(node, (inner) => {
      if (inner === node && inner.type !== 'CallExpression') return true
      if (inner.type === 'CallExpression') return this.call(inner, scope)
      if (inner.type === 'FunctionDeclaration' && inner.id && this.isCalled(inner.id.name, 2) && this.hasTests(inner)) return false
      if (
        inner.type === 'VariableDeclarator' &&
        isFunction(inner.init) &&
        inner.id.type === 'Identifier' &&
        this.isCalled(inner.id.name, 1) &&
        this.hasTests(inner.init)
      )
        return false
      return true
    })
  }

  /** @returns whether the walk goes on within the call */
  private call(node: CallExpression, scope: Scope): boolean {
    const call = callOf(node.callee)
    if (!call) return true
    const kind = this.kindOf(call, scope)
    if (kind === null) return this.follow(node, call, scope)
    return kind === 'suite' ? this.suite(node, call, scope) : this.test(node, call, scope)
  }

  private kindOf({ root, words }: Call, scope: Scope): Kind | null {
    const nested = scope.parameters.has(root)
    if (nested) return words[0] === 'test' || words[0] === 'it' ? 'test' : words[0] === 'describe' ? 'suite' : null
    const kind = this.kindOfRoot(root)
    if (kind === null) return null
    const [first] = words
    if (first === undefined) return kind
    if (first === 'describe' || first === 'suite') return words.some((word) => word === 'configure') ? null : 'suite'
    if (first === 'it' || (first === 'test' && kind === 'test')) return 'test'
    return words.every((word) => MODIFIERS.has(word)) ? kind : null
  }

  private suite(node: CallExpression, call: Call, scope: Scope): boolean {
    const title = this.title(node, call, scope)
    const callback = functionIn(node.arguments) ?? this.named(node.arguments.at(-1))
    if (!callback) return true
    const details = node.arguments.find((one) => one.type === 'ObjectExpression')
    const told = this.details(details, scope)
    const names = title ? [title] : []
    const inner: Scope = {
      ...scope,
      suites: [...scope.suites, ...names],
      tags: unique([...scope.tags, ...tagsInName(title?.text), ...told.tags]),
      keys: unique([...scope.keys, ...told.keys, ...this.above(node), ...(title ? keysOf([title.text], told.tags) : [])]),
      skipped: scope.skipped || told.skipped || skippedBy(call),
      constants: new Constants(scope.constants),
      parameters: new Set([...scope.parameters, ...parametersOf(callback, this.framework)]),
    }
    this.walk(callback.body, inner)
    return false
  }

  private test(node: CallExpression, call: Call, scope: Scope): boolean {
    const callback = functionIn(node.arguments)
    const title = this.title(node, call, scope)
    const [first, second] = node.arguments
    if (scope.inTest && !scope.parameters.has(call.root) && !NESTS_BY_PARAMETER.has(this.framework ?? '')) return true
    if (!title || !first) return true
    // `test.skip(condition, 'why')` within a test
    if (!isText(first, scope, this.text) && !callback && !this.isReference(second)) return true
    if (call.words.some((word) => CONDITIONAL.has(word)) && !callback && node.arguments.length > 1 && !this.isReference(second)) return true
    const details = node.arguments.find((one) => one.type === 'ObjectExpression')
    const told = this.details(details, scope)
    const names = [title.text, ...scope.suites.map(({ text }) => text)]
    const tags = unique([...tagsInName(title.text), ...told.tags, ...scope.tags])
    const [from, to] = [node.start ?? 0, node.end ?? 0]
    const body: Span = callback ? [callback.body.start ?? 0, callback.body.end ?? 0] : [from, from]
    const isTodo = call.words.includes('todo') || (!callback && node.arguments.length === 1 && this.framework !== 'node-test')
    this.tests.push({
      framework: this.framework ?? (this.guess ??= guessOf(this.text)),
      file: this.path,
      line: node.loc?.start.line ?? 1,
      endLine: node.loc?.end.line ?? 1,
      suites: scope.suites.map(({ text }) => text),
      suitePatterns: scope.suites.some(({ pattern }) => pattern !== null) ? scope.suites.map(({ pattern }) => pattern) : null,
      name: title.text,
      pattern: title.pattern,
      tags,
      keys: keysOf(names, tags, unique([...this.above(node), ...told.keys, ...scope.keys])),
      skipped: scope.skipped || told.skipped || (isTodo ? 'todo' : skippedBy(call)),
      title: null,
      ...bodyOf(this.text, body, this.comments),
      from,
      to,
      nameEnd: details ? null : (first.end ?? null),
      steps: stepsIn(callback, scope, this.text),
    })
    if (callback && (NESTS_BY_PARAMETER.has(this.framework ?? '') || scope.parameters.size > 0))
      this.walk(callback.body, {
        ...scope,
        inTest: true,
        suites: [...scope.suites, title],
        parameters: new Set([...scope.parameters, ...parametersOf(callback, this.framework)]),
      })
    return false
  }

  /** Follows a call of one of the file's own functions that defines tests. */
  private follow(node: CallExpression, { root, words }: Call, scope: Scope): boolean {
    const own = words.length === 0 ? this.functions.get(root) : undefined
    if (!own || scope.following.includes(own) || scope.following.length >= MOST_FOLLOWED || !this.hasTests(own)) return true
    const constants = new Constants(scope.constants)
    own.params.forEach((parameter, place) => {
      const name = parameter.type === 'AssignmentPattern' ? parameter.left : parameter
      if (name.type !== 'Identifier') return
      constants.set(name.name, textOf(node.arguments[place], scope.constants, this.text))
    })
    this.walk(own.body, { ...scope, constants, following: [...scope.following, own] })
    return true
  }

  private hasTests(own: FunctionNode): boolean {
    const known = this.definesTests.get(own)
    if (known !== undefined) return known
    this.definesTests.set(own, false)
    let found = false
    visit(own.body, (node) => {
      if (found) return false
      if (node.type === 'CallExpression') {
        const call = callOf(node.callee)
        if (call) {
          const kind = this.kindOf(call, this.outermost)
          const called = call.words.length === 0 ? this.functions.get(call.root) : undefined
          if ((kind !== null && node.arguments.length > 1) || (called && called !== own && this.hasTests(called))) found = true
        }
      }
      return !found
    })
    this.definesTests.set(own, found)
    return found
  }

  /** @param times how often its name is followed by a bracket at least; a declaration has one of its own */
  private isCalled(name: string, times: number): boolean {
    this.calls ??= callsIn(this.text)
    return (this.calls.get(name) ?? 0) >= times
  }
  private calls: Map<string, number> | null = null
  private guess: string | null = null

  private named(node: Node | null | undefined): FunctionNode | null {
    return node?.type === 'Identifier' ? (this.functions.get(node.name) ?? null) : null
  }

  private isReference(node: Node | null | undefined): boolean {
    return (
      node !== null &&
      node !== undefined &&
      (isFunction(node) || node.type === 'Identifier' || node.type === 'CallExpression' || node.type === 'MemberExpression')
    )
  }

  private title(node: CallExpression, call: Call, scope: Scope): Suite | null {
    const [first] = node.arguments
    if (!first) return null
    if (isFunction(first)) {
      if (first.type === 'FunctionExpression' && first.id) return { text: first.id.name, pattern: null }
      return null
    }
    const text: Part[] = textOf(first, scope.constants, this.text) ?? nameOf(first) ?? [{ computed: `\${${written1(first, this.text)}}` }]
    return titleOf(call.fromTable ? tableTitle(text) : text)
  }

  /** What an object of options beside a name says: tags, annotations, properties that name a case. */
  private details(node: Node | undefined, scope: Scope): { tags: string[]; keys: string[]; skipped: FoundTest['skipped'] } {
    const told: { tags: string[]; keys: string[]; skipped: FoundTest['skipped'] } = { tags: [], keys: [], skipped: false }
    if (node?.type !== 'ObjectExpression') return told
    for (const property of node.properties) {
      if (property.type !== 'ObjectProperty') continue
      const name = property.key.type === 'Identifier' ? property.key.name : property.key.type === 'StringLiteral' ? property.key.value : ''
      const texts = this.textsIn(property.value, scope)
      if (/^tags?$/.test(name)) told.tags.push(...texts.map((tag) => tag.replace(/^@/, '')))
      else if (/^(cases?|annotation|annotations|meta|key|keys)$/.test(name)) told.keys.push(...texts.flatMap((text) => keysOf([text], [])))
      else if ((name === 'skip' || name === 'todo') && property.value.type !== 'BooleanLiteral') told.skipped ||= name
      else if ((name === 'skip' || name === 'todo') && property.value.type === 'BooleanLiteral' && property.value.value)
        told.skipped ||= name
    }
    return told
  }

  private textsIn(node: Node, scope: Scope): string[] {
    const texts: string[] = []
    visit(node, (inner) => {
      const text = inner.type === 'ObjectProperty' ? null : textOf(inner, scope.constants, this.text)
      if (text?.every((part) => typeof part === 'string')) texts.push(text.join(''))
      return text === null
    })
    return texts
  }

  private above(node: Node): string[] {
    return keysAbove(this.lines, node.loc?.start.line ?? 1)
  }
}

const MODIFIERS = new Set([
  'only',
  'skip',
  'todo',
  'each',
  'for',
  'concurrent',
  'sequential',
  'serial',
  'parallel',
  'fails',
  'failing',
  'fail',
  'fixme',
  'skipIf',
  'runIf',
  'if',
  'shuffle',
  'skipFailing',
  'expectFailure',
])

/** `test.skip(condition, why)` is no test. */
const CONDITIONAL = new Set(['skip', 'fixme', 'fail'])

/** Which framework's words a file uses, where nothing else says what runs it: common practice, no source. */
function guessOf(text: string): string {
  if (/\bjest\./.test(text)) return 'jest'
  if (/\bjasmine\./.test(text)) return 'jasmine'
  return /\bassert\b|\bchai\b|\bthis\.(timeout|retries)\(/.test(text) || !/\bexpect\(/.test(text) ? 'mocha' : 'jest'
}

const isText = (node: Node, scope: Scope, source: string): boolean => textOf(node, scope.constants, source) !== null

/** A function or class stands for its name. */
function nameOf(node: Node): Part[] | null {
  if (node.type === 'MemberExpression' && node.property.type === 'Identifier' && node.property.name === 'name' && !node.computed) {
    return node.object.type === 'Identifier' && /^[A-Z]/.test(node.object.name) ? [node.object.name] : null
  }
  return node.type === 'Identifier' && /^[A-Z]/.test(node.name) && node.name !== node.name.toUpperCase() ? [node.name] : null
}

function skippedBy({ root, words }: Call): FoundTest['skipped'] {
  if (words.includes('todo')) return 'todo'
  if (words.includes('skip') || words.includes('fixme')) return 'skip'
  return /^x(it|test|describe|context|specify)$/.test(root) ? 'skip' : false
}

const tagsInName = (name: string | undefined): string[] =>
  name?.includes('@') ? [...name.matchAll(/(?<!\S)@([\w:.-]+)/g)].map(([, tag = '']) => tag) : []

function parametersOf(callback: FunctionNode, framework: string | null): string[] {
  if (!NESTS_BY_PARAMETER.has(framework ?? '')) return []
  const [first] = callback.params
  return first?.type === 'Identifier' ? [first.name] : []
}

function moduleOf(node: Node | null): string | null {
  const inner = node?.type === 'AwaitExpression' ? node.argument : node
  if (inner?.type === 'MemberExpression') return moduleOf(inner.object)
  if (inner?.type !== 'CallExpression') return null
  const isRequire = inner.callee.type === 'Identifier' && inner.callee.name === 'require'
  const [first] = inner.arguments
  return (isRequire || inner.callee.type === 'Import') && first?.type === 'StringLiteral' ? first.value : null
}

/** How often a name is followed by a bracket. */
function callsIn(text: string): Map<string, number> {
  const calls = new Map<string, number>()
  for (const [called] of text.matchAll(/\b\w+[<(]/g)) calls.set(called.slice(0, -1), (calls.get(called.slice(0, -1)) ?? 0) + 1)
  return calls
}

/** Steps that a test names: `await test.step('Open the gate', …)`. */
function stepsIn(callback: FunctionNode | null, scope: Scope, source: string): FoundTest['steps'] {
  const steps: FoundTest['steps'] = []
  if (!callback) return steps
  visit(callback.body, (node) => {
    if (node.type !== 'CallExpression') return true
    const [first] = node.arguments
    const text = callOf(node.callee)?.words.at(-1) === 'step' && first ? textOf(first, scope.constants, source) : null
    if (text) steps.push({ action: titleOf(text).text, expected: '' })
    return true
  })
  return steps
}
