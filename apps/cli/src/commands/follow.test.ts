import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { UsageError } from '../exit-codes.js'
import { follow } from './follow.js'

/** Nothing listens there. */
const AWAY = 'http://127.0.0.1:9'
const place = { pipeline: 'quay', build: '1', branch: 'main', environment: 'pier-test' }
const ends = (code: number) => [process.execPath, '-e', `process.exit(${code})`]

let folder = ''
let said: string[] = []
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'bobbin-follow-'))
  said = []
  vi.stubEnv('BOBBIN_URL', AWAY)
  vi.stubEnv('BOBBIN_TOKEN', 'bbn_x')
  vi.spyOn(console, 'error').mockImplementation((...words: unknown[]) => void said.push(words.join(' ')))
})
afterEach(() => {
  vi.unstubAllEnvs()
  vi.restoreAllMocks()
  rmSync(folder, { recursive: true, force: true })
})

describe('with a server that is away', () => {
  it.each([0, 7])('the command runs all the same, and its exit code is passed on: %d', async (code) => {
    expect(await follow([folder], place, ends(code))).toBe(code)
    expect(said.join('\n')).toContain(AWAY)
  })
})

it('says which of the folders is none', async () => {
  const file = new URL(import.meta.url).pathname
  await expect(follow([file], place, [])).rejects.toThrow(UsageError)
  await expect(follow([file], place, [])).rejects.toThrow(`“${file}” is a file; give the folder that it is in`)
})
