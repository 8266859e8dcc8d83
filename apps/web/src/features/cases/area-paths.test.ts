import { expect, it } from 'vitest'
import { areaPaths, areaSums, isWithin, placesBeside } from './area-paths.js'

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
it('knows the places beside an area among its siblings', () => {
  const order = [5, 6, 7].map((id) => ({ id, parentId: 1 }))
  const areas = [{ id: 1, parentId: null }, { id: 8, parentId: null }, ...order]
  expect(order.map(({ id }) => placesBeside(areas, id))).toEqual([
    { up: undefined, down: 7 },
    { up: 5, down: null },
    { up: 6, down: undefined },
  ])
  expect(placesBeside([{ id: 1, parentId: null }], 1)).toEqual({ up: undefined, down: undefined })
})
