import { fireEvent, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { renderAt } from '../testing/render.js'
import { PartMissing } from '../ui/states.js'
import { useAllPages } from './use-all-pages.js'

let fails = false
const page = (offset: number) =>
  offset > 0 && fails
    ? Promise.reject(new Error('Low tide'))
    : Promise.resolve({ rows: [`row ${offset}`, `row ${offset + 1}`].slice(0, 5 - offset), total: 5 })

function List() {
  const { data, partError, goOn } = useAllPages(['list'], page)
  return (
    <>
      {partError && <PartMissing error={partError} onRetry={goOn} />}
      <output>{data?.rows.join(', ')}</output>
    </>
  )
}

it('brings all pages, says where one is missing, and goes on from there', async () => {
  fails = true
  renderAt('/gullhaven/list', <List />)
  expect((await screen.findByRole('alert')).textContent).toContain('Not all rows could be read. Low tide.')
  expect(screen.getByRole('status').textContent).toBe('row 0, row 1')
  fails = false
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }))
  await screen.findByText('row 0, row 1, row 2, row 3, row 4')
  expect(screen.queryByRole('alert')).toBeNull()
})
