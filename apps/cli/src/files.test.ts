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
  for (const name of ['b.xml', 'a.xml', 'notes.txt', 'deep/er/c.xml']) writeFileSync(join(folder, name), '')
})

const names = (patterns: string[]) =>
  findFiles(patterns.map((pattern) => join(folder, pattern))).map((file) => file.slice(folder.length + 1))

it('takes files, folders and patterns, in order and each once', () => {
  expect(names(['notes.txt'])).toEqual(['notes.txt'])
  expect(names(['.'])).toEqual(['a.xml', 'b.xml', 'deep/er/c.xml'])
  expect(names(['**/*.xml'])).toEqual(['a.xml', 'b.xml', 'deep/er/c.xml'])
  expect(names(['b.xml', '*.xml'])).toEqual(['b.xml', 'a.xml'])
})

it('does not pass over a pattern that matches nothing: a green build with no results is the worst', () => {
  expect(() => names(['a.xml', 'none-*.xml'])).toThrow(UsageError)
  expect(() => names(['gone/*.xml'])).toThrow(/matches no file here/)
})
