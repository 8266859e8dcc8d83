import { expect, it } from 'vitest'
import { globPattern } from './glob.js'

it.each([
  ['reports/**/*.xml', 'reports', ['reports/a.xml', 'reports/deep/er/b.xml'], ['reports/a.json', 'other/a.xml']],
  ['*.xml', '.', ['a.xml'], ['a/b.xml', 'axml']],
  ['out/{unit,e2e}/TEST-?.xml', 'out', ['out/unit/TEST-1.xml', 'out/e2e/TEST-2.xml'], ['out/other/TEST-1.xml', 'out/unit/TEST-12.xml']],
  ['/srv/ferry/r(1)/*.xml', '/srv/ferry/r(1)', ['/srv/ferry/r(1)/a.xml'], ['/srv/ferry/r1/a.xml']],
])('%s looks in %s', (pattern, base, yes, no) => {
  const glob = globPattern(pattern)
  expect(glob.base).toBe(base)
  expect(yes.filter((path) => !glob.matches(path))).toEqual([])
  expect(no.filter((path) => glob.matches(path))).toEqual([])
})
