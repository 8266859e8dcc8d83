import { ALL_RIGHTS, BUILT_IN_ROLES, type Right, RIGHTS, rightsOf, ROLES } from '@bobbin/core'
import type { RoleRow, Team } from '@bobbin/client'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type AsPerson, seedCase, TestApp } from '../testing/test-app.js'
import { TokensService } from './index.js'

/** The hand-written truth. */
const page = readFileSync(new URL('../../../../docs/rights.md', import.meta.url), 'utf8')
const rowsOfTable = (heading: string) =>
  (page.split(heading)[1]?.split('\n## ')[0] ?? '')
    .split('\n')
    .filter((line) => line.startsWith('| `'))
    .map((line) =>
      line
        .split('|')
        .slice(1, -1)
        .map((cell) => cell.trim().replaceAll('`', '')),
    )
const TRUTH = rowsOfTable('## Roles')
const ROUTES = rowsOfTable('## Routes that change something').map(([route = '', right]) => ({ route, right: right as Right }))

let bobbin: TestApp
let runa: AsPerson
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(101, 'Axle limit'), seedCase(102, 'Height limit')])
  runa = await bobbin.person()
})
afterAll(() => bobbin.stop())

interface Layer {
  route?: { path: string; methods: Record<string, boolean> }
}
const BELOW = '/api/projects/:project'
function projectRoutes(): string[] {
  const { stack } = (bobbin.app.getHttpAdapter().getInstance() as unknown as { router: { stack: Layer[] } }).router
  return stack
    .flatMap(({ route }) => (route ? Object.keys(route.methods).map((method) => ({ method: method.toUpperCase(), path: route.path })) : []))
    .filter(({ path }) => path.startsWith(BELOW))
    .map(({ method, path }) => `${method} ${path.slice(BELOW.length) || '/'}`)
}

/** Somebody with a role, who joined as people do. */
async function somebody(name: string, role: string): Promise<string> {
  const { secret } = await runa<{ secret: string }>('POST', '/invitations', { email: `${name}@gullhaven.example`, role })
  const answer = await fetch(`${bobbin.url}/api/invitations/accept`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ secret, account: { name, kind: 'tester', password: 'low tide at nine' } }),
  })
  expect(answer.status).toBe(200)
  return answer.headers.get('set-cookie')?.split(';')[0] ?? ''
}

/** The status and code of an answer; what is asked for is not there, so that nothing changes. */
async function ask(cookie: string, route: string): Promise<{ status: number; code?: string; right?: string }> {
  const [method = '', path = ''] = route.split(' ')
  const filled = path
    .replace('/:id', '/999999')
    .replace(/:(script|file|ordinal)/g, '1')
    .replace(':key', 'FERRY-999')
    .replace(/^\/$/, '')
  const answer = await fetch(`${bobbin.url}/api/projects/gullhaven${filled}`, {
    method,
    headers: { cookie, ...(method !== 'GET' && { 'content-type': 'application/json' }) },
    ...(method !== 'GET' && { body: '{"nonsense":1}' }),
  })
  if (answer.headers.get('content-type')?.startsWith('text/event-stream')) {
    await answer.body?.cancel()
    return { status: answer.status }
  }
  const text = await answer.text()
  const problem = answer.ok || text === '' ? {} : (JSON.parse(text) as { code: string; right?: string })
  return { status: answer.status, ...problem }
}

describe('roles', () => {
  it('allow what the documentation says', () => {
    expect(TRUTH.map(([right]) => right)).toEqual(ALL_RIGHTS)
    for (const [right, allows, ...cells] of TRUTH) {
      expect(allows).toBe(RIGHTS[right as Right])
      BUILT_IN_ROLES.forEach((role, i) =>
        expect([role, right, rightsOf([role]).has(right as Right)]).toEqual([role, right, cells[i] === 'yes']),
      )
    }
  })

  it('are needed by every route that changes something, as the documentation says', () => {
    const changing = projectRoutes().filter((route) => !/^(GET|HEAD) /.test(route))
    expect(changing.toSorted()).toEqual(ROUTES.map(({ route }) => route).toSorted())
  })

  it.each(BUILT_IN_ROLES)('let a %s do on every route what they allow, and nothing else', async (role) => {
    const cookie = await somebody(role, role)
    for (const { route, right } of ROUTES.filter((one) => one.route !== 'POST /space/measurement')) {
      const { status, code } = await ask(cookie, route)
      const allowed = TRUTH.find(([name]) => name === right)?.[2 + BUILT_IN_ROLES.indexOf(role)] === 'yes'
      if (allowed) expect([route, status, code === 'right' && route !== 'DELETE /members/:id']).not.toEqual([route, 403, true])
      else expect([route, status, code]).toEqual([route, 403, 'right'])
    }
    for (const route of projectRoutes().filter((one) => one.startsWith('GET ') && one !== 'GET /invitations'))
      expect([route, (await ask(cookie, route)).code]).not.toEqual([route, 'right'])
    expect((await ask(cookie, 'GET /invitations')).status).toBe(role === 'lead' ? 200 : 403)
  })
})

describe('what is asked for', () => {
  it('needs more where it does more: approving, moving', async () => {
    await somebody('eira', 'tester')
    const eira = await bobbin.person('eira@gullhaven.example').catch(() => null)
    expect(eira).toBeNull() // another password than the tests' usual one
    const cookie = await bobbin.signIn('eira@gullhaven.example', 'low tide at nine')
    const patch = (body: object) =>
      fetch(`${bobbin.url}/api/projects/gullhaven/cases/bulk`, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json' },
        body: JSON.stringify({ keys: ['FERRY-101'], set: body }),
      }).then(async (answer) => [answer.status, ((await answer.json()) as { right?: string }).right])
    expect(await patch({ priority: 1 })).toEqual([200, undefined])
    expect(await patch({ state: 'retired' })).toEqual([403, 'approve'])
    expect(await patch({ areaId: null })).toEqual([403, 'organize'])
    // taking an approval away is an edit
    expect(await patch({ state: 'draft' })).toEqual([200, undefined])
  })

  it('is undone by who may do it', async () => {
    const { actId } = await runa<{ actId: number }>('POST', '/cases/delete', { keys: ['FERRY-102'] })
    const viewer = await bobbin.signIn('viewer@gullhaven.example', 'low tide at nine')
    const undo = (cookie: string) =>
      fetch(`${bobbin.url}/api/projects/gullhaven/acts/${actId}/undo`, { method: 'POST', headers: { cookie } })
    expect((await undo(viewer)).status).toBe(403)
    expect((await undo(await bobbin.signIn('runa@gullhaven.example'))).status).toBe(200)
  })

  it('of a token is what its owner may and its scope allows', async () => {
    const [viewer] = await bobbin.ask<{ id: number }>(`select id from account where name = 'viewer'`)
    await bobbin.app.get(TokensService).store(1, viewer?.id ?? 0, 'theirs', 'deliver', 'bbn_of-a-viewer')
    const answer = await fetch(`${bobbin.url}/api/projects/gullhaven/recount`, {
      method: 'POST',
      headers: { authorization: 'Bearer bbn_of-a-viewer' },
    })
    expect([answer.status, ((await answer.json()) as { code: string }).code]).toEqual([403, 'right'])
  })

  it('revokes one’s own tokens; those of others need the right to manage', async () => {
    const made = await runa<{ token: { id: number } }>('POST', '/tokens', { name: 'CI', scope: 'deliver' })
    const engineer = await bobbin.signIn('engineer@gullhaven.example', 'low tide at nine')
    expect(await ask(engineer, `DELETE /tokens/${made.token.id}`)).toMatchObject({ status: 403, right: 'manage' })
    const own = await fetch(`${bobbin.url}/api/projects/gullhaven/tokens`, {
      method: 'POST',
      headers: { cookie: engineer, 'content-type': 'application/json' },
      body: '{"name":"mine","scope":"read"}',
    })
    const { token } = (await own.json()) as { token: { id: number } }
    expect((await ask(engineer, `DELETE /tokens/${token.id}`)).status).toBe(204)
  })
})

describe('a project’s own roles', () => {
  it('are made, renamed with those who have them, and deleted when nobody has them', async () => {
    const [crew] = (await runa<RoleRow[]>('POST', '/roles', { name: 'Release crew', rights: ['signOff'] })).filter(({ id }) => id !== null)
    expect(crew).toMatchObject({ name: 'Release crew', rights: ['read', 'signOff'], members: 0 })
    const cookie = await somebody('brita', 'Release crew')
    expect((await ask(cookie, 'POST /areas')).right).toBe('editCases')
    await expect(runa('DELETE', `/roles/${crew?.id}`)).rejects.toMatchObject({ code: 'roleInUse' })
    await expect(runa('POST', '/roles', { name: 'LEAD', rights: [] })).rejects.toMatchObject({ code: 'nameTaken' })
    await expect(runa('POST', '/roles', { name: 'release CREW', rights: [] })).rejects.toMatchObject({ code: 'nameTaken' })
    await runa('PUT', `/roles/${crew?.id}`, { name: 'Crew', rights: ['editCases'] })
    expect((await ask(cookie, 'POST /areas')).status).toBe(400)
    const [brita] = await bobbin.ask<{ id: number }>(`select id from account where name = 'brita'`)
    await runa('PATCH', `/members/${brita?.id}`, { role: 'viewer' })
    await runa('DELETE', `/roles/${crew?.id}`)
    await expect(runa('PATCH', `/members/${brita?.id}`, { role: 'Crew' })).rejects.toMatchObject({ code: 'noRole' })
  })
})

describe('teams', () => {
  it('own areas and folders, and add to what their members may do', async () => {
    const cookie = await somebody('dagny', 'viewer')
    const [dagny] = await bobbin.ask<{ id: number }>(`select id from account where name = 'dagny'`)
    const [area] = await bobbin.ask<{ id: number }>(`select id from area where name = 'Deck planner'`)
    const team = { name: 'Deck crew', role: 'engineer', folders: ['/tests/deck/', 'tests/deck'], members: [dagny?.id], areas: [area?.id] }
    const [made] = await runa<Team[]>('POST', '/teams', team)
    expect(made).toMatchObject({
      name: 'Deck crew',
      folders: ['tests/deck'],
      members: [{ name: 'dagny' }],
      areas: [{ name: 'Deck planner' }],
    })
    expect((await ask(cookie, 'POST /areas')).status).toBe(400)
    await runa('PUT', `/teams/${made?.id}`, { ...team, role: null })
    expect((await ask(cookie, 'POST /areas')).status).toBe(403)
    await expect(runa('POST', '/teams', { ...team, name: 'DECK CREW' })).rejects.toMatchObject({ code: 'nameTaken' })
    expect(await runa('DELETE', `/teams/${made?.id}`)).toEqual([])
  })

  it('take nobody who is no member, and lose who leaves the project', async () => {
    const [olav] = await bobbin.ask<{ id: number }>(`select id from account where name = 'olav'`)
    const [dagny] = await bobbin.ask<{ id: number }>(`select id from account where name = 'dagny'`)
    const [made] = await runa<Team[]>('POST', '/teams', { name: 'Night watch', folders: [], members: [olav?.id, dagny?.id], areas: [] })
    expect(made?.members.map(({ name }) => name)).toEqual(['dagny'])
    expect(await runa('GET', `/members/${dagny?.id}/work`)).toEqual({
      cases: 0,
      tokens: 0,
      sources: 0,
      sharedViews: 0,
      teams: ['Night watch'],
    })
    await runa('DELETE', `/members/${dagny?.id}`)
    expect((await runa<Team[]>('GET', '/teams'))[0]?.members).toEqual([])
  })
})

describe('who leaves', () => {
  it('gives their cases to an heir, if one is named', async () => {
    await somebody('sigrid', 'engineer')
    const [sigrid] = await bobbin.ask<{ id: number }>(`select id from account where name = 'sigrid'`)
    const [owner] = await bobbin.ask<{ id: number }>(`select id from account where name = 'runa'`)
    await runa('POST', '/cases/bulk', { keys: ['FERRY-101'], set: { ownerId: sigrid?.id } })
    await expect(runa('DELETE', `/members/${sigrid?.id}?heir=999999`)).rejects.toMatchObject({ code: 'noMember' })
    await runa('DELETE', `/members/${sigrid?.id}?heir=${owner?.id}`)
    expect((await bobbin.ask<{ owner_id: number }>('select owner_id from test_case where number = 101'))[0]?.owner_id).toBe(owner?.id)
  })

  it('may be anybody, by themselves, but the last lead', async () => {
    const cookie = await somebody('tove', 'viewer')
    const [tove] = await bobbin.ask<{ id: number }>(`select id from account where name = 'tove'`)
    const [other] = await bobbin.ask<{ id: number }>(`select id from account where name = 'brita'`)
    expect(await ask(cookie, `DELETE /members/${other?.id}`)).toMatchObject({ status: 403, right: 'manage' })
    expect((await ask(cookie, `DELETE /members/${tove?.id}`)).status).toBe(204)
    await bobbin.ask(
      `update membership set role = 'engineer' where role = 'lead' and account_id <> (select id from account where name = 'runa') and project_id = 1`,
    )
    const [runaId] = await bobbin.ask<{ id: number }>(`select id from account where name = 'runa'`)
    await expect(runa('DELETE', `/members/${runaId?.id}`)).rejects.toMatchObject({ code: 'lastLead' })
    await expect(runa('PATCH', `/members/${runaId?.id}`, { role: 'engineer' })).rejects.toMatchObject({ code: 'lastLead' })
  })
})

it('a role that no project has allows nothing', () => {
  expect([...rightsOf(['captain'])]).toEqual([])
  expect(ROLES.viewer).toEqual(['read'])
})
