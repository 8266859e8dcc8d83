import { render, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { readThread, threadInWords } from './outcome-words.js'
import { Thread } from './thread.js'

it('says a thread in words', () => {
  expect(threadInWords(readThread('111220'))).toBe('3 passed, 2 failed, 1 without result')
  expect(threadInWords([])).toBe('no results yet')
})

it('draws every outcome with a shape of its own, and nothing where nothing ran', () => {
  const { container } = render(<Thread outcomes={readThread('12345670')} cell={10} />)
  expect(screen.getByRole('img').getAttribute('aria-label')).toContain('1 recovered')
  const shapes = [...container.querySelectorAll('g')].map((group) => group.innerHTML.replace(/[\d.-]+/g, '#'))
  expect(new Set(shapes).size).toBe(shapes.length)
  expect(shapes).toHaveLength(6)
})
