import { act, cleanup, fireEvent, render, screen } from '@testing-library/react'
import { useState } from 'react'
import { afterEach, beforeAll, describe, expect, it } from 'vitest'
import { RowList } from './row-list.js'

// happy-dom lays nothing out: give the scroller a height, so that some rows are seen
beforeAll(() => {
  Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, value: 600 })
  Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, value: 800 })
  HTMLElement.prototype.scrollTo = () => undefined
})
afterEach(cleanup)

const items = ['# Deck planner', ...Array.from({ length: 20_000 }, (_, i) => `case ${i}`)]

function List() {
  const [selected, setSelected] = useState<string | null>(null)
  return (
    <RowList
      label="Cases"
      items={items}
      keyOf={(item) => (item.startsWith('#') ? null : item)}
      selected={selected}
      onSelect={setSelected}
      render={(item) => <div role="gridcell">{item}</div>}
    />
  )
}

describe('RowList', () => {
  it('renders only what is seen of twenty thousand rows, and says how many there are', () => {
    render(<List />)
    expect(screen.getByRole('grid').getAttribute('aria-rowcount')).toBe('20001')
    expect(screen.getAllByRole('row').length).toBeLessThan(100)
  })

  it('moves with keys, passes over headings, and tells assistive technology where it is', () => {
    render(<List />)
    const grid = screen.getByRole('grid')
    fireEvent.keyDown(grid, { key: 'ArrowDown' })
    const first = screen.getByRole('row', { selected: true })
    expect(first.textContent).toBe('case 0')
    expect(grid.getAttribute('aria-activedescendant')).toBe(first.id)
    fireEvent.keyDown(grid, { key: 'j' })
    fireEvent.keyDown(grid, { key: 'k' })
    expect(screen.getByRole('row', { selected: true }).textContent).toBe('case 0')
    fireEvent.keyDown(grid, { key: 'PageDown' })
    expect(screen.getByRole('row', { selected: true }).textContent).toBe('case 15')
    fireEvent.keyDown(grid, { key: 'j', ctrlKey: true })
    expect(screen.getByRole('row', { selected: true }).textContent).toBe('case 15')
  })

  it('loses no key that comes before the last one is drawn', () => {
    render(<List />)
    const grid = screen.getByRole('grid')
    act(() => {
      for (let i = 0; i < 4; i++) fireEvent.keyDown(grid, { key: 'ArrowDown' })
    })
    expect(screen.getByRole('row', { selected: true }).textContent).toBe('case 3')
  })

  it('opens by click, but not a heading', () => {
    render(<List />)
    fireEvent.click(screen.getByText('# Deck planner'))
    expect(screen.queryByRole('row', { selected: true })).toBeNull()
    fireEvent.click(screen.getByText('case 3'))
    expect(screen.getByRole('row', { selected: true }).textContent).toBe('case 3')
  })
})
