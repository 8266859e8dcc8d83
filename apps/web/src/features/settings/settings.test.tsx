// @vitest-environment jsdom -- happy-dom does not choose the option that a form begins with
import type { AccountRow, MadeToken, ServerProject, SessionRow, TokenRow } from '@bobbin/client'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { AccountSettings } from './account-settings.js'
import { ProjectSettings } from './project-settings.js'
import { ServerSettings } from './server-settings.js'
import { TokenSettings } from './token-settings.js'

const AT = '2026-11-20T10:00:00Z'
const token: TokenRow = {
  id: 4,
  name: 'Nightly',
  scope: 'deliver',
  by: 'Runa Solberg',
  accountId: 1,
  createdAt: AT,
  lastUsedAt: null,
  expiresAt: null,
}
const API = '/api/projects/gullhaven'
const field = (name: string | RegExp) => screen.getByLabelText(name)
const type = (name: string | RegExp, value: string) => fireEvent.change(field(name), { target: { value } })

describe('tokens', () => {
  it('are listed with what they may and when they were used', async () => {
    renderAt('/gullhaven/settings/tokens', <TokenSettings />, {
      [`${API}/tokens`]: [token, { ...token, id: 5, name: 'Reader', scope: 'read', lastUsedAt: AT }],
    })
    const [first, second] = await screen.findAllByRole('listitem')
    expect(first?.textContent).toContain('Nightly deliver results, and read')
    expect(first?.textContent).toContain('never used')
    expect(second?.textContent).toContain('read only')
  })

  it('are revoked only when it is said twice', async () => {
    const { sent } = renderAt('/gullhaven/settings/tokens', <TokenSettings />, {
      [`${API}/tokens`]: [token],
      [`${API}/tokens/4`]: new Response(null, { status: 204 }),
    })
    fireEvent.click(await screen.findByRole('button', { name: 'Revoke' }))
    expect(sent).toEqual([])
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    fireEvent.click(screen.getByRole('button', { name: 'Revoke' }))
    fireEvent.click(screen.getByRole('button', { name: 'Revoke for good' }))
    await waitFor(() => expect(sent.map((one) => `${one.method} ${one.path}`)).toEqual([`DELETE ${API}/tokens/4`]))
  })

  it('are shown once when they are made, with the lines for a pipeline', async () => {
    const made: MadeToken = { token, secret: 'bbn_once' }
    const answers = { [`${API}/tokens`]: [], [`POST ${API}/tokens`]: made }
    const { sent } = renderAt('/gullhaven/settings/tokens', <TokenSettings />, answers)
    await screen.findByLabelText('Name')
    type('Name', 'Nightly')
    fireEvent.click(screen.getByRole('button', { name: 'Create a token' }))
    await waitFor(() => expect(sent[0]?.body).toEqual({ name: 'Nightly', scope: 'deliver', days: 365 }))
    expect((await screen.findByLabelText('Secret')).textContent).toContain('bbn_once')
    expect(screen.getByLabelText('Three lines').textContent).toContain('/cli/bobbin.mjs')
    fireEvent.click(screen.getByRole('button', { name: 'I have copied it' }))
    expect(screen.queryByText('bbn_once')).toBeNull()
  })
})

describe('the account', () => {
  const sessions: SessionRow[] = [
    { id: 1, current: true, createdAt: AT, lastSeenAt: AT, agent: 'curl/8.5.0', address: '10.0.0.7' },
    {
      id: 2,
      current: false,
      createdAt: AT,
      lastSeenAt: AT,
      agent: 'Mozilla/5.0 (X11; Linux x86_64) Chrome/156 Safari/537.36',
      address: '10.0.0.8',
    },
  ]
  it('lists its sessions, and ends another one', async () => {
    const { sent } = renderAt('/gullhaven/settings/account', <AccountSettings />, {
      '/api/sessions': sessions,
      '/api/sessions/2': new Response(null, { status: 204 }),
    })
    const [here, there] = await screen.findAllByRole('listitem')
    expect(within(here!).queryByRole('button')).toBeNull()
    expect(there?.textContent).toContain('A Chromium browser on Linux from 10.0.0.8')
    fireEvent.click(within(there!).getByRole('button', { name: 'End' }))
    await waitFor(() => expect(sent[0]).toMatchObject({ method: 'DELETE', path: '/api/sessions/2' }))
  })

  it('changes its password only for one that is long enough, and says when the old one is wrong', async () => {
    renderAt('/gullhaven/settings/account', <AccountSettings />, {
      '/api/sessions': sessions,
      '/api/session/password': Response.json(
        { code: 'wrongPassword', detail: 'The current password is wrong; nothing was changed' },
        { status: 400 },
      ),
    })
    await screen.findAllByRole('listitem')
    const change = screen.getByRole('button', { name: 'Change password' })
    type('Current password', 'old')
    type(/^New password/, 'short')
    expect(change.hasAttribute('disabled')).toBe(true)
    type(/^New password/, 'long enough now')
    fireEvent.click(change)
    expect((await screen.findByRole('alert')).textContent).toBe('The current password is wrong; nothing was changed.')
  })
})

describe('the project', () => {
  it('is made with a short name and a prefix that follow the name until they are typed', async () => {
    const { sent } = renderAt('/gullhaven/settings/project?new=1', <ProjectSettings />, {})
    await screen.findByText('A new project')
    type('Name of the project', 'Tide alerts')
    expect((field('Short name, for addresses') as HTMLInputElement).value).toBe('tide-alerts')
    type('Short name, for addresses', 'tides')
    type('Name of the project', 'Tide alerts north')
    expect((field('Short name, for addresses') as HTMLInputElement).value).toBe('tides')
    fireEvent.click(screen.getByRole('button', { name: 'Make it' }))
    await waitFor(() => expect(sent[0]?.body).toEqual({ name: 'Tide alerts north', slug: 'tides', keyPrefix: 'TIDE' }))
  })
})

describe('the server', () => {
  const account: AccountRow = {
    id: 2,
    name: 'Teo Marsh',
    email: 'teo@gullhaven.example',
    kind: 'tester',
    serverAdmin: false,
    makesProjects: false,
    projects: 1,
  }
  const project: ServerProject = { id: 7, slug: 'gullhaven', name: 'Gullhaven Ferry', folders: [], hosts: [], sources: 0 }
  it('lets people create projects, and projects look for results', async () => {
    const { sent } = renderAt('/gullhaven/settings/server', <ServerSettings />, {
      '/api/server/accounts': [account],
      '/api/server/projects': [project],
      'PATCH /api/server/accounts/2': { ...account, makesProjects: true },
      'PATCH /api/server/projects/7': project,
    })
    fireEvent.click(await screen.findByLabelText('Teo Marsh creates projects'))
    await waitFor(() => expect(sent[0]?.body).toEqual({ makesProjects: true }))
    const form = within(await screen.findByRole('form', { name: 'Gullhaven Ferry' }))
    fireEvent.change(form.getByLabelText('Folders'), { target: { value: '/reports \n\n/nightly' } })
    fireEvent.click(form.getByRole('button', { name: 'Save' }))
    await waitFor(() => expect(sent.at(-1)?.body).toEqual({ folders: ['/reports', '/nightly'], hosts: [] }))
  })

  it('shows background work, tries again what failed, and makes links for new passwords', async () => {
    const queue = { name: 'deliveries.read', due: 2, later: 1, active: 1, failed: 1, lastDone: AT }
    const dead = [{ id: 'a-job', name: 'deliveries.read', problem: 'the disk is full', failedAt: AT, tries: 4 }]
    const { sent } = renderAt('/gullhaven/settings/server', <ServerSettings />, {
      '/api/server/accounts': [account],
      '/api/server/projects': [project],
      '/api/server/jobs': { queues: [queue], dead },
      'POST /api/server/jobs/a-job/retry': { queues: [{ ...queue, failed: 0 }], dead: [] },
      'POST /api/server/accounts/2/reset-link': { secret: 'secret-of-the-link', expiresAt: AT },
    })
    const failed = within(await screen.findByRole('list', { name: 'Failed work' }))
    expect(failed.getByText('the disk is full')).toBeTruthy()
    fireEvent.click(failed.getByRole('button', { name: 'Try again' }))
    await waitFor(() => expect(screen.queryByText('the disk is full')).toBeNull())
    fireEvent.click(screen.getByRole('button', { name: 'New password for Teo Marsh' }))
    expect(await screen.findByText(/\/new-password#secret-of-the-link$/)).toBeTruthy()
    expect(sent.map(({ path }) => path)).toEqual(['/api/server/jobs/a-job/retry', '/api/server/accounts/2/reset-link'])
  })
})
