import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeEach, expect, it } from 'vitest'
import { readConfigFile } from './config-file'

const root = mkdtempSync(join(tmpdir(), 'bobbin-config-'))
const repository = join(root, 'ferry')
const below = join(repository, 'web', 'tests')
beforeEach(() => {
  rmSync(root, { recursive: true, force: true })
  mkdirSync(below, { recursive: true })
  mkdirSync(join(repository, '.git'))
})
afterAll(() => rmSync(root, { recursive: true, force: true }))
const write = (folder: string, text: string) => writeFileSync(join(folder, 'bobbin.json'), text)

it('is found from a folder below, the nearest first', () => {
  write(repository, '{"pipeline":"fare-desk-web","files":["reports/"]}')
  expect(readConfigFile(below)).toEqual({ pipeline: 'fare-desk-web', files: ['reports/'] })
  write(below, '{"environment":"pier-test"}')
  expect(readConfigFile(below)).toEqual({ environment: 'pier-test' })
})

it('is not looked for above the repository', () => {
  write(root, '{"pipeline":"not ours"}')
  expect(readConfigFile(below)).toEqual({})
})

it.each([
  ['{"pipline":"x"}', '“pipline” means nothing here; there may be project, pipeline, branch, environment, files, attach'],
  ['{"pipeline":7}', '“pipeline” must be a text'],
  ['{"files":"reports/"}', '“files” must be a list of texts'],
  ['{"files":', 'it is no JSON'],
  ['[]', 'it must hold one object'],
])('says what is wrong with %s', (text, words) => {
  write(repository, text)
  expect(() => readConfigFile(below)).toThrow(words)
  expect(() => readConfigFile(below)).toThrow(join(repository, 'bobbin.json'))
})
