import { describe, expect, it } from 'vitest'
import { readResultFile } from '../formats/registry.js'
import { scriptIdentity } from './script-identity.js'
import { below, CommonRoot, fromSources, plainPath } from './source-path.js'

const rootOf = (...paths: string[]) => {
  const common = new CommonRoot()
  for (const path of paths) common.add(plainPath(path))
  return common.root
}

describe('the root of paths', () => {
  it.each([
    [['/builds/7f3a/deck/a.test.js', '/builds/7f3a/tide/b.test.js'], 'builds/7f3a'],
    [['/builds/7f3a/packages/deck/src/a.test.ts', '/builds/7f3a/packages/tide/src/b.test.ts'], 'builds/7f3a'],
    // a run of one file names it as the run of all does
    [['/builds/7f3a/packages/deck/src/a.test.ts'], 'builds/7f3a'],
    [['/usr/src/app/test/a.js'], 'usr/src/app'],
    [['C:\\srv\\ferry\\tests\\a.js', 'C:\\srv\\ferry\\tests\\deck\\b.js'], 'C/srv/ferry'],
    [['/a/x.js', '/b/y.js'], ''],
    [['/srv/deck/a.js', '/srv/decks/b.js'], 'srv'],
  ])('%j', (paths, root) => expect(rootOf(...paths)).toBe(root))

  it('of a path alone is where a tree of sources begins', () => {
    expect(fromSources('/builds/7/t/deck/a.t')).toBe('t/deck/a.t')
    expect(fromSources('./deck/a.t')).toBe('deck/a.t')
    expect(below('', 'a/b')).toBe('a/b')
    expect(below('a', 'ab/c')).toBeNull()
  })
})

const jest = (files: Record<string, string[]>) =>
  new TextEncoder().encode(
    JSON.stringify({
      numTotalTests: 1,
      testResults: Object.entries(files).map(([name, titles]) => ({
        assertionResults: titles.map((title) => ({ ancestorTitles: ['price'], title, status: 'passed', failureMessages: [] })),
        message: '',
        name,
        status: 'passed',
      })),
    }),
  )
const identities = (bytes: Uint8Array, root: string | null = null) =>
  readResultFile(bytes, { path: '', root }).results.map(scriptIdentity).sort()

describe('Jest and Vitest JSON', () => {
  const files = (root: string, names = ['v3/tests/string.test.ts', 'v4/tests/string.test.ts', 'v4/core/number.test.ts']) =>
    jest(Object.fromEntries(names.map((name) => [`${root}/${name}`, ['adult', 'child']])))

  it('tell files of one name apart, in any order and below any root', () => {
    const here = identities(files('/builds/7f3a/zone'))
    expect(new Set(here).size).toBe(6)
    expect(here[0]).toContain('v3/tests/string.test.ts')
    expect(identities(files('/home/runa/zone', ['v4/core/number.test.ts', 'v4/tests/string.test.ts', 'v3/tests/string.test.ts']))).toEqual(
      here,
    )
    expect(identities(files('C:\\srv\\zone'))).toEqual(here)
  })

  it('are incomplete when the run failed without a test', () => {
    const read = (text: string) => readResultFile(new TextEncoder().encode(text)).faults.map(({ code }) => code)
    expect(read('{"numTotalTests":0,"success":false,"testResults":[]}')).toEqual(['load'])
    expect(read('{"numTotalTests":0,"success":true,"testResults":[]}')).toEqual([])
  })

  it('name files below the root that the sender tells', () => {
    expect(identities(jest({ '/builds/7f3a/deck/unit/a.test.ts': ['adult'] }), '/builds/7f3a/')).toEqual([
      'deck/unit/a.test.ts price adult',
    ])
    expect(identities(jest({ '/elsewhere/unit/a.test.ts': ['adult'] }), '/builds/7f3a')).toEqual(['a.test.ts price adult'])
  })
})
