import { expect, it } from 'vitest'
import { areaPaths, areaSums, isWithin } from './area-paths.js'

const AREAS = [
  { id: 1, parentId: null, name: 'Gate scanner', cases: 2 },
  { id: 2, parentId: 1, name: 'Offline', cases: 3 },
  { id: 3, parentId: null, name: 'Freight', cases: 0 },
  { id: 4, parentId: 2, name: 'Tunnels', cases: 1 },
]

it('gives every area its path, in the order of the tree', () =>
  expect(areaPaths(AREAS).map((area) => area.path.join(' › '))).toEqual([
    'Gate scanner',
    'Gate scanner › Offline',
    'Gate scanner › Offline › Tunnels',
    'Freight',
  ]))
it('counts what stands below too', () => expect([...areaSums(AREAS)]).toEqual([[1, 6], [2, 4], [3, 0], [4, 1]])) // prettier-ignore
it('knows what stands in what', () => {
  expect(isWithin(AREAS, 4, 1)).toBe(true)
  expect(isWithin(AREAS, 1, 4)).toBe(false)
})
