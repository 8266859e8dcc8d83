import type { DeliveryDetail, RunList, Source, SourceLook } from '@bobbin/client'
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, utimesSync, writeFileSync } from 'node:fs'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { resultFile, TestApp } from '../testing/test-app.js'
import { SourcesService } from './sources.service.js'

const root = mkdtempSync(join(tmpdir(), 'bobbin-sources-'))
const reports = join(root, 'reports')
let bobbin: TestApp
let cookie: string
let server: Server
/** What the address answers; the test says it. */
let respond: (request: IncomingMessage, response: ServerResponse) => void
let asked: IncomingMessage[] = []
/** Looks into what is due; only these tests do, and not the background, which would come between. */
let fetchDue: SourcesService['fetchDue']

beforeAll(async () => {
  mkdirSync(reports)
  server = createServer((request, response) => {
    asked.push(request)
    respond(request, response)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  bobbin = await TestApp.start([], {
    ...{ sourceFolders: [reports], sourceHosts: ['127.0.0.1'] },
    beforeListening: (app) => {
      const service = app.get(SourcesService)
      fetchDue = service.fetchDue.bind(service)
      service.fetchDue = () => Promise.resolve(false)
    },
  })
  cookie = await bobbin.signIn('runa@gullhaven.example')
})
afterAll(async () => {
  await bobbin.stop()
  server.close()
  rmSync(root, { recursive: true })
})
beforeEach(() => {
  asked = []
  rmSync(reports, { recursive: true })
  mkdirSync(reports)
})

async function act<T>(method: string, path: string, body?: object): Promise<T> {
  const answer = await fetch(`${bobbin.url}/api/projects/gullhaven/sources${path}`, {
    method,
    headers: { cookie, 'content-type': 'application/json' },
    ...(body && { body: JSON.stringify(body) }),
  })
  const text = await answer.text()
  if (!answer.ok) throw new Error((JSON.parse(text) as { detail: string }).detail)
  return (text === '' ? null : JSON.parse(text)) as T
}
let nth = 0
const folder = (more: object = {}) => ({
  name: `nightly reports ${++nth}`,
  kind: 'folder',
  address: reports,
  pipeline: `fetched-${nth}`,
  branch: 'main',
  environment: 'pier-test',
  everySeconds: 60,
  ...more,
})
const address = () => `http://127.0.0.1:${(server.address() as AddressInfo).port}`
const http = (path = '/junit.xml', more: object = {}) => folder({ kind: 'http', address: `${address()}${path}`, ...more })
const runsOf = async (pipeline: string) =>
  (await bobbin.get<RunList>('/runs?span=100')).rows.filter(({ lane }) => lane.pipeline === pipeline)

/** Writes a file as it was written some time ago, so that it counts as complete. */
function put(name: string, text: string, at = '2026-11-20T14:03:00Z'): void {
  const path = join(reports, name)
  mkdirSync(join(path, '..'), { recursive: true })
  writeFileSync(path, text)
  utimesSync(path, new Date(at), new Date(at))
}

describe('a folder', () => {
  it('shows what would come in before it is looked into for the first time', async () => {
    put('412/junit.xml', resultFile(['a', { name: 'b', fails: 'x' }]))
    put('notes.txt', 'no results')
    put('broken.xml', '<testsuite')
    const look = await act<SourceLook>('POST', '/look', folder({ build: '{folder}' }))
    expect(look).toMatchObject({ count: 2, fresh: 2 })
    expect(look.files.map(({ name, build, known }) => [name, build, known])).toEqual(
      expect.arrayContaining([
        ['412/junit.xml', '412', false],
        ['broken.xml', '2026-11-20 14:03', false],
      ]),
    )
    expect(look.files.find(({ name }) => name === '412/junit.xml')).toMatchObject({ format: 'junit-xml', totals: { total: 2, failed: 1 } })
    expect(await bobbin.ask(`select 1 as one from delivery`)).toEqual([])
  })

  it('names tests of TAP files by where they stand below the folder of their build', async () => {
    for (const build of ['7', '8'])
      for (const name of ['deck/load.t', 'tide/load.t'])
        put(`${build}/${name}`, name.startsWith('deck') ? '1..1\nnot ok 1 - computes\n' : '1..1\nok 1 - computes\n')
    const settings = folder({ build: '{folder}' })
    const { id } = await act<Source>('POST', '', settings)
    await act<Source>('POST', `/${id}/fetch`)
    const [, newest] = (await runsOf(settings.pipeline)).sort((one, other) => one.build.localeCompare(other.build))
    expect(newest).toMatchObject({ totals: { total: 2, failed: 1 }, changes: { stillFailing: 1, unchanged: 1, new: 0, notInRun: 0 } })
  })

  it('brings what is new, build by build, and each file once', async () => {
    put('412/junit.xml', resultFile(['a']))
    put('413/junit.xml', resultFile(['a', 'b']), '2026-11-21T14:03:00Z')
    const settings = folder({ build: '{folder}' })
    const { id } = await act<Source>('POST', '', settings)
    const after = await act<Source>('POST', `/${id}/fetch`)
    expect(after).toMatchObject({ brought: 2, failures: 0, problem: null })
    expect((await runsOf(settings.pipeline)).map(({ build, totals }) => [build, totals.total]).sort()).toEqual([
      ['412', 1],
      ['413', 2],
    ])
    const delivery = await bobbin.get<DeliveryDetail>(`/deliveries/${after.lastDelivery}`)
    expect(delivery).toMatchObject({ source: 'fetched', by: 'runa' })
    await act('POST', `/${id}/fetch`)
    expect(await bobbin.ask(`select 1 as one from delivery where source_id = ${id}`)).toHaveLength(2)
    put('413/second.xml', resultFile(['c']), '2026-11-21T15:00:00Z')
    expect((await act<SourceLook>('POST', `/${id}/look`, settings)).fresh).toBe(1)
    await act('POST', `/${id}/fetch`)
    expect((await runsOf(settings.pipeline)).find(({ build }) => build === '413')?.totals.total).toBe(3)
  })

  it('leaves alone what is still being written', async () => {
    writeFileSync(join(reports, 'now.xml'), resultFile(['a']))
    expect((await act<SourceLook>('POST', '/look', folder())).count).toBe(0)
  })

  it('is one below those that the operator allows, and a link does not lead out of it', async () => {
    writeFileSync(join(root, 'secret.xml'), resultFile(['secret']))
    symlinkSync(join(root, 'secret.xml'), join(reports, 'link.xml'))
    symlinkSync(root, join(reports, 'up'))
    expect((await act<SourceLook>('POST', '/look', folder())).count).toBe(0)
    for (const outside of [root, join(reports, '..'), join(reports, 'up'), '/etc', '/nowhere'])
      await expect(act('POST', '/look', folder({ address: outside }))).rejects.toThrow(/is not a folder inside/)
  })

  it('that fails says why, is looked into less and less often, and is well again by itself', async () => {
    const settings = folder({ address: join(reports, 'later') })
    const { id } = await act<Source>('POST', '', settings)
    const failed = await act<Source>('POST', `/${id}/fetch`)
    expect(failed).toMatchObject({ failures: 1, problem: expect.stringContaining('is not a folder inside') as string })
    const wait = (source: Source) => Date.parse(source.nextAt) - Date.parse(source.lastAt ?? '')
    const again = await act<Source>('POST', `/${id}/fetch`)
    expect([wait(failed), wait(again)]).toEqual([120_000, 240_000])
    put('later/a.xml', resultFile(['a']))
    expect(await act<Source>('POST', `/${id}/fetch`)).toMatchObject({ failures: 0, problem: null, brought: 1 })
  })
})

describe('an address', () => {
  it('is asked for only if it changed, by what it says of itself', async () => {
    const text = resultFile(['over http'])
    respond = (request, response) => {
      const same = request.headers['if-none-match'] === '"v1"'
      response.writeHead(same ? 304 : 200, { etag: '"v1"', 'last-modified': 'Fri, 20 Nov 2026 14:03:00 GMT' }).end(same ? '' : text)
    }
    const settings = http()
    const { id } = await act<Source>('POST', '', settings)
    expect(await act<Source>('POST', `/${id}/fetch`)).toMatchObject({ brought: 1, problem: null })
    await act('POST', `/${id}/fetch`)
    expect(asked.map(({ headers }) => headers['if-none-match'])).toEqual([undefined, '"v1"'])
    expect((await runsOf(settings.pipeline)).map(({ build }) => build)).toEqual(['2026-11-20 14:03'])
  })

  it('that says nothing of itself brings the same content once', async () => {
    respond = (_, response) => response.end(resultFile(['the same']))
    const { id, pipeline } = await act<Source>('POST', '', http())
    for (let i = 0; i < 3; i++) await act('POST', `/${id}/fetch`)
    expect(asked).toHaveLength(3)
    expect(await runsOf(pipeline)).toHaveLength(1)
  })

  it('may lead on, but only to hosts that the operator allows', async () => {
    respond = (request, response) => {
      const to = { '/a': '/b', '/away': 'http://quay.example/x', '/round': '/round' }[request.url ?? '']
      if (to) response.writeHead(302, { location: to }).end()
      else response.end(resultFile(['led on']))
    }
    expect(await act<SourceLook>('POST', '/look', http('/a'))).toMatchObject({ count: 1 })
    await expect(act('POST', '/look', http('/away'))).rejects.toThrow(/may reach nothing at quay.example/)
    await expect(act('POST', '/look', http('/round'))).rejects.toThrow(/leads on more than 5 times/)
    await expect(act('POST', '/look', folder({ kind: 'http', address: 'file:///etc/passwd' }))).rejects.toThrow(/begins with http/)
  })

  it('that answers otherwise says what', async () => {
    respond = (_, response) => response.writeHead(503, 'Low Tide').end()
    await expect(act('POST', '/look', http())).rejects.toThrow(/answered 503/)
    await expect(act('POST', '/look', folder({ kind: 'http', address: 'http://127.0.0.1:1/x' }))).rejects.toThrow(/does not answer/)
  })
})

describe('sources that are due', () => {
  it('are each looked into by one process, however many look', async () => {
    put('a.xml', resultFile(['a']))
    const made = []
    for (let i = 0; i < 4; i++) made.push(await act<Source>('POST', '', folder()))
    await bobbin.ask(`update source set next_at = now() - interval '1 second' where id = any('{${made.map(({ id }) => id).join()}}')`)
    const look = async () => {
      while (await fetchDue());
    }
    await Promise.all([look(), look(), look()])
    for (const { id } of made) expect(await bobbin.ask(`select 1 as one from delivery where source_id = ${id}`)).toHaveLength(1)
  })

  it('are passed over while they are paused, and can be changed and forgotten', async () => {
    const { id } = await act<Source>('POST', '', folder())
    expect(await act<Source>('PATCH', `/${id}`, { paused: true })).toMatchObject({ paused: true })
    await bobbin.ask(`update source set next_at = now() - interval '1 day' where id = ${id}`)
    while (await fetchDue());
    expect(await bobbin.ask(`select 1 as one from source where id = ${id} and last_at is null`)).toHaveLength(1)
    expect(await act<Source>('PUT', `/${id}`, folder({ everySeconds: 3600 }))).toMatchObject({ everySeconds: 3600 })
    const other = await act<Source>('POST', '', folder())
    await expect(act('PUT', `/${id}`, { ...folder(), name: other.name })).rejects.toThrow(/already; choose another name/)
    await expect(act('POST', '', { ...folder(), name: other.name })).rejects.toThrow(/already/)
    await expect(act('POST', '', folder({ everySeconds: 5 }))).rejects.toThrow(/every 30 seconds at most/)
    await act('DELETE', `/${id}`)
    await expect(act('DELETE', `/${id}`)).rejects.toThrow(/no source/)
  })
})
