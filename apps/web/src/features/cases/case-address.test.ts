import { expect, it } from 'vitest'
import { isFiltered, readCaseFilter, readPicked, toggled, writePicked } from './case-address.js'

it('reads what the address says, and passes over what means nothing', () => {
  const params = new URLSearchParams('search=axle&state=draft,nonsense&priority=1,x&owner=0,3&area=12&sort=-updated&only=odd&tag=')
  expect(readCaseFilter(params)).toEqual({ search: 'axle', state: ['draft'], priority: [1], owner: [0, 3], area: 12, sort: '-updated' })
})

it('knows that sorting hides nothing', () => {
  expect(isFiltered({ sort: 'title' })).toBe(false)
  expect(isFiltered({ tag: 'smoke' })).toBe(true)
})

it('switches one entry of a list', () => {
  expect(toggled(undefined, 'draft')).toBe('draft')
  expect(toggled([1, 2], 2)).toBe('1')
  expect(toggled(['draft'], 'draft')).toBeNull()
})

it('keeps picked cases short in the address', () => {
  const keys = ['FERRY-101', 'FERRY-103', 'FERRY-102']
  expect(writePicked(keys, 'FERRY')).toBe('101-103')
  expect([...readPicked('101-103', 'FERRY')]).toEqual(['FERRY-101', 'FERRY-102', 'FERRY-103'])
  expect(writePicked([], 'FERRY')).toBeNull()
})
