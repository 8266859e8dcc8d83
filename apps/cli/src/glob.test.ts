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

it.each([
  ['shots/{class}/{test}-*.png', 'shots/GateTest/opens-at-noon-1.png', { class: 'GateTest', test: 'opens-at-noon' }],
  ['shots/{test}.png', 'shots/opens at noon.png', { test: 'opens at noon' }],
  ['**/{case}.{log,txt}', 'a/b/FERRY-101.log', { case: 'FERRY-101' }],
  ['{attempt}/{test}/{test}.png', '2/gate/gate.png', { attempt: '2', test: 'gate' }],
])('%s tells of %s that it is of %j', (pattern, path, named) => {
  const glob = globPattern(pattern)
  expect(glob.matches(path)).toBe(true)
  expect(glob.named(path)).toEqual(named)
})

it('tells nothing where the pattern names no part, or the path does not fit', () => {
  expect(globPattern('shots/*.png').named('shots/a.png')).toBeNull()
  expect(globPattern('{test}/{test}.png').named('gate/ramp.png')).toBeNull()
})
