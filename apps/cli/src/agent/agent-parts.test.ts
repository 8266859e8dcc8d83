import { masker } from '@bobbin/core'
import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { AgentHome } from './home.js'
import { PartLog } from './part-log.js'
import { ProcessGroup } from './process-group.js'
import { readRestrictions, refusalOf } from './restrictions.js'
import { fetchSources } from './sources.js'

let folder: string
let keep: string
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'bobbin-agent-parts-'))
  keep = join(folder, 'kept')
  mkdirSync(keep)
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

describe('sources', () => {
  const place = { ref: '', folder: '', branch: 'main', commit: null }

  it('are a folder of this machine, and nothing outside of it', async () => {
    const tests = join(folder, 'tests')
    mkdirSync(join(tests, 'deck'), { recursive: true })
    expect(await fetchSources({ ...place, source: tests, folder: 'deck' }, keep)).toBe(join(tests, 'deck'))
    await expect(fetchSources({ ...place, source: tests, folder: '../kept' }, keep)).rejects.toThrow('outside of its sources')
    await expect(fetchSources({ ...place, source: join(folder, 'none') }, keep)).rejects.toThrow('There is no folder')
    await expect(fetchSources({ ...place, source: '' }, keep)).rejects.toThrow('names no sources')
  })

  it('are fetched by git: the commit of the build, or the newest of its branch, each time', async () => {
    const origin = join(folder, 'origin')
    const git = (...words: string[]) =>
      execFileSync('git', ['-C', origin, '-c', 'user.name=x', '-c', 'user.email=x@example.com', ...words], { encoding: 'utf8' })
    mkdirSync(origin)
    execFileSync('git', ['init', '--quiet', '--initial-branch', 'main', origin])
    const commit = (text: string) => {
      writeFileSync(join(origin, 'a.test.js'), text)
      git('add', '.')
      git('commit', '--quiet', '-m', text)
      return git('rev-parse', 'HEAD').trim()
    }
    const first = commit('one')
    const source = `file://${origin}`
    const read = async (more: object) => readFileSync(join(await fetchSources({ ...place, source, ...more }, keep), 'a.test.js'), 'utf8')
    expect(await read({})).toBe('one')
    commit('two')
    expect(await read({})).toBe('two')
    expect(await read({ commit: first })).toBe('one')
    await expect(read({ ref: 'none' })).rejects.toThrow('has no branch, tag or commit “none”')
    await expect(fetchSources({ ...place, source: `file://${folder}/nowhere` }, keep)).rejects.toThrow('could not be fetched')
  })

  it('are an archive at an address', async () => {
    const tree = join(folder, 'tree')
    mkdirSync(tree)
    writeFileSync(join(tree, 'b.test.js'), 'packed')
    const archive = join(folder, 'tree.tar.gz')
    execFileSync('tar', ['-czf', archive, '-C', tree, '.'])
    const server = createServer((request, response) => {
      if (request.url === '/tree.tar.gz') response.end(readFileSync(archive))
      else response.writeHead(404).end()
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
    expect(readFileSync(join(await fetchSources({ ...place, source: `${url}/tree.tar.gz` }, keep), 'b.test.js'), 'utf8')).toBe('packed')
    await expect(fetchSources({ ...place, source: `${url}/none.tgz` }, keep)).rejects.toThrow('answered 404')
    await new Promise((resolve) => server.close(resolve))
  })
})

describe('what the operator of an agent allows', () => {
  const write = (text: string) => {
    writeFileSync(join(folder, 'restrict.json'), text)
    return readRestrictions(join(folder, 'restrict.json'))
  }

  it('limits recipes and folders', () => {
    const limits = write(JSON.stringify({ recipes: ['System tests'], folders: [keep] }))
    expect(refusalOf(limits, 'System tests', keep)).toBeNull()
    expect(refusalOf(limits, 'Other', keep)).toBe('This agent is not allowed to run the recipe “Other”')
    expect(refusalOf(limits, 'System tests', folder)).toContain('not allowed to run anything in')
    expect(readRestrictions(undefined)).toEqual({})
  })

  it.each([
    ['{"recipe": []}', 'names “recipe”, which is no restriction'],
    ['[]', 'must hold a JSON object'],
    ['nothing', 'could not be read'],
    ['{"limitMinutes": 0}', 'must be numbers above 0'],
    ['{"user": "nobody-of-that-name"}', 'There is no user'],
  ])('is refused where it can’t be meant: %s', (text, words) => {
    expect(() => write(text)).toThrow(words)
  })
})

describe('the home of an agent', () => {
  it('is one agent’s, keeps its key, and ends what was left behind', async () => {
    const at = join(folder, 'home')
    const home = AgentHome.open('quay-1', at)
    const { key } = home
    // another process that runs: this test is one
    writeFileSync(join(at, 'pid'), String(process.ppid))
    expect(() => AgentHome.open('quay-1', at)).toThrow('runs already')
    rmSync(join(at, 'pid'))
    const left = new ProcessGroup('sleep 600', { cwd: folder, env: {}, onOutput: () => undefined, onStart: (group) => home.runs(group) })
    const again = AgentHome.open('quay-1', at)
    expect(again.key).toBe(key)
    expect((await left.done).code).toBeNull()
    expect(existsSync(join(at, 'running'))).toBe(false)
    again.close()
  })
})

describe('the log of a part', () => {
  it('is kept while the server is away, and sent when it is back', async () => {
    const sent: { at: number; text: string }[] = []
    let away = true
    const log = new PartLog({
      mask: (text) => text,
      begun: () => 0,
      most: 1000,
      send: (at, text) =>
        away ? Promise.reject(new Error('away')) : Promise.resolve(sent.push({ at, text })).then(() => ({ stop: false })),
      onStop: () => undefined,
      isLost: () => false,
      onLost: () => undefined,
    })
    log.write('low tide\n')
    expect(await log.close()).toBe(false)
    away = false
    expect(await log.close()).toBe(true)
    expect(sent).toEqual([{ at: 0, text: 'low tide\n' }])
  })

  it('is masked also where a secret comes in pieces, and cut where it is too long', async () => {
    const sent: string[] = []
    const log = new PartLog({
      ...masker(['sesame']),
      most: 60,
      send: (_, text) => Promise.resolve(sent.push(text)).then(() => ({ stop: false })),
      onStop: () => undefined,
      isLost: () => false,
      onLost: () => undefined,
    })
    log.write(Buffer.from('open ses'))
    log.write(Buffer.from('ame, says the gate; '))
    log.write('x'.repeat(100))
    expect(await log.close()).toBe(true)
    const text = sent.join('')
    expect(text).toMatch(/^open •••, says the gate; x+\n\[The output is longer than 60 characters; the rest is left out\]\n$/)
  })
})

describe('a group of processes', () => {
  it('ends with children that would stay, at its limit, and says what the shell said', async () => {
    const output: string[] = []
    const options = {
      cwd: folder,
      env: { PATH: process.env['PATH'] ?? '' },
      onOutput: (chunk: Buffer) => output.push(chunk.toString()),
      onStart: () => undefined,
    }
    expect(await new ProcessGroup('sleep 600 & echo begun; exit 3', options).done).toEqual({ code: 3, ended: null })
    expect(output.join('')).toBe('begun\n')
    const endless = new ProcessGroup('trap "" TERM; while :; do sleep 0.1; done', options)
    endless.end('limit')
    expect((await endless.done).ended).toBe('limit')
  })
})
