import type { Node } from 'web-tree-sitter'
import { bodyOf, keysAbove, type Span } from '../body.js'
import { restOf, testsOfClasses, unique } from '../class-tests.js'
import { keysOf } from '../declared.js'
import type { FoundClass, FoundMethod, FoundTest, Language, SourceFile } from '../found.js'
import { escaped } from '../title.js'
import { type Annotation, annotationOf, lastOf, textsOf } from './annotated.js'
import { endLineOf, field, lineOf, named, textIn, TreeReader } from './tree.js'

/** Annotations that make a test of a method. Source: the user guides of JUnit and TestNG. */
const TEST = new Set(['Test', 'ParameterizedTest', 'RepeatedTest', 'TestFactory', 'TestTemplate', 'Property', 'Example'])
const IN_ROWS = new Set(['ParameterizedTest', 'RepeatedTest', 'TestFactory', 'TestTemplate', 'Parameters'])
const NAMES_CASE = /^(Test)?(Case|CaseId|Key|Id|CaseKey)s?$/

/** Java: JUnit 3, 4 and 5, and TestNG. */
export function java(): Language<FoundClass[]> {
  const reader = new TreeReader('java')
  return {
    name: 'java',
    takes: (path) => path.endsWith('.java'),
    mayHold: (text) => /@\w*Test|@Test|extends\s|org\.junit|org\.testng/.test(text),
    prepare: () => reader.load(),
    read(file) {
      const { result, unread } = reader.read(file, (root, comments) => readFile(file, root, comments))
      return { tests: [], rest: result, unread: /@Test|TestCase/.test(file.text) ? unread : [] }
    },
    finish: (files) => testsOfClasses(restOf(files), 'junit'),
  }
}

const frameworkOf = (text: string): string | null => {
  if (text.includes('org.testng')) return 'testng'
  if (text.includes('org.junit.jupiter')) return 'junit5'
  if (/org\.junit\.|junit\.framework/.test(text)) return 'junit4'
  return null
}

function readFile(file: SourceFile, root: Node, comments: Span[]): FoundClass[] {
  const lines = file.text.split('\n')
  const framework = frameworkOf(file.text)
  const inPackage = named(root).find(({ type }) => type === 'package_declaration')
  const prefix = inPackage ? (named(inPackage).at(-1)?.text ?? '') : ''
  const classes: FoundClass[] = []

  const readClass = (node: Node, outer: FoundClass | null): void => {
    const name = textIn(node, 'name')
    const modifiers = named(node).find(({ type }) => type === 'modifiers')
    const annotations = annotationsOf(modifiers)
    const said = told(annotations)
    const isStatic = /\bstatic\b/.test(modifiers?.text.replace(/@\w+(\([^)]*\))?/g, '') ?? '')
    const isAbstract = /\babstract\b/.test(modifiers?.text ?? '') || node.type === 'interface_declaration'
    const qualified = outer ? `${outer.suites[0] ?? ''}$${name}` : prefix === '' ? name : `${prefix}.${name}`
    const bases = [...named(field(node, 'superclass')), ...named(field(node, 'interfaces')).flatMap(named), ...extendsOf(node)].map(
      (base) => lastOf(base.text.split('<')[0] ?? ''),
    )
    const wholeClass = annotations.find((one) => one.name === 'Test')
    const found: FoundClass = {
      file: file.path,
      line: lineOf(node),
      endLine: endLineOf(node),
      simple: name,
      suites: [qualified],
      bases,
      isSuite: !isAbstract && (outer === null || isStatic || annotations.some((one) => one.name === 'Nested') || framework !== 'junit5'),
      suiteIfBase: null,
      framework,
      tags: unique([...(outer?.tags ?? []), ...said.tags]),
      keys: unique([...(outer?.keys ?? []), ...said.keys, ...keysAbove(lines, lineOf(node))]),
      skipped: outer?.skipped || said.skipped,
      methods: [],
    }
    classes.push(found)
    const isJunit3 = bases.some((base) => /TestCase$/.test(base)) && !file.text.includes('org.junit.Test')
    const inRows = annotations.some((one) => one.name === 'RunWith' && /Parameterized/.test(one.written))
    for (const member of named(field(node, 'body'))) {
      if (member.type === 'method_declaration')
        found.methods.push(readMethod(member, { isJunit3, wholeClass: wholeClass !== undefined, inRows }))
      else if (member.type === 'class_declaration' || member.type === 'record_declaration') readClass(member, found)
    }
  }

  const readMethod = (node: Node, of: { isJunit3: boolean; wholeClass: boolean; inRows: boolean }): FoundMethod => {
    const name = textIn(node, 'name')
    const modifiers = named(node).find(({ type }) => type === 'modifiers')
    const annotations = annotationsOf(modifiers)
    const said = told(annotations)
    const isPublic = /\bpublic\b/.test(modifiers?.text ?? '')
    const isStatic = /\bstatic\b/.test(modifiers?.text ?? '')
    const isTest =
      annotations.some((one) => TEST.has(one.name)) ||
      (of.isJunit3 && isPublic && /^test/.test(name) && named(field(node, 'parameters')).length === 0) ||
      (of.wholeClass &&
        framework === 'testng' &&
        isPublic &&
        !isStatic &&
        !annotations.some((one) => /^(Before|After|DataProvider|Factory)/.test(one.name)))
    const test = annotations.find((one) => one.name === 'Test')
    const rows = of.inRows || annotations.some((one) => IN_ROWS.has(one.name)) || /\bdataProvider\b/.test(test?.written ?? '')
    const body = field(node, 'body')
    const title = textsOf(annotations.find((one) => one.name === 'DisplayName'))[0] ?? null
    return {
      isTest,
      framework: null,
      name,
      pattern: rows ? `^${escaped(name)}(\\(.*\\))?(\\[.*\\].*)?$` : null,
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

  for (const node of named(root)) if (node.type === 'class_declaration' || node.type === 'interface_declaration') readClass(node, null)
  return classes
}

const extendsOf = (node: Node): Node[] => named(named(node).find(({ type }) => type === 'extends_interfaces')).flatMap(named)

const annotationsOf = (modifiers: Node | undefined): Annotation[] =>
  named(modifiers)
    .filter(({ type }) => type === 'annotation' || type === 'marker_annotation')
    .map(annotationOf)

/** What annotations say: JUnit's tags and categories, TestNG's groups, what is switched off. */
function told(annotations: readonly Annotation[]): { tags: string[]; keys: string[]; skipped: FoundTest['skipped'] } {
  const tags: string[] = []
  const keys: string[] = []
  let skipped: FoundTest['skipped'] = false
  for (const annotation of annotations) {
    const { name, values, written } = annotation
    if (name === 'Tag' || name === 'Tags') tags.push(...textsOf(annotation))
    else if (name === 'Category') tags.push(...(written.match(/\b\w+\.class\b/g) ?? []).map((tag) => tag.slice(0, -'.class'.length)))
    else if (name === 'Disabled' || name === 'Ignore') skipped = 'skip'
    else if (name === 'Test') {
      tags.push(...values.filter((value) => value.name === 'groups').map(({ text }) => text))
      keys.push(
        ...values.filter((value) => value.name === 'description' || value.name === 'testName').flatMap(({ text }) => keysOf([text], [])),
      )
      if (/\benabled\s*=\s*false\b/.test(written)) skipped = 'skip'
    } else if (NAMES_CASE.test(name)) keys.push(...textsOf(annotation).flatMap((text) => keysOf([text], [])))
  }
  return { tags, keys, skipped }
}
