import { ApiClient, ApiError, type CaseDetail, CaseEdited, type CaseList, type OutlineMade } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let send: (method: string, path: string, body?: unknown) => Promise<Response>

beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit is refused')])
  const signIn = await fetch(`${bobbin.url}/api/session`, json('POST', { email: 'RUNA@gullhaven.example', password: 'gullhaven' }))
  const cookie = signIn.headers.get('set-cookie')?.split(';')[0] ?? ''
  send = (method, path, body) => {
    const init = json(method, body)
    return fetch(`${bobbin.url}/api${path}`, { ...init, headers: { ...init.headers, cookie } })
  }
})
afterAll(() => bobbin.stop())

const json = (method: string, body?: unknown) => ({
  method,
  headers: { 'content-type': 'application/json' } as Record<string, string>,
  ...(body === undefined ? {} : { body: JSON.stringify(body) }),
})

describe('access', () => {
  it('refuses a wrong password and nobody alike', async () => {
    for (const body of [
      { email: 'runa@gullhaven.example', password: 'wrong' },
      { email: 'nobody@gullhaven.example', password: 'x' },
    ]) {
      const answer = await fetch(`${bobbin.url}/api/session`, json('POST', body))
      expect(answer.status).toBe(401)
      expect(await answer.json()).toMatchObject({ code: 'wrongPassword' })
    }
  })

  it('keeps no password and no token in the clear', async () => {
    const [row] = await bobbin.ask<{ password_hash: string }>('select password_hash from account')
    expect(row?.password_hash).toMatch(/^\$argon2id\$/)
    expect(await bobbin.ask(`select 1 from api_token where encode(token_hash, 'escape') like 'bbn_%'`)).toEqual([])
  })

  it('shows a project to its members only', async () => {
    expect((await fetch(`${bobbin.url}/api/projects/gullhaven/cases`)).status).toBe(401)
    const stranger = new ApiClient({ baseUrl: bobbin.url, token: 'bbn_test-token-other' })
    const casesOf = (project: string) => stranger.get('/projects/{project}/cases', { path: { project } })
    await expect(casesOf('gullhaven')).rejects.toMatchObject({ status: 404 })
    await expect(casesOf('skerries')).resolves.toMatchObject({ total: 0 })
  })

  it('lets a token deliver and read, and nothing else', async () => {
    await expect(bobbin.get('/cases')).resolves.toMatchObject({ total: 1 })
    await expect(bobbin.send('patch', '/cases/FERRY-101', { version: 1, title: 'x' })).rejects.toMatchObject({
      status: 403,
      code: 'scope',
    })
  })

  it('ends a session at sign-out', async () => {
    const signIn = await fetch(`${bobbin.url}/api/session`, json('POST', { email: 'runa@gullhaven.example', password: 'gullhaven' }))
    const headers = { cookie: signIn.headers.get('set-cookie')?.split(';')[0] ?? '' }
    await fetch(`${bobbin.url}/api/session`, { method: 'DELETE', headers })
    expect((await fetch(`${bobbin.url}/api/session`, { headers })).status).toBe(401)
  })
})

describe('cases', () => {
  it('makes many from pasted lines, in areas that are made once', async () => {
    const answer = await send('POST', '/projects/gullhaven/cases/outline', {
      text: 'Gate scanner\n  Offline\n    Scans queue\n    Scanner rejoins\n  Valid ticket opens',
    })
    const made = (await answer.json()) as OutlineMade
    expect(made).toMatchObject({
      areas: 2,
      cases: [
        { key: 'FERRY-102', title: 'Scans queue' },
        { key: 'FERRY-103', title: 'Scanner rejoins' },
        { key: 'FERRY-104', title: 'Valid ticket opens' },
      ],
    })
    const again = (await (
      await send('POST', '/projects/gullhaven/cases/outline', { text: 'Gate scanner\n  Torn ticket' })
    ).json()) as OutlineMade
    expect(again).toMatchObject({ areas: 0, cases: [{ key: 'FERRY-105', title: 'Torn ticket' }] })
  })

  it('makes none when one line is wrong', async () => {
    const answer = await send('POST', '/projects/gullhaven/cases/outline', { text: `fine\n${'x'.repeat(1001)}` })
    expect(await answer.json()).toMatchObject({ code: 'longTitle', detail: expect.stringContaining('Line 2') as string })
    expect((await bobbin.get<CaseList>('/cases?search=fine')).total).toBe(0)
  })

  it('come from a template, into an area of its name, and are undone as one', async () => {
    const answer = await send('POST', '/projects/gullhaven/cases/from-template', { template: 'http-api', places: [0, 4, 0] })
    const made = (await answer.json()) as OutlineMade
    expect([made.areas, made.cases.map(({ title }) => title)]).toEqual([
      1,
      ['A request without credentials is answered 401', 'PUT and DELETE that are sent twice do what one does'],
    ])
    const first = await bobbin.get<CaseDetail>(`/cases/${made.cases[0]?.key}`)
    expect(first).toMatchObject({ areaPath: ['HTTP API'], state: 'draft', intent: 'byHand', priority: 1 })
    expect(first.steps[0]?.expected).toContain('401')
    for (const places of [[99], []]) {
      const refused = await send('POST', '/projects/gullhaven/cases/from-template', { template: 'http-api', places })
      expect(await refused.json()).toMatchObject({ status: 400, code: 'noCase' })
    }
    // a template that only finds cases has none to copy
    expect((await send('POST', '/projects/gullhaven/cases/from-template', { template: 'unsteady' })).status).toBe(404)
    await send('POST', `/projects/gullhaven/acts/${made.actId}/undo`)
    expect((await bobbin.get<CaseList>('/cases?search=answered')).total).toBe(0)
  })

  it('finds by key, title, tag and owner', async () => {
    for (const search of ['FERRY-101', 'axle', 'smoke', 'runa'])
      expect((await bobbin.get<CaseList>(`/cases?search=${search}`)).rows[0]?.key).toBe('FERRY-101')
    expect((await bobbin.get<CaseList>('/cases?search=100%25')).total).toBe(0)
  })

  it('is edited by version: a second editor is told, not overwritten', async () => {
    const path = '/projects/gullhaven/cases/FERRY-101'
    const saved = (await (
      await send('PATCH', path, { version: 1, title: ' Axle limit holds ', tags: ['a', 'a', ' '] })
    ).json()) as CaseEdited
    expect(saved.case).toMatchObject({ title: 'Axle limit holds', tags: ['a'], version: 2, state: 'draft' })
    const late = await send('PATCH', path, { version: 1, title: 'mine' })
    expect(late.status).toBe(409)
    expect((await bobbin.get<CaseDetail>('/cases/FERRY-101')).title).toBe('Axle limit holds')
  })

  it('says what is wrong with an edit', async () => {
    for (const [edit, words] of [
      [{ title: ' ' }, 'needs a title'],
      [{ title: null }, 'title'],
      [{ priority: 9 }, 'priority'],
      [{ nonsense: 1 }, 'nonsense'],
    ] as const) {
      const answer = await send('PATCH', '/projects/gullhaven/cases/FERRY-101', { version: 2, ...edit })
      expect(answer.status).toBe(400)
      expect(((await answer.json()) as { detail: string }).detail).toContain(words)
    }
  })

  it('knows only cases that there are', async () => {
    for (const key of ['FERRY-9999', 'SKER-1', 'FERRY-x', 'FERRY-99999999999']) {
      const problem: unknown = await bobbin.get(`/cases/${key}`).catch((error: unknown) => error)
      expect(problem).toBeInstanceOf(ApiError)
      expect(problem).toMatchObject({ status: 404 })
    }
  })
})
