import type { Node } from 'web-tree-sitter'
import { bodyOf, keysAbove, type Span } from '../body.js'
import { restOf, testsOfClasses, unique } from '../class-tests.js'
import { keysOf } from '../declared.js'
import type { FoundClass, FoundMethod, FoundTest, Language, SourceFile } from '../found.js'
import { escaped } from '../title.js'
import { type Annotation, annotationOf, lastOf, textsOf } from './annotated.js'
import { endLineOf, field, lineOf, named, textIn, TreeReader } from './tree.js'

/** Attributes that make a test of a method, with their framework. Source: the documentation of NUnit, xUnit.net and MSTest. */
const TEST: Readonly<Record<string, string>> = {
  Test: 'nunit',
  TestCase: 'nunit',
  TestCaseSource: 'nunit',
  Fact: 'xunit',
  Theory: 'xunit',
  TestMethod: 'mstest',
  DataTestMethod: 'mstest',
}
const IN_ROWS = new Set([
  'TestCase',
  'TestCaseSource',
  'DataTestMethod',
  'DataRow',
  'DynamicData',
  'InlineData',
  'MemberData',
  'ClassData',
  'Values',
  'Range',
])
const TAG = new Set(['Category', 'Trait', 'TestCategory'])
const NAMES_CASE = /^(case|test|test_?case)_?(id|key)?s?$/i

/** C#: NUnit, xUnit.net and MSTest. */
export function csharp(): Language<FoundClass[]> {
  const reader = new TreeReader('c-sharp')
  return {
    name: 'csharp',
    takes: (path) => path.endsWith('.cs') && !path.endsWith('.g.cs'),
    mayHold: (text) => /\[\s*(\w+\.)*(Test|Fact|Theory|DataTestMethod)|\bclass\s/.test(text),
    prepare: () => reader.load(),
    read(file) {
      const { result, unread } = reader.read(file, (root, comments) => readFile(file, root, comments))
      return { tests: [], rest: result, unread: result.some(({ methods }) => methods.some(({ isTest }) => isTest)) ? unread : [] }
    },
    finish: (files) => testsOfClasses(restOf(files), 'nunit'),
  }
}

function readFile(file: SourceFile, root: Node, comments: Span[]): FoundClass[] {
  const lines = file.text.split('\n')
  const classes: FoundClass[] = []

  const visit = (node: Node, prefix: string, outer: FoundClass | null): void => {
    let inForce = prefix
    for (const child of named(node)) {
      if (child.type === 'file_scoped_namespace_declaration') {
        inForce = textIn(child, 'name')
        visit(child, inForce, null)
      } else if (child.type === 'namespace_declaration') {
        const name = textIn(child, 'name')
        const body = field(child, 'body')
        if (body) visit(body, prefix === '' ? name : `${prefix}.${name}`, null)
      } else if (child.type === 'class_declaration' || child.type === 'record_declaration') readClass(child, inForce, outer)
    }
  }

  const readClass = (node: Node, prefix: string, outer: FoundClass | null): void => {
    const name = textIn(node, 'name')
    const said = told(attributesOf(node))
    const modifiers = named(node)
      .filter(({ type }) => type === 'modifier')
      .map(({ text }) => text)
    const outermost = outer?.suites[0]
    const found: FoundClass = {
      file: file.path,
      line: lineOf(node),
      endLine: endLineOf(node),
      simple: name,
      suites: [outermost !== undefined ? `${outermost}+${name}` : prefix === '' ? name : `${prefix}.${name}`],
      bases: named(named(node).find(({ type }) => type === 'base_list')).map((base) => lastOf(base.text.split('<')[0] ?? '')),
      isSuite: !modifiers.includes('abstract'),
      suiteIfBase: null,
      framework: null,
      tags: unique([...(outer?.tags ?? []), ...said.tags]),
      keys: unique([...(outer?.keys ?? []), ...said.keys, ...keysAbove(lines, lineOf(node))]),
      skipped: outer?.skipped || said.skipped,
      methods: [],
    }
    classes.push(found)
    const body = field(node, 'body')
    for (const member of named(body)) if (member.type === 'method_declaration') found.methods.push(readMethod(member))
    if (body) visit(body, prefix, found)
  }

  const readMethod = (node: Node): FoundMethod => {
    const name = textIn(node, 'name')
    const attributes = attributesOf(node)
    const said = told(attributes)
    const framework = attributes.map((one) => TEST[one.name]).find((one) => one !== undefined) ?? null
    const rows = attributes.some((one) => IN_ROWS.has(one.name)) || named(field(node, 'parameters')).some(({ text }) => /^\[/.test(text))
    const body = field(node, 'body')
    const title = attributes.flatMap((one) => one.values.filter((value) => value.name === 'DisplayName')).map(({ text }) => text)[0] ?? null
    return {
      isTest: framework !== null,
      framework,
      name,
      pattern: rows ? `^(.*\\.)?${escaped(name)}\\s*(<.*>)?(\\(.*\\))?$` : null,
      title,
      tags: said.tags,
      keys: keysOf([name, ...(title === null ? [] : [title])], said.tags, [...keysAbove(lines, lineOf(node)), ...said.keys]),
      skipped: said.skipped,
      line: lineOf(node),
      endLine: endLineOf(node),
      from: node.startIndex,
      to: node.endIndex,
      nameEnd: null,
      steps: [],
      ...bodyOf(file.text, body ? [body.startIndex, body.endIndex] : [0, 0], comments),
    }
  }

  visit(root, '', null)
  return classes
}

const attributesOf = (node: Node): Annotation[] =>
  named(node)
    .filter(({ type }) => type === 'attribute_list')
    .flatMap(named)
    .filter(({ type }) => type === 'attribute')
    .map((one) => {
      const annotation = annotationOf(one)
      return { ...annotation, name: annotation.name.replace(/Attribute$/, '') }
    })

function told(attributes: readonly Annotation[]): { tags: string[]; keys: string[]; skipped: FoundTest['skipped'] } {
  const tags: string[] = []
  const keys: string[] = []
  let skipped: FoundTest['skipped'] = false
  for (const attribute of attributes) {
    const texts = textsOf(attribute)
    const [first = '', ...others] = texts
    if (attribute.name === 'Ignore' || /\bSkip\s*=/.test(attribute.written)) skipped = 'skip'
    else if (attribute.name === 'Property' || attribute.name === 'TestProperty' || attribute.name === 'Trait') {
      if (NAMES_CASE.test(first)) keys.push(...others.flatMap((text) => keysOf([text], [])))
      else if (TAG.has(attribute.name)) tags.push(others.at(-1) ?? first)
    } else if (TAG.has(attribute.name)) tags.push(...texts)
  }
  return { tags, keys, skipped }
}
