import type { Node } from 'web-tree-sitter'
import { bodyOf, keysAbove, type Span } from '../body.js'
import { restOf, testsOfClasses, unique } from '../class-tests.js'
import { keysOf } from '../declared.js'
import type { FoundClass, FoundMethod, FoundTest, Language, SourceFile } from '../found.js'
import { escaped } from '../title.js'
import { type Annotation, annotationOf, lastOf, textsOf } from './annotated.js'
import { endLineOf, field, lineOf, named, textIn, TreeReader } from './tree.js'

const NAMES_CASE = /^(Test)?(Case|CaseId|Key|CaseKey)s?$/

/** PHP: PHPUnit, with annotations and attributes. */
export function php(): Language<FoundClass[]> {
  const reader = new TreeReader('php')
  return {
    name: 'php',
    takes: (path) => path.endsWith('.php') && !/(^|\/)vendor\//.test(path),
    mayHold: (text) => /\bclass\s+\w*Test|TestCase|trait\s/.test(text),
    prepare: () => reader.load(),
    read(file) {
      const { result, unread } = reader.read(file, (root, comments) => readFile(file, root, comments))
      return { tests: [], rest: result, unread }
    },
    finish: (files) => testsOfClasses(restOf(files), 'phpunit'),
  }
}

function readFile(file: SourceFile, root: Node, comments: Span[]): FoundClass[] {
  const lines = file.text.split('\n')
  const classes: FoundClass[] = []

  const visit = (node: Node, prefix: string): void => {
    let inForce = prefix
    for (const child of named(node)) {
      if (child.type === 'namespace_definition') {
        const body = field(child, 'body')
        if (body) visit(body, textIn(child, 'name'))
        else inForce = textIn(child, 'name')
      } else if (child.type === 'class_declaration' || child.type === 'trait_declaration') readClass(child, inForce)
    }
  }

  const readClass = (node: Node, prefix: string): void => {
    const name = textIn(node, 'name')
    const doc = docAbove(node)
    const said = told(attributesOf(node), doc)
    const body = field(node, 'body')
    const bases = named(named(node).find(({ type }) => type === 'base_clause')).map(({ text }) => lastOf(text))
    const traits = named(body)
      .filter(({ type }) => type === 'use_declaration')
      .flatMap(named)
      .map(({ text }) => lastOf(text))
    const isAbstract = node.type === 'trait_declaration' || named(node).some(({ type }) => type === 'abstract_modifier')
    classes.push({
      file: file.path,
      line: lineOf(node),
      endLine: endLineOf(node),
      simple: name,
      suites: [prefix === '' ? name : `${prefix}\\${name}`],
      bases: [...traits, ...bases],
      isSuite: !isAbstract,
      suiteIfBase: /TestCase$|^Test$/,
      framework: null,
      tags: said.tags,
      keys: unique([...said.keys, ...keysAbove(lines, lineOf(node))]),
      skipped: said.skipped,
      methods: named(body)
        .filter(({ type }) => type === 'method_declaration')
        .map(readMethod),
    })
  }

  const readMethod = (node: Node): FoundMethod => {
    const name = textIn(node, 'name')
    const doc = docAbove(node)
    const attributes = attributesOf(node)
    const said = told(attributes, doc)
    const visibility = named(node).find(({ type }) => type === 'visibility_modifier')?.text ?? 'public'
    const marked = /@test\b/.test(doc) || attributes.some((one) => one.name === 'Test')
    const rows = /@(dataProvider|testWith)\b/.test(doc) || attributes.some((one) => /^(DataProvider|TestWith)/.test(one.name))
    const title = /@testdox\s+([^\n*]+)/.exec(doc)?.[1]?.trim() ?? textsOf(attributes.find((one) => one.name === 'TestDox'))[0] ?? null
    const body = field(node, 'body')
    return {
      isTest: visibility === 'public' && (/^test/i.test(name) || marked) && !named(node).some(({ type }) => type === 'abstract_modifier'),
      framework: null,
      name,
      pattern: rows ? `^${escaped(name)}( with data set .*|[#@"].*)?$` : null,
      title,
      tags: said.tags,
      keys: keysOf([name, ...(title === null ? [] : [title])], said.tags, unique([...keysAbove(lines, lineOf(node)), ...said.keys])),
      skipped:
        said.skipped ||
        (/\{\s*(?:\$this->|self::|static::)markTest(Skipped|Incomplete)\(/.test(body?.text.slice(0, 300) ?? '') ? 'skip' : false),
      line: lineOf(node),
      endLine: endLineOf(node),
      // what is said above the method belongs to it
      from: doc === '' ? node.startIndex : (node.previousNamedSibling?.startIndex ?? node.startIndex),
      to: node.endIndex,
      nameEnd: null,
      steps: [],
      ...bodyOf(file.text, body ? [body.startIndex, body.endIndex] : [0, 0], comments),
    }
  }

  visit(root, '')
  return classes
}

const docAbove = (node: Node): string => {
  const before = node.previousNamedSibling
  return before?.type === 'comment' && before.text.startsWith('/**') ? before.text : ''
}

const attributesOf = (node: Node): Annotation[] =>
  named(named(node).find(({ type }) => type === 'attribute_list'))
    .flatMap(named)
    .filter(({ type }) => type === 'attribute')
    .map(annotationOf)

function told(attributes: readonly Annotation[], doc: string): { tags: string[]; keys: string[]; skipped: FoundTest['skipped'] } {
  const tags = [...doc.matchAll(/@(?:group|ticket)\s+(\S+)/g)].map(([, tag = '']) => tag)
  const keys = [...doc.matchAll(/@(?:testcase|case|caseId|case-id)\s+([^\n*]+)/gi)].flatMap(([, text = '']) => keysOf([text], []))
  for (const attribute of attributes) {
    if (attribute.name === 'Group' || attribute.name === 'Ticket') tags.push(...textsOf(attribute))
    else if (NAMES_CASE.test(attribute.name)) keys.push(...textsOf(attribute).flatMap((text) => keysOf([text], [])))
  }
  return { tags, keys, skipped: false }
}
