import { screenPicture } from './picture.js'
import type { Told } from './story.js'
import type { DemoScript } from './world.js'

export interface Entry {
  script: DemoScript
  told: Told
}

export interface MadeFile {
  name: string
  text: string
}

const escape = (text: string) =>
  text.replace(/[&<>"]/g, (char) => `&${{ '&': 'amp', '<': 'lt', '>': 'gt', '"': 'quot' }[char]};`).replaceAll('\n', '&#10;')
const seconds = (ms: number) => (ms / 1000).toFixed(3)
const present = (entries: Entry[]) => entries.filter((entry) => entry.told.outcome !== 'absent')

/** A file as Playwright's JSON reporter writes it: suites by spec file, every try by itself, with steps where something went wrong. */
export function browserFile(name: string, startedAt: Date, entries: Entry[]): MadeFile {
  const suites = [...groupByFile(entries)].map(([file, own]) => ({
    title: file,
    file,
    column: 0,
    line: 0,
    specs: own.map((entry) => browserSpec(file, entry, startedAt)),
  }))
  const stats = { startTime: startedAt.toISOString(), duration: entries.reduce((sum, entry) => sum + entry.told.durationMs, 0) }
  return { name, text: JSON.stringify({ config: { version: '1.65.1' }, suites, errors: [], stats }) }
}

function groupByFile(entries: Entry[]): Map<string, Entry[]> {
  const groups = new Map<string, Entry[]>()
  for (const entry of present(entries)) {
    const { system, part } = entry.script
    const file = entry.told.file ?? `${system.folder}/${part.folder}.spec.ts`
    groups.set(file, [...(groups.get(file) ?? []), entry])
  }
  return groups
}

function browserSpec(file: string, { script, told }: Entry, startedAt: Date) {
  const annotations = [
    ...(script.key ? [{ type: 'case', description: script.key }] : []),
    ...(told.outcome === 'skipped' ? [{ type: 'skip', description: told.reason ?? '' }] : []),
  ]
  const tries = triesOf(script, told, startedAt)
  const status = { passed: 'expected', skipped: 'skipped', recovered: 'flaky' }[told.outcome as string] ?? 'unexpected'
  const test = {
    annotations,
    expectedStatus: told.outcome === 'skipped' ? 'skipped' : 'passed',
    projectName: 'desktop',
    results: tries,
    status,
  }
  return {
    title: told.title ?? script.title,
    ok: status !== 'unexpected',
    tags: [],
    tests: [test],
    id: script.id,
    file,
    line: 12,
    column: 3,
  }
}

function triesOf(script: DemoScript, told: Told, startedAt: Date) {
  const base = { startTime: startedAt.toISOString(), stdout: [], stderr: [], attachments: [], errors: [] }
  const last = { ...base, retry: 0, status: told.outcome === 'skipped' ? 'skipped' : 'passed', duration: told.durationMs }
  if (told.outcome === 'passed' || told.outcome === 'skipped') return [last]
  const failed = {
    ...base,
    retry: 0,
    status: 'failed',
    duration: Math.round(told.durationMs * (told.outcome === 'recovered' ? 1.3 : 1)),
    errors: [{ message: messageOf(told), stack: told.stack ?? messageOf(told) }],
    stdout: [{ text: `opened the page\n${told.message ?? ''}\n` }],
    steps: stepsOf(script, told),
    attachments: [{ name: 'screenshot.png', contentType: 'image/png', body: pictureOf(script) }],
  }
  return told.outcome === 'recovered' ? [failed, { ...last, retry: 1 }] : [failed]
}

const PICTURES = new Map<number, string>()

/** The screen that failed: one of a few for each system, since drawing takes a moment. */
function pictureOf({ system, part }: DemoScript): string {
  const seed = (system.name.length * 7 + part.name.length) % 24
  const known = PICTURES.get(seed) ?? screenPicture(seed).toString('base64')
  PICTURES.set(seed, known)
  return known
}

/** Checks that said no begin as the runner's assertions do; anything else was thrown. */
function messageOf({ outcome, type, message }: Told): string {
  return `${outcome === 'failed' ? 'AssertionError' : (type ?? 'Error')}: ${message ?? 'It failed'}`
}

function stepsOf({ system, part, subject, ending }: DemoScript, told: Told) {
  const error = { message: messageOf(told) }
  const steps = [
    { title: `Open ${system.name}`, duration: Math.round(told.durationMs * 0.3) },
    { title: `Go to ${part.name.toLowerCase()}`, duration: Math.round(told.durationMs * 0.1) },
    { title: `Find “${subject}”`, duration: Math.round(told.durationMs * 0.2) },
    { title: `Expect that it ${ending}`, duration: Math.round(told.durationMs * 0.4) },
  ]
  // what threw did so on the way, a check at its end
  const reached = told.outcome === 'errored' ? steps.slice(0, 2) : steps
  return reached.map((step, i) => (i === reached.length - 1 ? { ...step, error } : step))
}

function outcomeElements(told: Told): string {
  const element = { failed: 'failure', errored: 'error', recovered: 'flakyFailure' }[told.outcome as string]
  if (told.outcome === 'skipped') return '<skipped/>'
  if (!element) return ''
  const open = `<${element} message="${escape(told.message ?? '')}" type="${told.type ?? 'Error'}"`
  const stack = escape(told.stack ?? '').replaceAll('&#10;', '\n')
  if (element === 'flakyFailure') return `${open} time="${seconds(told.durationMs * 1.3)}"><stackTrace>${stack}</stackTrace></${element}>`
  return `${open}>${stack}</${element}><system-out>${escape(`opened the page\n${told.message}`).replaceAll('&#10;', '\n')}</system-out>`
}

/** A file as a Python test runner writes it; `broken` is a module that could not be imported. */
export function serviceFile(name: string, startedAt: Date, entries: Entry[], broken: string | null): MadeFile {
  const own = present(entries).filter((entry) => broken === null || moduleOf(entry.script) !== broken)
  const count = (outcome: Told['outcome']) => own.filter((entry) => entry.told.outcome === outcome).length
  const cases = own.map(serviceCase).join('')
  const fault = broken
    ? `<testcase classname="" name="${broken.replace('.', '/')}.py" time="0.000"><error message="collection failure">ImportError while importing test module '${broken.replace('.', '/')}.py'.\nE   ModuleNotFoundError: No module named 'tide_tables'</error></testcase>`
    : ''
  const head = `<testsuite name="services" errors="${count('errored') + (broken ? 1 : 0)}" failures="${count('failed')}" skipped="${count('skipped')}" tests="${own.length}" time="0" timestamp="${startedAt.toISOString().slice(0, -1)}" hostname="ferry-ci">`
  return { name, text: `<?xml version="1.0" encoding="utf-8"?><testsuites>${head}${cases}${fault}</testsuite></testsuites>` }
}

const moduleOf = (script: DemoScript) => `${script.system.folder}.test_${script.part.folder}`

function serviceCase({ script, told }: Entry): string {
  const method = `test_${(told.title ?? script.title).toLowerCase().replace(/[^a-z0-9]+/g, '_')}${script.row ? `[${script.row}]` : ''}`
  const properties = script.key ? `<properties><property name="case" value="${script.key}" /></properties>` : ''
  const skipped = told.outcome === 'skipped' ? `<skipped type="pytest.skip" message="${escape(told.reason ?? '')}" />` : ''
  const body = properties + (skipped || outcomeElements(told))
  return `<testcase classname="${moduleOf(script)}" name="${method}" file="${moduleOf(script).replace('.', '/')}.py" line="12" time="${seconds(told.durationMs)}">${body}</testcase>`
}
