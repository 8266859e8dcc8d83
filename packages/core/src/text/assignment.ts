/**
 * Which column each row gets so that the sum of costs is least, each column once: the Hungarian method with potentials
 * (Kuhn 1955, Jonker and Volgenant 1987), in O(rows² × columns).
 * @param cost any finite numbers; rows of one length
 * @returns by row its column, or -1 where there are fewer columns than rows
 */
export function assign(cost: readonly (readonly number[])[]): number[] {
  const rows = cost.length
  const columns = cost[0]?.length ?? 0
  if (rows === 0) return []
  if (columns === 0) return new Array<number>(rows).fill(-1)
  if (rows > columns) {
    const turned = assign(Array.from({ length: columns }, (_, j) => cost.map((row) => row[j] ?? 0)))
    const found = new Array<number>(rows).fill(-1)
    turned.forEach((row, column) => (found[row] = column))
    return found
  }
  // places count from one; 0 stands for “none yet”
  const u = new Float64Array(rows + 1)
  const v = new Float64Array(columns + 1)
  const rowOf = new Int32Array(columns + 1)
  const way = new Int32Array(columns + 1)
  for (let row = 1; row <= rows; row++) {
    const least = new Float64Array(columns + 1).fill(Infinity)
    const done = new Uint8Array(columns + 1)
    let column = 0
    rowOf[0] = row
    do {
      done[column] = 1
      const at = rowOf[column] ?? 0
      let step = Infinity
      let next = 0
      for (let j = 1; j <= columns; j++) {
        if (done[j]) continue
        const reduced = (cost[at - 1]?.[j - 1] ?? 0) - (u[at] ?? 0) - (v[j] ?? 0)
        if (reduced < (least[j] ?? 0)) {
          least[j] = reduced
          way[j] = column
        }
        if ((least[j] ?? 0) < step) {
          step = least[j] ?? 0
          next = j
        }
      }
      for (let j = 0; j <= columns; j++) {
        if (done[j]) {
          const own = rowOf[j] ?? 0
          u[own] = (u[own] ?? 0) + step
          v[j] = (v[j] ?? 0) - step
        } else least[j] = (least[j] ?? 0) - step
      }
      column = next
    } while (rowOf[column] !== 0)
    while (column !== 0) {
      const before = way[column] ?? 0
      rowOf[column] = rowOf[before] ?? 0
      column = before
    }
  }
  const found = new Array<number>(rows).fill(-1)
  for (let j = 1; j <= columns; j++) if (rowOf[j]) found[(rowOf[j] ?? 0) - 1] = j - 1
  return found
}

/** A row and a column that may belong together, and how well they fit: the more the better, above 0. */
export interface Fit {
  row: number
  column: number
  score: number
}

/** Groups that hang together are solved exactly up to so many pairs of rows and columns; in larger ones the best come first. */
const MOST_EXACT = 250_000

/** The choice of pairs, each row and column at most once, whose scores sum up to most. Solved by groups that hang together. */
export function bestPairs<T extends Fit>(fits: readonly T[]): T[] {
  const chosen: T[] = []
  for (const group of groupsOf(fits)) {
    const rows = [...new Set(group.map(({ row }) => row))]
    const columns = [...new Set(group.map(({ column }) => column))]
    if (rows.length * columns.length > MOST_EXACT) chosen.push(...bestFirst(group))
    else chosen.push(...exact(group, rows, columns))
  }
  return chosen
}

function exact<T extends Fit>(group: readonly T[], rows: readonly number[], columns: readonly number[]): T[] {
  if (group.length === 1) return [...group]
  const placeOfRow = new Map(rows.map((row, place) => [row, place]))
  const placeOfColumn = new Map(columns.map((column, place) => [column, place]))
  // a row may stay alone: each has a column of its own that costs nothing
  const cost = rows.map(() => new Array<number>(columns.length + rows.length).fill(0))
  const at = new Map<string, T>()
  for (const fit of group) {
    const [i, j] = [placeOfRow.get(fit.row) ?? 0, placeOfColumn.get(fit.column) ?? 0]
    const row = cost[i]
    if (row && (row[j] ?? 0) > -fit.score) {
      row[j] = -fit.score
      at.set(`${i} ${j}`, fit)
    }
  }
  return assign(cost).flatMap((j, i) => at.get(`${i} ${j}`) ?? [])
}

function bestFirst<T extends Fit>(group: readonly T[]): T[] {
  const [rows, columns] = [new Set<number>(), new Set<number>()]
  return [...group]
    .sort((a, b) => b.score - a.score || a.row - b.row || a.column - b.column)
    .filter(({ row, column }) => {
      if (rows.has(row) || columns.has(column)) return false
      rows.add(row)
      columns.add(column)
      return true
    })
}

function groupsOf<T extends Fit>(fits: readonly T[]): T[][] {
  // rows have even numbers, columns odd ones
  const parent = new Map<number, number>()
  const rootOf = (of: number): number => {
    let root = of
    for (let up = parent.get(root); up !== undefined && up !== root; up = parent.get(root)) root = up
    for (let at = of; at !== root;) {
      const up = parent.get(at) ?? root
      parent.set(at, root)
      at = up
    }
    return root
  }
  for (const { row, column } of fits) {
    const [a, b] = [rootOf(row * 2), rootOf(column * 2 + 1)]
    if (a !== b) parent.set(a, b)
  }
  const groups = new Map<number, T[]>()
  for (const fit of fits) {
    const root = rootOf(fit.row * 2)
    const group = groups.get(root)
    if (group) group.push(fit)
    else groups.set(root, [fit])
  }
  return [...groups.values()]
}
