import { execFileSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it, onTestFinished } from 'vitest'
import { patchOf, scanFolder, stampText } from './index.js'

const FIXTURES = new URL('../fixtures/', import.meta.url).pathname

/** Stamps every test of a folder of fixtures, as a patch that git applies, and scans it again. */
async function stamped(name: string): Promise<{ patch: string; again: string; keys: Map<string, string[]> }> {
  const root = mkdtempSync(join(tmpdir(), 'stamp-'))
  onTestFinished(() => rmSync(root, { recursive: true, force: true }))
  cpSync(join(FIXTURES, name), root, { recursive: true })
  const patch = await patchFor(root)
  execFileSync('git', ['apply', '--unidiff-zero', '-'], { cwd: root, input: patch })
  const { tests } = await scanFolder(root)
  return { patch, again: await patchFor(root), keys: new Map(tests.map((test) => [`${test.file} ${test.name}`, test.keys])) }
}

async function patchFor(root: string): Promise<string> {
  const { tests } = await scanFolder(root)
  const files = [...new Set(tests.map(({ file }) => file))]
  return files
    .map((file) => {
      const text = readFileSync(join(root, file), 'utf8')
      // inherited tests stand elsewhere: one line of code is stamped once
      const own = tests.filter(
        (test, place) => test.file === file && tests.findIndex((one) => one.file === file && one.from === test.from) === place,
      )
      const stamps = own.map((test) => ({ test, keys: [`FERRY-${900 + tests.indexOf(test)}`] }))
      return patchOf(file, text, stampText(text, stamps))
    })
    .join('')
}

it.each(['playwright', 'jest', 'pytest', 'rspec', 'junit5', 'testng', 'csharp', 'go', 'phpunit', 'minitest'])(
  'keys are written into the sources of %s as a patch that git applies, once',
  async (name) => {
    const { patch, again, keys } = await stamped(name)
    expect(patch).toContain('FERRY-9')
    expect(again).toBe('')
    const stampedKeys = [...keys.values()].filter((list) => list.some((key) => /^FERRY-9\d\d$/.test(key)))
    expect(stampedKeys.length).toBeGreaterThan(keys.size / 2)
  },
)

it('writes each framework’s own idiom, and touches no other line', async () => {
  const lines = async (name: string) => (await stamped(name)).patch.split('\n').filter((line) => /^[+-](?![+-])/.test(line))
  expect((await lines('pytest')).filter((line) => line.startsWith('-'))).toEqual([])
  expect(await lines('pytest')).toContain('+@pytest.mark.case("FERRY-901")')
  expect(await lines('csharp')).toContain('+    [Trait("case", "FERRY-904")]'.replace('    [', '        ['))
  expect(await lines('playwright')).toContain(
    `+test('outside of any group', { annotation: { type: 'case', description: 'FERRY-907' } }, () => {})`,
  )
  expect(await lines('go')).toContain('+// case: FERRY-900')
})

it('keeps the ends of lines', async () => {
  const text = "test('a', () => {})\r\ntest('b', () => {})\r\n"
  const root = mkdtempSync(join(tmpdir(), 'stamp-'))
  onTestFinished(() => rmSync(root, { recursive: true, force: true }))
  const { writeFileSync } = await import('node:fs')
  writeFileSync(join(root, 'a.test.js'), text)
  const { tests } = await scanFolder(root)
  const [, second] = tests
  expect(second && stampText(text, [{ test: second, keys: ['FERRY-1'] }])).toBe(
    "test('a', () => {})\r\n// case: FERRY-1\r\ntest('b', () => {})\r\n",
  )
})
