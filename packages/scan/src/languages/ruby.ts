import type { Node } from 'web-tree-sitter'
import { bodyOf, keysAbove, type Span } from '../body.js'
import { testsOfClasses, unique } from '../class-tests.js'
import { keysOf } from '../declared.js'
import type { FoundClass, FoundMethod, FoundTest, Language, SourceFile } from '../found.js'
import { type Part, titleOf } from '../title.js'
import { lastOf } from './annotated.js'
import { endLineOf, field, lineOf, named, textIn, TreeReader } from './tree.js'

const GROUPS = /^[fx]?(describe|context|feature)$|^example_group$/
const EXAMPLES = /^[fx]?(it|specify|example|scenario)$|^(pending|skip)$/
const SHARED = /^(shared_examples|shared_examples_for|shared_context)$/
const NESTS_SHARED = /^(it_behaves_like|it_should_behave_like)$/
const INCLUDES_SHARED = /^(include_examples|include_context)$/
const MOST_DEEP = 8

interface Scope {
  suites: { text: string; pattern: string | null }[]
  tags: string[]
  keys: string[]
  skipped: FoundTest['skipped']
  depth: number
}

/** Ruby: RSpec and Minitest. */
export function ruby(): Language<RubyFile> {
  const reader = new TreeReader('ruby')
  const read = (file: SourceFile, scope: Scope, at: { line: number; endLine: number } | null) =>
    reader.read(file, (root, comments) => new Reader(file, comments, at).read(root, scope))

  return {
    name: 'ruby',
    takes: (path) => path.endsWith('.rb'),
    mayHold: (text) => /\b(describe|context|feature|shared_examples\w*|shared_context|it|specify|test|def test_|class)\b/.test(text),
    prepare: () => reader.load(),
    read(file) {
      const isTest = /(_spec|_test)\.rb$|(^|\/)(spec|test)\/|(^|\/)test_[^/]*\.rb$/.test(file.path)
      const { result, unread } = read(file, { suites: [], tags: [], keys: [], skipped: false, depth: 0 }, null)
      const isRun = /(_spec|_test)\.rb$|(^|\/)test_[^/]*\.rb$/.test(file.path)
      const { tests, classes, shared, uses } = result
      return {
        tests: isRun ? tests : [],
        unread: isTest ? unread : [],
        rest: { path: file.path, classes, shared, uses: isRun ? uses : [] },
      }
    },
    finish(files) {
      const rest = files.flatMap((file) => file.rest ?? [])
      const shared = new Map(rest.flatMap((file) => file.shared.map(([name, text]) => [name, text] as const)))
      const uses = rest.flatMap(({ path, uses }) => uses.map((use) => ({ ...use, path })))
      const ofClasses = testsOfClasses(
        rest.flatMap(({ classes }) => classes),
        'minitest',
      )
      const all = [
        ...files.flatMap(({ tests }) => tests),
        ...ofClasses.filter(({ file }) => /(_test|_spec)\.rb$|(^|\/)test_[^/]*\.rb$|(^|\/)test\//.test(file)),
      ]
      for (let use = uses.pop(); use; use = uses.pop()) {
        const { path, name, nested, scope, line, endLine } = use
        const text = shared.get(name)
        if (text === undefined || scope.depth > MOST_DEEP) continue
        const suites = nested ? [...scope.suites, { text: `behaves like ${name}`, pattern: null }] : scope.suites
        const { result } = read({ path, text }, { ...scope, suites, depth: scope.depth + 1 }, { line, endLine })
        all.push(...result.tests)
        uses.push(...result.uses.map((one) => ({ ...one, path })))
      }
      return all
    },
  }
}

interface RubyFile extends Omit<FoundInRuby, 'tests'> {
  path: string
}

interface FoundInRuby {
  tests: FoundTest[]
  classes: FoundClass[]
  /** Bodies of shared examples, which are parsed again where they are used. */
  shared: [name: string, text: string][]
  uses: { name: string; nested: boolean; scope: Scope; line: number; endLine: number }[]
}

class Reader {
  private readonly found: FoundInRuby = { tests: [], classes: [], shared: [], uses: [] }
  private readonly lines: string[]
  private readonly framework: string

  /** @param at where shared examples are used, which is where their tests stand; null for a file of its own */
  constructor(
    private readonly file: SourceFile,
    private readonly comments: Span[],
    private readonly at: { line: number; endLine: number } | null,
  ) {
    this.lines = file.text.split('\n')
    this.framework = /minitest|Minitest|test_helper/.test(file.text) && !/rspec|RSpec/.test(file.text) ? 'minitest' : 'rspec'
  }

  read(root: Node, scope: Scope): FoundInRuby {
    this.walk(root, scope, '')
    return this.found
  }

  private walk(node: Node, scope: Scope, prefix: string): void {
    for (const child of named(node)) {
      if (child.type === 'call') this.call(child, scope, prefix)
      else if (child.type === 'class') this.class(child, prefix)
      else if (child.type === 'module')
        this.walk(child, scope, prefix === '' ? textIn(child, 'name') : `${prefix}::${textIn(child, 'name')}`)
      else if (child.type !== 'method' && child.type !== 'singleton_method') this.walk(child, scope, prefix)
    }
  }

  private call(node: Node, scope: Scope, prefix: string): void {
    const receiver = textIn(node, 'receiver')
    const method = textIn(node, 'method')
    const block = field(node, 'block')
    const own = receiver === '' || receiver === 'RSpec'
    if (own && block && SHARED.test(method)) {
      const name = this.name(node)?.text
      if (name !== undefined) this.found.shared.push([name, bodyText(block)])
      // examples of a group that shares them are read where they are used
      return
    }
    if (own && (NESTS_SHARED.test(method) || INCLUDES_SHARED.test(method))) {
      const name = this.name(node)?.text
      if (name !== undefined) this.found.uses.push({ name, nested: NESTS_SHARED.test(method), scope, ...this.span(node) })
      return
    }
    if (own && block && GROUPS.test(method)) return this.group(node, block, method, scope, prefix)
    if (own && scope.suites.length > 0 && EXAMPLES.test(method) && (block || field(node, 'arguments')))
      return this.example(node, block, method, scope)
    this.walk(node, scope, prefix)
  }

  private group(node: Node, block: Node, method: string, scope: Scope, prefix: string): void {
    const title = this.name(node) ?? { text: '', pattern: null }
    const said = this.told(node)
    this.walk(
      block,
      {
        ...scope,
        suites: [...scope.suites, title],
        tags: unique([...scope.tags, ...said.tags]),
        keys: unique([...scope.keys, ...said.keys, ...this.above(node), ...keysOf([title.text], [])]),
        skipped: scope.skipped || said.skipped || (method.startsWith('x') ? 'skip' : false),
      },
      prefix,
    )
  }

  private example(node: Node, block: Node | null, method: string, scope: Scope): void {
    const named1 = this.name(node)
    // a one-liner is named by what it expects, at run time
    const title = named1 ?? { text: block ? bodyText(block).replace(/\s+/g, ' ').trim().slice(0, 80) : '', pattern: '^.*$' }
    const said = this.told(node)
    const names = [title.text, ...scope.suites.map(({ text }) => text)]
    const tags = unique([...said.tags, ...scope.tags])
    this.found.tests.push({
      framework: this.framework,
      file: this.file.path,
      ...this.span(node),
      suites: scope.suites.map(({ text }) => text),
      suitePatterns: scope.suites.some(({ pattern }) => pattern !== null) ? scope.suites.map(({ pattern }) => pattern) : null,
      name: title.text,
      pattern: title.pattern,
      title: null,
      tags,
      keys: keysOf(names, tags, unique([...this.above(node), ...said.keys, ...scope.keys])),
      skipped: scope.skipped || said.skipped || (/^(x|pending|skip)/.test(method) ? 'skip' : block ? false : 'todo'),
      // shared examples stand elsewhere
      from: this.at ? 0 : node.startIndex,
      to: this.at ? 0 : node.endIndex,
      nameEnd:
        named1 && this.at === null && /[("' ]/.test(this.file.text.charAt(node.startIndex + method.length)) ? this.nameEnd(node) : null,
      steps: [],
      ...bodyOf(this.file.text, block ? [block.startIndex, block.endIndex] : [0, 0], this.comments),
    })
  }

  private nameEnd(node: Node): number | null {
    return (
      named(field(node, 'arguments'))
        .filter(({ type }) => type !== 'pair' && type !== 'simple_symbol')
        .at(-1)?.endIndex ?? null
    )
  }

  private span(node: Node): { line: number; endLine: number } {
    return this.at ?? { line: lineOf(node), endLine: endLineOf(node) }
  }

  private above(node: Node): string[] {
    return keysAbove(this.lines, lineOf(node))
  }

  /** Names of a group or an example: its arguments before symbols and options. */
  private name(node: Node): { text: string; pattern: string | null } | null {
    const parts: Part[] = []
    for (const argument of named(field(node, 'arguments'))) {
      if (argument.type === 'pair' || argument.type === 'hash' || argument.type === 'block_argument') break
      if (argument.type === 'simple_symbol' && parts.length > 0) break
      const one = partsOf(argument)
      const glue = parts.length === 0 || (typeof one[0] === 'string' && /^(#|\.|::)/.test(one[0])) ? [] : [' ']
      parts.push(...glue, ...one)
    }
    return parts.length === 0 ? null : titleOf(parts)
  }

  /** What symbols and options behind the name say. */
  private told(node: Node): { tags: string[]; keys: string[]; skipped: FoundTest['skipped'] } {
    const told: { tags: string[]; keys: string[]; skipped: FoundTest['skipped'] } = { tags: [], keys: [], skipped: false }
    named(field(node, 'arguments')).forEach((argument, place) => {
      if (argument.type === 'simple_symbol' && place > 0) this.mark(argument.text.slice(1), [], told)
      if (argument.type !== 'pair') return
      const texts = argument.descendantsOfType('string_content').flatMap((text) => (text ? [text.text] : []))
      const value = textIn(argument, 'value')
      if (value !== 'false' && value !== 'nil') this.mark(textIn(argument, 'key').replace(/^:|:$/g, ''), texts, told)
    })
    return told
  }

  private mark(name: string, texts: string[], told: { tags: string[]; keys: string[]; skipped: FoundTest['skipped'] }): void {
    if (name === 'skip' || name === 'pending') told.skipped = 'skip'
    else if (/^(test_?)?(case|case_?id|case_?key|key)s?$/.test(name)) told.keys.push(...texts.flatMap((text) => keysOf([text], [])))
    else if (/^tags?$/.test(name)) told.tags.push(...texts)
    else told.tags.push(name)
  }

  /** A class of Minitest, or of what stands on it. */
  private class(node: Node, prefix: string): void {
    const name = textIn(node, 'name')
    const qualified = prefix === '' ? name : `${prefix}::${name}`
    const base = field(node, 'superclass')
    const methods: FoundMethod[] = []
    const inner = (body: Node): void => {
      for (const child of named(body)) {
        if (child.type === 'method') methods.push(this.method(child, textIn(child, 'name'), field(child, 'body')))
        else if (child.type === 'call' && textIn(child, 'method') === 'test' && field(child, 'block')) {
          const title = this.name(child)
          if (title) methods.push(this.method(child, `test_${title.text.replace(/\s+/g, '_')}`, field(child, 'block')))
        } else if (child.type === 'class') this.class(child, qualified)
        else if (child.type === 'body_statement') inner(child)
      }
    }
    const body = field(node, 'body')
    if (body) inner(body)
    this.found.classes.push({
      file: this.file.path,
      line: lineOf(node),
      endLine: endLineOf(node),
      simple: lastOf(name),
      suites: [qualified],
      bases: base ? [lastOf(named(base)[0]?.text ?? base.text.replace(/^<\s*/, ''))] : [],
      isSuite: true,
      suiteIfBase: /^(Test|TestCase|Spec|IntegrationTest|SystemTestCase)$/,
      framework: null,
      tags: [],
      keys: this.above(node),
      skipped: false,
      methods,
    })
  }

  private method(node: Node, name: string, body: Node | null): FoundMethod {
    return {
      isTest: name.startsWith('test_'),
      framework: null,
      name,
      pattern: null,
      title: null,
      tags: [],
      keys: keysOf([name], [], this.above(node)),
      skipped: /^\s*(do\s+|\{\s*)?skip\b/.test(body?.text ?? '') ? 'skip' : false,
      line: lineOf(node),
      endLine: endLineOf(node),
      from: node.startIndex,
      to: node.endIndex,
      nameEnd: null,
      steps: [],
      ...bodyOf(this.file.text, body ? [body.startIndex, body.endIndex] : [0, 0], this.comments),
    }
  }
}

const bodyText = (block: Node): string => block.text.replace(/^(do|\{)\s*(\|[^|]*\|)?/, '').replace(/(end|\})$/, '')

function partsOf(node: Node): Part[] {
  if (node.type === 'string') {
    return named(node).map((part): Part => {
      if (part.type === 'string_content') return part.text
      if (part.type === 'escape_sequence') return unescaped(part.text)
      return { computed: part.text }
    })
  }
  if (node.type === 'constant' || node.type === 'scope_resolution') return [node.text]
  if (node.type === 'simple_symbol') return [node.text.slice(1)]
  if (node.type === 'chained_string') return named(node).flatMap(partsOf)
  return [{ computed: node.text.slice(0, 60) }]
}

const unescaped = (sequence: string): string =>
  ({ '\\n': '\n', '\\t': '\t', '\\e': '\u001b', '\\"': '"', "\\'": "'", '\\\\': '\\', '\\s': ' ' })[sequence] ?? sequence.slice(1)
