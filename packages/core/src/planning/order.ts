export interface Ordered {
  /** Places of tests that stay together, a list each: those that were together, and all that run after one another. */
  units: number[][]
  /** For each test which turn of its unit it runs in, from 0: each turn is over before the next begins. */
  turns: number[]
}

/**
 * Puts tests in an order in which each runs after those that it needs, with as few turns as there can be: the turn of a unit is the length
 * of the longest way to it. Units that need one another in a circle run in one turn.
 * @param units places of tests that stay together whatever they need, a list each
 * @param after for each test, places of the tests that it runs after
 */
export function inOrder(units: readonly (readonly number[])[], after: readonly (readonly number[])[]): Ordered {
  const unitOf = new Map(units.flatMap((unit, place) => unit.map((test) => [test, place] as const)))
  const needs = units.map((unit, place) => [
    ...new Set(unit.flatMap((test) => (after[test] ?? []).flatMap((other) => unitOf.get(other) ?? [])).filter((other) => other !== place)),
  ])
  const { groupOf, groups } = circlesOf(needs)
  // groups come out with what they need before them
  const turnOf: number[] = []
  groups.forEach((group, at) => {
    const before = group.flatMap((unit) => needs[unit] ?? []).flatMap((unit) => groupOf[unit] ?? [])
    turnOf[at] = Math.max(0, ...before.filter((other) => other !== at).map((other) => (turnOf[other] ?? 0) + 1))
  })
  const turns: number[] = []
  units.forEach((unit, place) => {
    for (const test of unit) turns[test] = turnOf[groupOf[place] ?? 0] ?? 0
  })
  return { units: joined(units, needs), turns }
}

/** Circles of units that need one another (Tarjan 1972), each group behind those that it needs. Without recursion: chains may be long. */
function circlesOf(needs: readonly (readonly number[])[]): { groupOf: number[]; groups: number[][] } {
  const [index, low] = [new Array<number>(needs.length).fill(-1), new Array<number>(needs.length).fill(0)]
  const [stack, onStack] = [[] as number[], new Set<number>()]
  const [groupOf, groups] = [[] as number[], [] as number[][]]
  let next = 0
  const enter = (unit: number) => {
    index[unit] = low[unit] = next++
    stack.push(unit)
    onStack.add(unit)
    return { unit, at: 0 }
  }
  for (let root = 0; root < needs.length; root++) {
    if (index[root] !== -1) continue
    const path = [enter(root)]
    for (let frame = path.at(-1); frame; frame = path.at(-1)) {
      const { unit } = frame
      const other = needs[unit]?.[frame.at++]
      if (other !== undefined) {
        if (index[other] === -1) path.push(enter(other))
        else if (onStack.has(other)) low[unit] = Math.min(low[unit] ?? 0, index[other] ?? 0)
        continue
      }
      path.pop()
      const above = path.at(-1)?.unit
      if (above !== undefined) low[above] = Math.min(low[above] ?? 0, low[unit] ?? 0)
      if (low[unit] !== index[unit]) continue
      const group = stack.splice(stack.indexOf(unit))
      for (const one of group) {
        onStack.delete(one)
        groupOf[one] = groups.length
      }
      groups.push(group)
    }
  }
  return { groupOf, groups }
}

/** Units that need one another, straight or through others, as one; the others as they are. */
function joined(units: readonly (readonly number[])[], needs: readonly (readonly number[])[]): number[][] {
  const parent = units.map((_, place) => place)
  const root = (place: number): number => {
    let at = place
    while (parent[at] !== at) at = parent[at] = parent[parent[at] ?? at] ?? at
    return at
  }
  needs.forEach((others, place) => {
    for (const other of others) parent[root(other)] = root(place)
  })
  const all = new Map<number, number[]>()
  units.forEach((unit, place) => {
    const own = all.get(root(place))
    if (own) own.push(...unit)
    else all.set(root(place), [...unit])
  })
  return [...all.values()]
}

/** All that some tests run after, straight or through others, with themselves; in the order of `after`. */
export function withNeeded(chosen: readonly number[], after: readonly (readonly number[])[]): number[] {
  const wanted = new Set(chosen)
  const open = [...chosen]
  for (let test = open.pop(); test !== undefined; test = open.pop())
    for (const other of after[test] ?? []) {
      if (wanted.has(other)) continue
      wanted.add(other)
      open.push(other)
    }
  return [...wanted].sort((a, b) => a - b)
}
