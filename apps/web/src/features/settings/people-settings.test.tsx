import { ALL_RIGHTS } from '@bobbin/core'
import type { ActList, Me, Member, RoleRow, Team } from '@bobbin/client'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeAll, describe, expect, it } from 'vitest'
import { giveLayout } from '../../testing/layout.js'
import { renderAt } from '../../testing/render.js'
import { AuditLog } from './audit-log.js'
import { PeopleSettings } from './people-settings.js'

beforeAll(giveLayout)

const AT = '2026-11-20T10:00:00Z'
const API = '/api/projects/gullhaven'
const members: Member[] = [
  { id: 1, name: 'Runa Solberg', email: 'runa@gullhaven.example', kind: 'engineer', role: 'lead', teams: [] },
  { id: 2, name: 'Teo Marsh', email: 'teo@gullhaven.example', kind: 'tester', role: 'tester', teams: ['Deck crew'] },
]
const roles: RoleRow[] = [
  { id: null, name: 'viewer', rights: ['read'], members: 0 },
  { id: null, name: 'lead', rights: ALL_RIGHTS, members: 1 },
  { id: 9, name: 'Release crew', rights: ['read', 'signOff'], members: 0 },
]
const teams: Team[] = [
  {
    id: 5,
    name: 'Deck crew',
    role: null,
    folders: ['tests/deck'],
    members: [{ id: 2, name: 'Teo Marsh' }],
    areas: [{ id: 3, name: 'Deck planner' }],
  },
]
const answers = {
  [`${API}/members`]: members,
  [`${API}/roles`]: roles,
  [`${API}/teams`]: teams,
  [`${API}/invitations`]: [],
  [`${API}/areas`]: [{ id: 3, parentId: null, name: 'Deck planner', cases: 4 }],
}
const open = (more: Record<string, unknown> = {}) => renderAt('/gullhaven/settings/people', <PeopleSettings />, { ...answers, ...more })

describe('people', () => {
  it('get roles, a project’s own too', async () => {
    const { sent } = open({ [`${API}/members/2`]: members[1] })
    fireEvent.change(await screen.findByLabelText('Role of Teo Marsh'), { target: { value: 'Release crew' } })
    await waitFor(() => expect(sent[0]).toMatchObject({ method: 'PATCH', path: `${API}/members/2`, body: { role: 'Release crew' } }))
  })

  it('are invited as what they shall become, by a link that is shown once', async () => {
    const invitation = { id: 3, email: 'bo@gullhaven.example', role: 'viewer', invitedBy: 'Runa Solberg', createdAt: AT, expiresAt: AT }
    const { sent } = open({ [`POST ${API}/invitations`]: { invitation, secret: 'secret-of-the-link', mailed: false } })
    fireEvent.change(await screen.findByLabelText('Email'), { target: { value: ' bo@gullhaven.example ' } })
    fireEvent.change(screen.getByLabelText('As'), { target: { value: 'viewer' } })
    fireEvent.click(screen.getByRole('button', { name: 'Create link' }))
    await waitFor(() => expect(sent[0]?.body).toEqual({ email: 'bo@gullhaven.example', role: 'viewer' }))
    expect(await screen.findByText(/\/join#secret-of-the-link$/)).toBeTruthy()
  })

  it('are removed only after it is said what becomes of their work, and who owns their cases', async () => {
    const work = { cases: 12, tokens: 2, sources: 0, sharedViews: 1, teams: ['Deck crew'] }
    const { sent } = open({ [`${API}/members/2/work`]: work, [`DELETE ${API}/members/2`]: new Response(null, { status: 204 }) })
    fireEvent.keyDown(await screen.findByRole('button', { name: 'Actions for Teo Marsh' }), { key: 'Enter' })
    fireEvent.click(await screen.findByText('Remove from the project …'))
    const dialog = within(await screen.findByRole('dialog'))
    expect(await dialog.findByText(/2 tokens are revoked/)).toBeTruthy()
    fireEvent.change(dialog.getByLabelText('Who owns 12 cases from now on?'), { target: { value: '1' } })
    fireEvent.click(dialog.getByRole('button', { name: 'Remove' }))
    await waitFor(() => expect(sent[0]).toMatchObject({ method: 'DELETE', path: `${API}/members/2?heir=1` }))
  })

  it('see who is there without the means to change it, where their role does not allow that', async () => {
    const me: Me = {
      account: { id: 2, name: 'Teo Marsh', email: 'teo@gullhaven.example', kind: 'tester', serverAdmin: false, makesProjects: false },
      projects: [
        { slug: 'gullhaven', name: 'Gullhaven Ferry', keyPrefix: 'FERRY', defaultBranch: 'main', role: 'tester', rights: ['read'] },
      ],
    }
    open({ '/api/session': me })
    expect(await screen.findByText('Leads of the project invite people.')).toBeTruthy()
    expect(screen.queryByLabelText('Role of Teo Marsh')).toBeNull()
    expect(screen.queryByRole('button', { name: 'Create a team' })).toBeNull()
  })
})

describe('teams and roles', () => {
  it('say what they own and allow, and are edited in a form', async () => {
    const { sent } = open({ [`PUT ${API}/teams/5`]: teams })
    expect(await screen.findByText('owns Deck planner; tests/deck')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Edit Deck crew' }))
    const dialog = within(await screen.findByRole('dialog'))
    fireEvent.change(dialog.getByLabelText('Name'), { target: { value: '' } })
    fireEvent.click(dialog.getByRole('button', { name: 'Save' }))
    expect(await dialog.findByText('A team needs a name')).toBeTruthy()
    fireEvent.change(dialog.getByLabelText('Name'), { target: { value: 'Deck' } })
    fireEvent.change(dialog.getByLabelText('Source folders'), { target: { value: 'tests/deck\n\n tests/lift ' } })
    fireEvent.click(dialog.getByRole('button', { name: 'Save' }))
    await waitFor(() =>
      expect(sent[0]).toMatchObject({
        method: 'PUT',
        body: { name: 'Deck', role: null, folders: ['tests/deck', 'tests/lift'], members: [2], areas: [3] },
      }),
    )
  })

  it('show what each role allows; a project’s own is changed', async () => {
    const { sent } = open({ [`PUT ${API}/roles/9`]: roles })
    fireEvent.click(await screen.findByRole('button', { name: 'Release crew' }))
    const dialog = within(await screen.findByRole('dialog'))
    fireEvent.click(dialog.getByLabelText('approve and retire cases'))
    fireEvent.click(dialog.getByRole('button', { name: 'Save' }))
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({ name: 'Release crew', rights: expect.arrayContaining(['signOff', 'approve']) as unknown }),
    )
  })
})

describe('the audit log', () => {
  const list: ActList = {
    total: 1,
    rows: [
      {
        id: 41,
        at: AT,
        actor: 'token',
        by: 'Runa Solberg',
        token: 'Nightly',
        kind: 'case.changed',
        clause: 'changed FERRY-101 Axle limit',
        subject: { kind: 'case', id: 1, name: 'FERRY-101 Axle limit' },
        fields: [{ field: 'priority', from: '2', to: '1' }],
        changed: 3,
        reason: null,
        request: null,
        canUndo: true,
        undone: null,
      },
    ],
  }
  it('says who did what, and undoes it', async () => {
    const { sent } = renderAt('/gullhaven/settings/audit', <AuditLog />, {
      [`${API}/acts`]: list,
      [`${API}/members`]: members,
      [`${API}/rules`]: { unknownTests: 'ask', keepDetailsDays: 60, keepActsDays: null },
      [`POST ${API}/acts/41/undo`]: { actId: 42, undone: 2, left: ['FERRY-102 Height'] },
    })
    const row = await screen.findByRole('row')
    expect(row.textContent).toContain('Token Nightly changed FERRY-101 Axle limit')
    expect(row.textContent).toContain('priority: 2 → 1and so on, for 3 in all')
    fireEvent.click(within(row).getByRole('button', { name: 'Undo' }))
    await waitFor(() => expect(sent[0]?.path).toBe(`${API}/acts/41/undo`))
  })

  it('keeps its filters in the address, and takes them along into the table', async () => {
    const { router } = renderAt('/gullhaven/settings/audit', <AuditLog />, {
      [`${API}/acts`]: { rows: [], total: 0 },
      [`${API}/members`]: members,
    })
    expect(await screen.findByText('Nothing was changed yet')).toBeTruthy()
    fireEvent.change(screen.getByLabelText('What'), { target: { value: 'case.deleted' } })
    await waitFor(() => expect(router.state.location.search).toBe('?kind=case.deleted'))
    expect(screen.getByRole('link', { name: 'CSV' }).getAttribute('href')).toContain('kind=case.deleted')
    expect(await screen.findByText('No entry fits these filters')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Clear filters' }))
    await waitFor(() => expect(router.state.location.search).toBe(''))
  })
})
