import type { AreaNode } from '@bobbin/client'

export interface AreaPath {
  id: number
  /** Names from the top down. */
  path: string[]
  depth: number
}

/** All areas in the order of the tree, each with its path. */
export function areaPaths(areas: readonly AreaNode[]): AreaPath[] {
  const children = groupByParent(areas)
  const walk = (parentId: number | null, above: string[]): AreaPath[] =>
    (children.get(parentId) ?? []).flatMap((area) => {
      const path = [...above, area.name]
      return [{ id: area.id, path, depth: above.length }, ...walk(area.id, path)]
    })
  return walk(null, [])
}

function groupByParent(areas: readonly AreaNode[]): Map<number | null, AreaNode[]> {
  const groups = new Map<number | null, AreaNode[]>()
  for (const area of areas) groups.set(area.parentId, [...(groups.get(area.parentId) ?? []), area])
  return groups
}

/** How many cases stand in each area and below it. */
export function areaSums(areas: readonly AreaNode[]): Map<number, number> {
  const parents = new Map(areas.map((area) => [area.id, area.parentId]))
  const sums = new Map(areas.map((area) => [area.id, 0]))
  for (const area of areas) {
    for (let id: number | null | undefined = area.id; id != null; id = parents.get(id)) sums.set(id, (sums.get(id) ?? 0) + area.cases)
  }
  return sums
}

/** Whether an area is another one or stands below it. */
export function isWithin(areas: readonly AreaNode[], id: number | null, other: number): boolean {
  const parents = new Map(areas.map((area) => [area.id, area.parentId]))
  for (let at: number | null | undefined = id; at != null; at = parents.get(at)) if (at === other) return true
  return false
}

/** Before which sibling an area stands when it goes one place up or down: null is the end, undefined that there is no such place. */
export interface PlacesBeside {
  up: number | undefined
  down: number | null | undefined
}

/** @param areas in the order of the tree */
export function placesBeside(areas: readonly Pick<AreaNode, 'id' | 'parentId'>[], id: number): PlacesBeside {
  const parent = areas.find((area) => area.id === id)?.parentId
  const siblings = areas.filter((area) => area.parentId === parent).map((area) => area.id)
  const at = siblings.indexOf(id)
  return { up: siblings[at - 1], down: at + 1 < siblings.length ? (siblings[at + 2] ?? null) : undefined }
}
