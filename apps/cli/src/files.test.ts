import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beforeAll, expect, it } from 'vitest'
import { UsageError } from './exit-codes.js'
import { findFiles } from './files.js'

let folder: string
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'bobbin-files-'))
  mkdirSync(join(folder, 'deep', 'er'), { recursive: true })
  for (const name of ['b.xml', 'a.xml', 'deep/er/c.xml']) writeFileSync(join(folder, name), '<testsuites/>')
  writeFileSync(join(folder, 'points.txt'), 'TAP version 13\n1..0\n')
  writeFileSync(join(folder, 'page.xml'), '<html/>')
  writeFileSync(join(folder, 'notes.txt'), 'ferry log')
})

const names = (patterns: string[]) =>
  findFiles(patterns.map((pattern) => join(folder, pattern))).files.map((file) => file.slice(folder.length + 1))

it('takes files, folders and patterns, in order and each once', () => {
  expect(names(['notes.txt'])).toEqual(['notes.txt'])
  expect(names(['.'])).toEqual(['a.xml', 'b.xml', 'deep/er/c.xml', 'points.txt'])
  expect(findFiles([folder]).passedOver).toEqual([join(folder, 'notes.txt'), join(folder, 'page.xml')])
  expect(names(['**/*.xml'])).toEqual(['a.xml', 'b.xml', 'deep/er/c.xml', 'page.xml'])
  expect(names(['b.xml', '*.xml'])).toEqual(['b.xml', 'a.xml', 'page.xml'])
})

it('does not pass over a pattern that matches nothing: a green build with no results is the worst', () => {
  expect(() => names(['a.xml', 'none-*.xml'])).toThrow(UsageError)
  expect(() => names(['gone/*.xml'])).toThrow(/matches no file here/)
})
