import type { CaseRow } from '@bobbin/client'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeAll, describe, expect, it } from 'vitest'
import { renderAt } from '../../testing/render.js'
import { LinkDialog } from './link-dialog.js'

beforeAll(() => {
  HTMLElement.prototype.scrollIntoView = () => undefined
})

const script = { id: 7, name: 'refuses a load', classname: null, suites: [], file: null, profile: null, framework: null }
const row = (key: string, title: string): CaseRow => ({
  key,
  title,
  areaId: 1,
  area: 'Deck planner',
  priority: 2,
  tags: [],
  owner: null,
  state: 'draft',
  intent: 'toAutomate',
  estimateS: null,
  updatedAt: '2026-11-20T10:00:00Z',
  scripts: 0,
})
const answers = {
  '/api/projects/gullhaven/cases': { rows: [row('FERRY-214', 'Axle limit'), row('FERRY-215', 'At the limit')], total: 2 },
  '/api/projects/gullhaven/scripts/7/links/FERRY-215': {},
}

const open = (more = {}) => {
  let closed = false
  const view = renderAt('/gullhaven/scripts', <LinkDialog script={script} open onOpenChange={(next) => (closed = !next)} />, {
    ...answers,
    ...more,
  })
  return { ...view, closed: () => closed }
}

describe('LinkDialog', () => {
  it('chooses with arrows and links with Enter', async () => {
    const { sent, closed } = open()
    await screen.findByRole('option', { name: /FERRY-214/ })
    const box = screen.getByRole('combobox', { name: 'Find a case' })
    fireEvent.keyDown(box, { key: 'ArrowDown' })
    expect(screen.getByRole('option', { selected: true }).textContent).toContain('FERRY-215')
    fireEvent.keyDown(box, { key: 'Enter' })
    await waitFor(() => expect(closed()).toBe(true))
    expect(sent).toEqual([{ method: 'PUT', path: '/api/projects/gullhaven/scripts/7/links/FERRY-215', body: null }])
  })

  it('stays open and says why when the link is refused', async () => {
    const { closed } = open({
      '/api/projects/gullhaven/scripts/7/links/FERRY-215': Response.json(
        { code: 'notFound', detail: 'There is no case “FERRY-215” in this project' },
        { status: 404 },
      ),
    })
    fireEvent.click(await screen.findByRole('option', { name: /FERRY-215/ }))
    expect((await screen.findByRole('alert')).textContent).toContain('There is no case “FERRY-215” in this project.')
    expect(closed()).toBe(false)
  })

  it('says when no case fits', async () => {
    open({ '/api/projects/gullhaven/cases': { rows: [], total: 0 } })
    fireEvent.change(await screen.findByRole('combobox'), { target: { value: 'whale' } })
    expect(await screen.findByText('No matching case “whale”.')).toBeTruthy()
  })
})
