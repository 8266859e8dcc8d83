import type { Node } from 'web-tree-sitter'
import { bodyOf, keysAbove, type Span } from '../body.js'
import { unique } from '../class-tests.js'
import { keysOf } from '../declared.js'
import type { FoundTest, Language, SourceFile } from '../found.js'
import { endLineOf, field, lineOf, named, textIn, TreeReader } from './tree.js'

/** What `go test` runs: names that begin so, and go on with no small letter. Source: the documentation of Go's package testing. */
const RUN = /^(Test|Fuzz)(?:$|[^\p{Ll}])/u
const EXAMPLE = /^Example(?:$|[^\p{Ll}])/u

/** Go: tests, fuzz tests and examples of the package testing, with sub-tests whose names stand in the code. */
export function go(): Language<FoundInGo & { folder: string }> {
  const reader = new TreeReader('go')
  return {
    name: 'go',
    takes: (path) => path.endsWith('_test.go') && !/(^|\/)(testdata|vendor)\/|(^|\/)[._][^/]*\//.test(path),
    mayHold: (text) => /\bfunc\b/.test(text),
    prepare: () => reader.load(),
    read(file) {
      const { result, unread } = reader.read(file, (root, comments) => readFile(file, root, comments))
      return { tests: result.tests, unread, rest: { ...result, folder: folderOf(file.path) } }
    },
    finish(files) {
      const tests = files.flatMap((file) => file.tests)
      // methods of suites by folder and type
      const methods = new Map<string, FoundTest[]>()
      const keyOf = (folder: string, type: string) => `${folder}\u0000${type}`
      for (const { rest } of files)
        for (const { type, test } of rest?.methods ?? []) {
          const key = keyOf(rest?.folder ?? '', type)
          methods.set(key, [...(methods.get(key) ?? []), test])
        }
      for (const { rest } of files)
        for (const { test, type, folder } of rest?.runs ?? [])
          for (const method of methods.get(keyOf(folder, type)) ?? []) tests.push({ ...method, name: `${test.name}/${method.name}` })
      return tests
    },
  }
}

const folderOf = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf('/')))

/** As Go writes the names of sub-tests. */
const goName = (name: string): string => name.replace(/\s/g, '_')

interface FoundInGo {
  tests: FoundTest[]
  /** Methods of suites, and where a test runs such a suite. */
  methods: { type: string; test: FoundTest }[]
  runs: { test: FoundTest; type: string; folder: string }[]
}

function readFile(file: SourceFile, root: Node, comments: Span[]): FoundInGo {
  const found: FoundInGo = { tests: [], methods: [], runs: [] }
  const lines = file.text.split('\n')
  const tags = [...(/^\/\/go:build\s+(.*)$/m.exec(file.text)?.[1] ?? '').matchAll(/(?<![!\w])[a-z]\w*/g)].map(([tag]) => tag)

  const testAt = (name: string, node: Node, body: Node | null, more: Partial<FoundTest> = {}): FoundTest => ({
    framework: 'go',
    file: file.path,
    line: lineOf(node),
    endLine: endLineOf(node),
    suites: [],
    suitePatterns: null,
    name,
    pattern: null,
    title: null,
    tags,
    keys: keysOf([name], [], keysAbove(lines, lineOf(node))),
    skipped: body !== null && skipsAtOnce(body) ? 'skip' : false,
    from: node.startIndex,
    to: node.endIndex,
    nameEnd: null,
    steps: [],
    ...bodyOf(file.text, body ? [body.startIndex, body.endIndex] : [0, 0], comments),
    ...more,
  })

  /** Sub-tests of a test: calls of `Run` with a name and a function. */
  const subTests = (body: Node, test: FoundTest): void => {
    for (const call of named(body)) {
      const callee = call.type === 'call_expression' ? field(call, 'function') : null
      if (callee?.type === 'selector_expression' && textIn(callee, 'field') === 'Run') {
        const [first, second] = named(field(call, 'arguments'))
        const suite = /^suite\.Run\(/.test(call.text) ? (/(?:new\(|&)\s*(?:\w+\.)?(\w+)/.exec(second?.text ?? '')?.[1] ?? null) : null
        if (suite !== null) {
          found.runs.push({ test, type: suite, folder: folderOf(file.path) })
          continue
        }
        const name = first ? stringOf(first) : null
        const inner = second?.type === 'func_literal' ? field(second, 'body') : null
        if (name !== null) {
          const own = testAt(`${test.name}/${goName(name)}`, call, inner)
          own.keys = unique([...own.keys, ...test.keys])
          found.tests.push(own)
          if (inner) subTests(inner, own)
          continue
        }
        // what a table names is a row of the test around it
        continue
      }
      subTests(call, test)
    }
  }

  for (const node of named(root)) {
    const name = textIn(node, 'name')
    const body = field(node, 'body')
    if (node.type === 'function_declaration' && RUN.test(name) && name !== 'TestMain') {
      if (!/\*\s*(?:testing\.)?[TF]\b/.test(textIn(node, 'parameters'))) continue
      const test = testAt(name, node, body)
      found.tests.push(test)
      if (body) subTests(body, test)
    } else if (node.type === 'function_declaration' && EXAMPLE.test(name) && body && hasOutput(body, file.text, comments)) {
      found.tests.push(testAt(name, node, body))
    } else if (node.type === 'method_declaration' && /^Test/.test(name)) {
      const type = textIn(node, 'receiver').match(/\b\w+/g)?.at(-1)
      if (type !== undefined) found.methods.push({ type, test: testAt(name, node, body) })
    }
  }
  return found
}

/** An example is run where a comment says what it prints. */
const hasOutput = (body: Node, text: string, comments: readonly Span[]): boolean =>
  comments.some(
    ([from, to]) => from > body.startIndex && to < body.endIndex && /^(?:\/\/|\/\*)\s*(unordered )?output:/i.test(text.slice(from, to)),
  )

/** The text of a literal, of its pieces; null for what is computed. */
function stringOf(node: Node): string | null {
  if (node.type === 'raw_string_literal') return node.text.slice(1, -1)
  if (node.type === 'interpreted_string_literal') {
    try {
      return JSON.parse(node.text) as string
    } catch {
      return node.text.slice(1, -1)
    }
  }
  if (node.type !== 'binary_expression' || textIn(node, 'operator') !== '+') return null
  const [left, right] = [field(node, 'left'), field(node, 'right')].map((side) => (side ? stringOf(side) : null))
  return left !== null && left !== undefined && right !== null && right !== undefined ? left + right : null
}

function skipsAtOnce(body: Node): boolean {
  const list = named(body)
  const first = list[0]?.type === 'statement_list' ? named(list[0])[0] : list[0]
  return /^\w+\.Skip(f|Now)?\(/.test(first?.text ?? '')
}
