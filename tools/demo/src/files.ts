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

/** A file as a browser test runner writes it: one suite a spec file, retries as flakyFailure. */
export function browserFile(name: string, startedAt: Date, entries: Entry[]): MadeFile {
  const byFile = groupByFile(entries)
  const suites = [...byFile].map(([file, own]) => {
    const failures = own.filter((entry) => entry.told.outcome === 'failed').length
    const errors = own.filter((entry) => entry.told.outcome === 'errored').length
    const time = seconds(own.reduce((sum, entry) => sum + entry.told.durationMs, 0))
    const cases = own.map((entry) => browserCase(file, entry)).join('\n')
    return `<testsuite name="${file}" timestamp="${startedAt.toISOString()}" hostname="desktop" tests="${own.length}" failures="${failures}" skipped="0" time="${time}" errors="${errors}">\n${cases}\n</testsuite>`
  })
  const count = (outcome: Told['outcome']) => entries.filter((entry) => entry.told.outcome === outcome).length
  const head = `<testsuites id="" name="" tests="${entries.length}" failures="${count('failed')}" skipped="${count('skipped')}" errors="${count('errored')}" time="0">`
  return { name, text: `${head}\n${suites.join('\n')}\n</testsuites>\n` }
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

function browserCase(file: string, { script, told }: Entry): string {
  const annotated = told.outcome === 'skipped' ? `<property name="skip" value="${escape(told.reason ?? '')}"/>` : ''
  const key = script.key ? `<property name="case" value="${script.key}"/>` : ''
  const properties = key || annotated ? `<properties>${key}${annotated}</properties>` : ''
  const body = properties + outcomeElements(told)
  return `<testcase name="${escape(told.title ?? script.title)}" classname="${file}" time="${seconds(told.durationMs)}">${body}</testcase>`
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
  const method = `test_${(told.title ?? script.title).toLowerCase().replace(/[^a-z0-9]+/g, '_')}`
  const properties = script.key ? `<properties><property name="case" value="${script.key}" /></properties>` : ''
  const skipped = told.outcome === 'skipped' ? `<skipped type="pytest.skip" message="${escape(told.reason ?? '')}" />` : ''
  const body = properties + (skipped || outcomeElements(told))
  return `<testcase classname="${moduleOf(script)}" name="${method}" file="${moduleOf(script).replace('.', '/')}.py" line="12" time="${seconds(told.durationMs)}">${body}</testcase>`
}
