import { readEstimate, writeEstimate } from './estimate.js'
import type { Step } from './step-table.js'
import { CASE_INTENTS, CASE_STATES, type CaseIntent, type CaseState } from '../states.js'

/** What people read and write for an intent. */
export const INTENT_WORDS: Record<CaseIntent, string> = {
  byHand: 'by hand',
  toAutomate: 'to be automated',
  automated: 'automated',
  never: 'never',
}

/** A case as a table holds it: people by name or e-mail, areas by path. */
export interface TableCase {
  key: string
  title: string
  area: string[]
  state: CaseState
  priority: number
  tags: string[]
  owner: string
  intent: CaseIntent
  /** Seconds. */
  estimate: number | null
  preconditions: string
  steps: Step[]
}

export const CASE_COLUMNS = [
  'Key', 'Title', 'Area', 'State', 'Priority', 'Tags', 'Owner', 'Automation', 'Estimate', 'Preconditions', 'Step', 'Expected result',
] as const // prettier-ignore
type Column = (typeof CASE_COLUMNS)[number]

/** Other words for the same columns, as teams name them (common practice, no source). */
const ALIASES: Record<string, Column> = {
  key: 'Key', id: 'Key', 'case key': 'Key', title: 'Title', name: 'Title', summary: 'Title', area: 'Area', folder: 'Area', section: 'Area',
  state: 'State', status: 'State', priority: 'Priority', prio: 'Priority', tags: 'Tags', labels: 'Tags', owner: 'Owner', assignee: 'Owner',
  automation: 'Automation', 'automation intent': 'Automation', estimate: 'Estimate', 'estimated duration': 'Estimate', duration: 'Estimate',
  preconditions: 'Preconditions', precondition: 'Preconditions', step: 'Step', steps: 'Step', action: 'Step',
  'expected result': 'Expected result', expected: 'Expected result', result: 'Expected result',
} // prettier-ignore

/** What one case of a table says; only the columns that the table has. */
export type TableRow = Partial<TableCase>

export interface ReadRow {
  /** The line of the table, counted from 1 with the heading. */
  line: number
  row: TableRow
  /** Why this row can't be taken, each with the column and the value. */
  problems: string[]
}

export interface ReadTable {
  rows: ReadRow[]
  columns: Column[]
  /** Headings that mean nothing here. */
  ignored: string[]
}

/** Cases as lines of cells, heading first. A case with several steps takes several lines: only the first says the rest. */
export function writeCaseTable(cases: readonly TableCase[]): string[][] {
  return [[...CASE_COLUMNS], ...cases.flatMap(linesOf)]
}

function linesOf(row: TableCase): string[][] {
  const { key, title, area, state, priority, tags, owner, intent, estimate, preconditions, steps } = row
  const head = [
    key,
    title,
    area.join(' › '),
    state,
    String(priority),
    tags.join(', '),
    owner,
    INTENT_WORDS[intent],
    writeEstimate(estimate),
    preconditions,
  ]
  const [first, ...rest] = steps.length > 0 ? steps : [{ action: '', expected: '' }]
  return [[...head, first?.action ?? '', first?.expected ?? ''], ...rest.map((step) => [...head.map(() => ''), step.action, step.expected])]
}

/**
 * Reads lines of cells whose first line names the columns. A line without key and title goes on with the steps of the case above.
 * A row that holds something it may not is kept with its problems.
 */
export function readCaseTable(lines: readonly (readonly string[])[]): ReadTable {
  const [heading = [], ...body] = lines
  const columns = heading.map((cell) => ALIASES[cell.trim().toLowerCase()] ?? null)
  const rows: ReadRow[] = []
  body.forEach((cells, i) => {
    const said = new Map<Column, string>()
    columns.forEach((column, at) => column && said.set(column, (cells[at] ?? '').trim()))
    if ([...said.values()].every((value) => value === '')) return
    const goesOn = (said.get('Key') ?? '') === '' && (said.get('Title') ?? '') === '' && rows.length > 0
    if (goesOn) addStep(rows.at(-1)?.row, said)
    else rows.push(readRow(said, i + 2))
  })
  return {
    rows,
    columns: columns.filter((column) => column !== null),
    ignored: heading.filter((cell, i) => cell.trim() !== '' && columns[i] === null),
  }
}

function addStep(row: TableRow | undefined, said: Map<Column, string>): void {
  const step = { action: said.get('Step') ?? '', expected: said.get('Expected result') ?? '' }
  if (step.action !== '' || step.expected !== '') row?.steps?.push(step)
}

function readRow(said: Map<Column, string>, line: number): ReadRow {
  const row: TableRow = {}
  const problems: string[] = []
  for (const [column, value] of said) {
    const problem = READERS[column]?.(value, row)
    if (problem) problems.push(problem)
  }
  if (said.has('Step') || said.has('Expected result')) {
    row.steps = []
    addStep(row, said)
  }
  return { line, row, problems }
}

/** Reads a cell into the row; answers what is wrong with it. */
const READERS: Partial<Record<Column, (value: string, row: TableRow) => string | null>> = {
  Key: (value, row) => {
    row.key = value
    return null
  },
  Title: (value, row) => {
    row.title = value
    return value.length > 1000 ? `The title has ${value.length} characters; at most 1,000` : null
  },
  Area: (value, row) => {
    row.area = value
      .split(/›|\s[/>]\s/)
      .map((name) => name.trim())
      .filter((name) => name !== '')
    return null
  },
  State: (value, row) => {
    row.state = CASE_STATES.find((state) => state === value.toLowerCase()) ?? 'draft'
    return value === '' || row.state === value.toLowerCase() ? null : `State “${value}”; it must be ${CASE_STATES.join(', ')}`
  },
  Priority: (value, row) => {
    row.priority = value === '' ? 3 : Number(/^P?([1-4])\b/i.exec(value)?.[1] ?? NaN)
    return Number.isNaN(row.priority) ? `Priority “${value}”; it must be 1, 2, 3 or 4` : null
  },
  Tags: (value, row) => {
    row.tags = [...new Set(value.split(/[,;]/).map((tag) => tag.trim()).filter((tag) => tag !== ''))] // prettier-ignore
    const long = row.tags.find((tag) => tag.length > 60)
    return long ? `Tag “${long.slice(0, 30)}…” has ${long.length} characters; at most 60` : null
  },
  Owner: (value, row) => {
    row.owner = value
    return null
  },
  Automation: (value, row) => {
    const words = value.toLowerCase()
    row.intent = CASE_INTENTS.find((intent) => INTENT_WORDS[intent] === words || intent.toLowerCase() === words) ?? 'toAutomate'
    const known = words === '' || words === INTENT_WORDS[row.intent] || words === row.intent.toLowerCase()
    return known ? null : `Automation “${value}”; it must be ${Object.values(INTENT_WORDS).join(', ')}`
  },
  Estimate: (value, row) => {
    const estimate = readEstimate(value)
    row.estimate = estimate ?? null
    return estimate === undefined ? `Estimate “${value}”; write it as 90 s, 3 min or 1 h 30 min` : null
  },
  Preconditions: (value, row) => {
    row.preconditions = value
    return null
  },
}
