import type { DemoScript, World } from './world.js'

export interface SourceText {
  path: string
  text: string
}

const quoted = (text: string) => `'${text.replaceAll('\\', '\\\\').replaceAll("'", "\\'")}'`
const doubled = (text: string) => JSON.stringify(text)

/** Taken out of the code before the newest build. */
const TAKEN_OUT = new Set(['Torn ticket is logged with the gate'])

/** What a test is called, and where it stands, at the end of the history: one was renamed, one was moved. */
const AS_IT_IS: Record<string, { title?: string; file?: string }> = {
  'Coach is placed over the keel line': { title: 'Coach stands over the keel line' },
  'Lane A is filled from the stern': { file: 'deck/lane-order.spec.ts' },
}

/** The source tree that the results of the demo are of: browser tests in TypeScript, tests of the services in Python. */
export function makeSources(world: World): SourceText[] {
  const files = new Map<string, DemoScript[]>()
  for (const script of world.scripts) {
    if (TAKEN_OUT.has(script.title)) continue
    const { system, part } = script
    const usual = system.runner === 'browser' ? `${system.folder}/${part.folder}.spec.ts` : `${system.folder}/test_${part.folder}.py`
    const path = AS_IT_IS[script.title]?.file ?? usual
    files.set(path, [...(files.get(path) ?? []), script])
  }
  return [
    { path: 'playwright.config.ts', text: CONFIG },
    { path: 'conftest.py', text: CONFTEST },
    ...[...files].map(([path, scripts]) => ({ path, text: path.endsWith('.py') ? python(scripts) : typescript(scripts) })),
  ]
}

const CONFIG = `import { defineConfig } from '@playwright/test'

export default defineConfig({ projects: [{ name: 'desktop' }], retries: 1 })
`

const CONFTEST = `import pytest

from ferry import Service


@pytest.fixture
def service(request):
    return Service(request.module.__name__)
`

const titleOf = ({ title }: DemoScript): string => AS_IT_IS[title]?.title ?? title

function typescript(scripts: readonly DemoScript[]): string {
  const tests = scripts.map((script) => {
    const { system, part, key, subject, ending } = script
    const title = titleOf(script)
    const rest = title.startsWith(`${subject} ${ending}`) ? title.slice(`${subject} ${ending}`.length).trim() : ''
    const details = key ? `{ annotation: { type: 'case', description: ${quoted(key)} } }, ` : ''
    return [
      `test(${quoted(title)}, ${details}async ({ page }) => {`,
      `  await page.goto(${quoted(`/${system.folder}/${part.folder}`)})`,
      ...(rest === '' ? [] : [`  await page.getByLabel('Setting').selectOption(${quoted(rest)})`]),
      `  await page.getByRole('link', { name: ${quoted(subject)} }).click()`,
      `  await expect(page.getByRole('main')).toContainText(${quoted(ending)})`,
      '})',
    ].join('\n')
  })
  return `import { expect, test } from '@playwright/test'\n\n${tests.join('\n\n')}\n`
}

/** Rows of a data-driven test are one test. */
function python(scripts: readonly DemoScript[]): string {
  const byTitle = new Map<string, DemoScript[]>()
  for (const script of scripts) byTitle.set(titleOf(script), [...(byTitle.get(titleOf(script)) ?? []), script])
  const tests = [...byTitle].map(([title, own]) => {
    const [first] = own
    if (!first) return ''
    const { key, subject, part } = first
    const rows = own.flatMap(({ row }) => row ?? [])
    const name = `test_${title.toLowerCase().replace(/[^a-z0-9]+/g, '_')}`
    return [
      ...(key ? [`@pytest.mark.case(${doubled(key)})`] : []),
      ...(rows.length > 0
        ? [`@pytest.mark.parametrize("vehicle, metres", [${rows.map((row) => `("${row.replace('-', '", ')})`).join(', ')}])`]
        : []),
      `def ${name}(service${rows.length > 0 ? ', vehicle, metres' : ''}):`,
      `    answer = service.ask(${doubled(part.folder)}, ${doubled(subject)}${rows.length > 0 ? ', vehicle=vehicle, metres=metres' : ''})`,
      `    assert answer.says(${doubled(title.replace(`${subject} `, ''))})`,
    ].join('\n')
  })
  return `import pytest\n\n\n${tests.join('\n\n\n')}\n`
}
