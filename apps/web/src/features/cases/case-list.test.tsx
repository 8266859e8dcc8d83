import type { CaseRow } from '@bobbin/client'
import { fireEvent, screen } from '@testing-library/react'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { giveLayout } from '../../testing/layout.js'
import { renderAt } from '../../testing/render.js'
import { CaseList, layOut } from './case-list.js'
import { readColumns } from './columns.js'

const row = (number: number, area: string | null, part: Partial<CaseRow> = {}): CaseRow => ({
  key: `FERRY-${number}`, title: `Case ${number}`, areaId: 1, area, priority: 2, tags: ['smoke'], owner: null, state: 'approved', intent: 'toAutomate',
  estimateS: 90, updatedAt: '2026-11-20T10:00:00Z', scripts: 0, ...part,
}) // prettier-ignore
beforeAll(giveLayout)

const rows = [row(1, 'Deck › Limits'), row(2, 'Deck › Limits', { scripts: 2 }), row(3, null, { intent: 'never' })]

describe('a list of cases', () => {
  it('has a heading for each area, with how many stand below it, unless it is sorted otherwise', () => {
    const lines = layOut(rows, true)
    expect(lines.map((line) => (line.kind === 'area' ? `${line.name} ${line.count}` : line.row.key))).toEqual([
      'Deck › Limits 2', 'FERRY-1', 'FERRY-2', 'No area 1', 'FERRY-3',
    ]) // prettier-ignore
    expect(layOut(rows, false)).toHaveLength(3)
  })

  const show = async (sort?: string) => {
    const onSort = vi.fn()
    const onPick = vi.fn()
    renderAt(
      '/gullhaven/cases',
      <CaseList
        rows={rows}
        total={3}
        columns={readColumns('scripts')}
        picked={new Set(['FERRY-2'])}
        sort={sort}
        onSort={onSort}
        selected="FERRY-1"
        onSelect={() => undefined}
        onPick={onPick}
      />,
    )
    await screen.findByRole('grid')
    return { onSort, onPick }
  }

  it('is sorted by a heading: up, down, and back to the order of the areas', async () => {
    const { onSort } = await show()
    fireEvent.click(screen.getByRole('button', { name: 'Title' }))
    expect(onSort).toHaveBeenLastCalledWith('title')
  })
  it.each([
    ['title', 'Title, sorted ascending', '-title'],
    ['-title', 'Title, sorted descending', null],
  ])('sorted by %s goes on from there', async (sort, name, next) => {
    const { onSort } = await show(sort)
    fireEvent.click(screen.getByRole('button', { name }))
    expect(onSort).toHaveBeenLastCalledWith(next)
  })

  it('has columns that are made wider by key, and stay so', async () => {
    await show()
    const edge = () => screen.getByRole('separator', { name: 'Width of Scripts' })
    expect(edge().getAttribute('aria-valuenow')).toBe('84')
    fireEvent.keyDown(edge(), { key: 'ArrowLeft' })
    fireEvent.keyDown(edge(), { key: 'ArrowLeft' })
    expect(edge().getAttribute('aria-valuenow')).toBe('104')
    expect(localStorage.getItem('bobbin.widths.cases')).toBe('{"scripts":104}')
    fireEvent.doubleClick(edge())
    expect(edge().getAttribute('aria-valuenow')).toBe('84')
  })

  it('says which case misses a script, and leaves alone those that want none', async () => {
    await show()
    expect(screen.getByRole('row', { name: /FERRY-1/ }).textContent).toContain('no script')
    expect(screen.getByRole('row', { name: /FERRY-2/ }).textContent).toContain('2 scripts')
    expect(screen.getByRole('row', { name: /FERRY-3/ }).textContent).not.toContain('no script')
  })

  it('is picked from by key: one, a range, all', async () => {
    const { onPick } = await show()
    const grid = screen.getByRole('grid')
    fireEvent.keyDown(grid, { key: 'x' })
    expect(onPick).toHaveBeenLastCalledWith(['FERRY-1'], true)
    fireEvent.keyDown(grid, { key: 'ArrowDown', shiftKey: true })
    expect(onPick).toHaveBeenLastCalledWith(['FERRY-1', 'FERRY-2'], true)
    fireEvent.keyDown(grid, { key: 'a', ctrlKey: true })
    expect(onPick).toHaveBeenLastCalledWith(['FERRY-1', 'FERRY-2', 'FERRY-3'], true)
    fireEvent.click(screen.getByRole('gridcell', { name: 'selected' }))
    expect(onPick).toHaveBeenLastCalledWith(['FERRY-2'], false)
  })
})
