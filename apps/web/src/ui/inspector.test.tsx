import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { Inspector } from './inspector.js'

beforeEach(() => localStorage.clear())
afterEach(cleanup)

it('closes with Escape, from full width first to its place', () => {
  const onClose = vi.fn()
  render(
    <Inspector label="Result" onClose={onClose}>
      what it said
    </Inspector>,
  )
  fireEvent.keyDown(window, { key: 'f' })
  expect(screen.getByRole('button', { name: 'Narrow' })).toBeTruthy()
  fireEvent.keyDown(window, { key: 'Escape' })
  expect(onClose).not.toHaveBeenCalled()
  fireEvent.keyDown(window, { key: 'Escape' })
  expect(onClose).toHaveBeenCalledOnce()
})

it('is made wider by keys, within limits, and remembers', () => {
  const { unmount } = render(<Inspector label="Result" onClose={() => undefined} children={null} />)
  const handle = screen.getByRole('separator')
  expect(handle.getAttribute('aria-valuenow')).toBe('38')
  for (let i = 0; i < 50; i++) fireEvent.keyDown(handle, { key: 'ArrowLeft' })
  expect(handle.getAttribute('aria-valuenow')).toBe('70')
  unmount()
  render(<Inspector label="Result" onClose={() => undefined} children={null} />)
  expect(screen.getByRole('separator').getAttribute('aria-valuenow')).toBe('70')
})

it('leaves letters alone while somebody types', () => {
  render(
    <Inspector label="Result" onClose={() => undefined}>
      <input aria-label="note" />
    </Inspector>,
  )
  fireEvent.keyDown(screen.getByLabelText('note'), { key: 'f' })
  expect(screen.getByRole('button', { name: 'Full width' })).toBeTruthy()
})
