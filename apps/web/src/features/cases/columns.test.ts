import { expect, it } from 'vitest'
import { fitting, readColumns, withColumn } from './columns.js'

const ids = (columns: readonly { id: string }[]) => columns.map((column) => column.id)

it('shows the usual columns unless the address says others', () => {
  expect(ids(readColumns(null))).toEqual(['tags', 'priority', 'scripts'])
  expect(ids(readColumns('state,nonsense,owner'))).toEqual(['owner', 'state'])
  expect(ids(readColumns('none'))).toEqual([])
})

it('switches a column, and leaves no trace of the usual ones', () => {
  expect(withColumn(readColumns(null), 'owner')).toBe('tags,owner,priority,scripts')
  expect(withColumn(readColumns('tags,owner,priority,scripts'), 'owner')).toBeNull()
  expect(withColumn(readColumns('owner'), 'owner')).toBe('none')
})

it('drops columns, the least needed first, before the title gets too narrow', () => {
  expect(ids(fitting(readColumns(null), 1000))).toEqual(['tags', 'priority', 'scripts'])
  expect(ids(fitting(readColumns(null), 520))).toEqual(['priority', 'scripts'])
  expect(ids(fitting(readColumns(null), 300))).toEqual([])
})
