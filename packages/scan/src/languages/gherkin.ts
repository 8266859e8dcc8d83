import { AstBuilder, GherkinClassicTokenMatcher, Parser } from '@cucumber/gherkin'
import { type FeatureChild, IdGenerator, type RuleChild, type Scenario, StepKeywordType, type Tag } from '@cucumber/messages'
import { bodyOf, keysAbove } from '../body.js'
import { unique } from '../class-tests.js'
import { keysOf } from '../declared.js'
import type { FoundInFile, FoundStep, FoundTest, Language, SourceFile, Unread } from '../found.js'
import { escaped } from '../title.js'

/** Gherkin: scenarios of features and rules, by Cucumber's own parser. */
export function gherkin(): Language {
  return { name: 'gherkin', takes: (path) => path.endsWith('.feature'), mayHold: (text) => text.trim() !== '', read: readFeature }
}

interface Around {
  suites: string[]
  tags: string[]
}

function readFeature(file: SourceFile): FoundInFile {
  const parser = new Parser(new AstBuilder(IdGenerator.incrementing()), new GherkinClassicTokenMatcher())
  try {
    const { feature } = parser.parse(file.text)
    if (!feature) return { tests: [] }
    return { tests: scenariosIn(linesOf(file), feature.children, { suites: [feature.name], tags: namesOf(feature.tags) }) }
  } catch (error) {
    return { tests: [], unread: faultsOf(error, file.path) }
  }
}

function faultsOf(error: unknown, file: string): Unread[] {
  const { errors = [error] } = error as { errors?: unknown[] }
  return errors.slice(0, 1).map((one) => {
    const { location, message } = one as { location?: { line: number; column?: number }; message: string }
    return {
      file,
      line: location?.line ?? 1,
      column: location?.column ?? 1,
      message: message.replace(/^\(\d+:\d+\):\s*/, '').split('\n')[0] ?? '',
    }
  })
}

/** A file with its lines, and where each begins. */
interface Lined {
  path: string
  lines: readonly string[]
  starts: readonly number[]
}

function linesOf({ path, text }: SourceFile): Lined {
  const lines = text.split('\n')
  const starts = [0]
  for (const line of lines) starts.push((starts.at(-1) ?? 0) + line.length + 1)
  return { path, lines, starts }
}

const namesOf = (tags: readonly Tag[]): string[] => tags.map(({ name }) => name.replace(/^@/, ''))

function scenariosIn(file: Lined, children: readonly (FeatureChild | RuleChild)[], around: Around): FoundTest[] {
  return children.flatMap((child): FoundTest[] => {
    if ('rule' in child && child.rule) {
      const inner = { suites: [...around.suites, child.rule.name], tags: [...around.tags, ...namesOf(child.rule.tags)] }
      return scenariosIn(file, child.rule.children, inner)
    }
    return child.scenario ? [scenario(file, child.scenario, around)] : []
  })
}

function scenario(file: Lined, { name, tags, examples, steps, location }: Scenario, around: Around): FoundTest {
  const { lines, starts } = file
  const columns = examples.flatMap((table) => table.tableHeader?.cells.map(({ value }) => value) ?? [])
  const open = columns.filter((column) => name.includes(`<${column}>`))
  const pattern =
    open.length === 0 ? null : `^${open.reduce((text, column) => text.replaceAll(escaped(`<${column}>`), '.*'), escaped(name))}$`
  const own = unique([...around.tags, ...namesOf(tags), ...examples.flatMap((table) => namesOf(table.tags))])
  const ends = [...steps.map(endOf), ...examples.flatMap((table) => [table.location.line, table.tableBody.at(-1)?.location.line ?? 0])]
  // a scenario may have more rows than a call may have arguments
  const last = ends.reduce((most, line) => Math.max(most, line), location.line)
  const words = steps
    .map((step) => `${step.keyword}${step.text}\u0001${step.docString?.content ?? ''}${tableText(step.dataTable?.rows)}`)
    .join('\n')
  return {
    framework: 'cucumber',
    file: file.path,
    line: location.line,
    endLine: last,
    suites: around.suites,
    suitePatterns: null,
    name,
    pattern,
    title: null,
    tags: own,
    keys: keysOf([name, ...around.suites], own, keysAbove(lines, Math.min(location.line, ...tags.map((tag) => tag.location.line)))),
    skipped: own.some((tag) => /^(skip|ignore|disabled|wip)$/i.test(tag)) ? 'skip' : false,
    from: starts[location.line - 1] ?? 0,
    to: (starts[Math.min(last, lines.length)] ?? 1) - 1,
    nameEnd: null,
    steps: stepsOf(steps),
    ...bodyOf(words, [0, words.length]),
  }
}

interface Located {
  location: { line: number }
  dataTable?: { rows: readonly { location: { line: number }; cells: readonly { value: string }[] }[] } | undefined
  docString?: { location: { line: number }; content: string } | undefined
}

const endOf = ({ location, dataTable, docString }: Located): number =>
  Math.max(
    location.line,
    dataTable?.rows.at(-1)?.location.line ?? 0,
    docString ? docString.location.line + docString.content.split('\n').length + 1 : 0,
  )

/** What is given and done is an action; what then holds belongs to the last of them. */
function stepsOf(steps: Scenario['steps']): FoundStep[] {
  const found: FoundStep[] = []
  let then = false
  for (const { keyword, keywordType, text } of steps) {
    if (keywordType !== StepKeywordType.CONJUNCTION) then = keywordType === StepKeywordType.OUTCOME
    const last = found.at(-1)
    if (then && last) last.expected = [last.expected, text].filter(Boolean).join('; ')
    else found.push({ action: `${keyword.trim()} ${text}`.replace(/^\* /, ''), expected: '' })
  }
  return found
}

const tableText = (rows: readonly { cells: readonly { value: string }[] }[] | undefined): string =>
  (rows ?? []).map((row) => row.cells.map(({ value }) => value).join('|')).join('\n')
