/** Something to be run as a whole: a test, or the tests of a file that stay together. */
export interface Unit {
  /** How long it is expected to take, in any one unit of time. */
  time: number
}

export interface Split {
  /** Places of the units, a list for each machine; within a machine longest first. */
  shares: number[][]
  /** How long the machine with the most to do takes. */
  makespan: number
  /** No split can end earlier: the longest unit, or all of them spread evenly. */
  bound: number
}

/** So many exchanges are made after the first placing, and so many looked at. */
const MOST_ROUNDS = 200
const MOST_EXCHANGES = 5_000_000
/** A split that ends so close to what none can be below is good enough. */
const CLOSE = 1.0005

/**
 * Splits units over machines that are alike, so that the last one ends as early as possible: longest first to whoever has least to do
 * (Graham 1969, at most 4/3 − 1/(3m) of the best), against first-fit by bisected capacity (MULTIFIT; Coffman, Garey and Johnson 1978),
 * then improved by moves and exchanges from the fullest machine.
 * @param machines how many, at least 1
 * @example splitByTime([{ time: 5 }, { time: 4 }, { time: 3 }], 2).makespan // 7
 */
export function splitByTime(units: readonly Unit[], machines: number): Split {
  const order = units.map((_, i) => i).sort((a, b) => timeAt(units, b) - timeAt(units, a) || a - b)
  const total = units.reduce((sum, { time }) => sum + time, 0)
  const bound = Math.max(total / machines, ...order.slice(0, 1).map((i) => timeAt(units, i)))
  const first = longestFirst(units, order, machines)
  // with many short units there is nothing left to gain
  if (first.makespan <= bound * CLOSE) return { ...first, bound }
  const fitted = bisected(units, order, machines, bound, first.makespan)
  const best = fitted && fitted.makespan < first.makespan ? fitted : first
  const shares = improved(units, best.shares, bound)
  return { shares, makespan: makespanOf(units, shares), bound }
}

/** As many units to each machine, whatever they take. */
export function splitByCount(units: readonly Unit[], machines: number): Split {
  const shares = Array.from({ length: machines }, (_, machine) =>
    units.slice(Math.round((machine * units.length) / machines), Math.round(((machine + 1) * units.length) / machines)).length === 0
      ? []
      : units.flatMap((_, i) => (Math.floor((i * machines) / units.length) === machine ? [i] : [])),
  )
  const total = units.reduce((sum, { time }) => sum + time, 0)
  return { shares, makespan: makespanOf(units, shares), bound: Math.max(total / machines, ...units.map(({ time }) => time).slice(0, 1000)) }
}

/** The median of some times; the value for one that is not known. @returns null of nothing */
export function medianOf(times: readonly number[]): number | null {
  if (times.length === 0) return null
  const sorted = [...times].sort((a, b) => a - b)
  const middle = sorted.length >> 1
  return sorted.length % 2 === 1 ? (sorted[middle] ?? null) : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2
}

const timeAt = (units: readonly Unit[], i: number): number => units[i]?.time ?? 0

const loadOf = (units: readonly Unit[], share: readonly number[]): number => share.reduce((sum, i) => sum + timeAt(units, i), 0)

const makespanOf = (units: readonly Unit[], shares: readonly (readonly number[])[]): number =>
  shares.reduce((most, share) => Math.max(most, loadOf(units, share)), 0)

function longestFirst(units: readonly Unit[], order: readonly number[], machines: number): Pick<Split, 'shares' | 'makespan'> {
  const shares: number[][] = Array.from({ length: machines }, () => [])
  const heap = new LoadHeap(machines)
  for (const i of order) {
    const machine = heap.least()
    shares[machine]?.push(i)
    heap.add(timeAt(units, i))
  }
  return { shares, makespan: heap.most() }
}

/** Loads of machines with the least one on top. */
class LoadHeap {
  private readonly loads: Float64Array
  private readonly machines: Int32Array

  constructor(size: number) {
    this.loads = new Float64Array(size)
    this.machines = Int32Array.from({ length: size }, (_, i) => i)
  }

  least(): number {
    return this.machines[0] ?? 0
  }

  /** Adds to the least one. */
  add(time: number): void {
    const { loads, machines } = this
    const load = (loads[0] ?? 0) + time
    const machine = machines[0] ?? 0
    let at = 0
    for (;;) {
      const left = 2 * at + 1
      if (left >= loads.length) break
      const right = left + 1
      const child = right < loads.length && this.before(right, left) ? right : left
      if (!this.smaller(child, load, machine)) break
      loads[at] = loads[child] ?? 0
      machines[at] = machines[child] ?? 0
      at = child
    }
    loads[at] = load
    machines[at] = machine
  }

  most(): number {
    return this.loads.reduce((most, load) => Math.max(most, load), 0)
  }

  private before(a: number, b: number): boolean {
    return this.smaller(a, this.loads[b] ?? 0, this.machines[b] ?? 0)
  }

  private smaller(at: number, load: number, machine: number): boolean {
    const own = this.loads[at] ?? 0
    return own < load || (own === load && (this.machines[at] ?? 0) < machine)
  }
}

const ROUNDS_OF_BISECTION = 10
/** First-fit looks at every machine for every unit: not worth it where there is very much of both. */
const MOST_FITTED = 2_000_000

function bisected(units: readonly Unit[], order: readonly number[], machines: number, low: number, high: number) {
  if (order.length * machines > MOST_FITTED) return null
  let best: { shares: number[][]; makespan: number } | null = null
  let [from, to] = [low, high]
  for (let round = 0; round < ROUNDS_OF_BISECTION && from < to; round++) {
    const capacity = (from + to) / 2
    const shares = firstFit(units, order, machines, capacity)
    if (shares) {
      const makespan = makespanOf(units, shares)
      if (!best || makespan < best.makespan) best = { shares, makespan }
      to = Math.min(capacity, makespan)
    } else from = capacity
  }
  return best
}

function firstFit(units: readonly Unit[], order: readonly number[], machines: number, capacity: number): number[][] | null {
  const loads = new Float64Array(machines)
  const shares: number[][] = Array.from({ length: machines }, () => [])
  for (const i of order) {
    const time = timeAt(units, i)
    const machine = loads.findIndex((load) => load + time <= capacity + 1e-9)
    if (machine < 0) return null
    loads[machine] = (loads[machine] ?? 0) + time
    shares[machine]?.push(i)
  }
  return shares
}

/** Moves a unit, or exchanges two, between the fullest machine and another, as long as the fuller of both becomes less full. */
function improved(units: readonly Unit[], begun: readonly (readonly number[])[], bound: number): number[][] {
  const shares = begun.map((share) => [...share])
  const loads = shares.map((share) => loadOf(units, share))
  const each = shares.length * Math.min(MOST_LOOKED, Math.ceil(units.length / shares.length)) ** 2
  const rounds = Math.min(MOST_ROUNDS, Math.ceil(MOST_EXCHANGES / Math.max(1, each)))
  for (let round = 0; round < rounds; round++) {
    const full = loads.indexOf(Math.max(...loads))
    if ((loads[full] ?? 0) <= bound + 1e-9 || !exchange(units, shares, loads, full)) break
  }
  return shares.map((share) => share.sort((a, b) => timeAt(units, b) - timeAt(units, a) || a - b))
}

/** So many units of a machine are looked at: those that are left out are the shortest. */
const MOST_LOOKED = 200

function exchange(units: readonly Unit[], shares: number[][], loads: number[], full: number): boolean {
  const own = shares[full] ?? []
  const most = loads[full] ?? 0
  let best: { to: number; give: number; take: number; peak: number } | null = null
  for (let to = 0; to < shares.length; to++) {
    if (to === full) continue
    const room = loads[to] ?? 0
    for (const give of own.slice(0, MOST_LOOKED)) {
      const given = timeAt(units, give)
      for (const take of [-1, ...(shares[to] ?? []).slice(0, MOST_LOOKED)]) {
        const net = given - (take < 0 ? 0 : timeAt(units, take))
        if (net <= 0) continue
        const peak = Math.max(most - net, room + net)
        if (peak < most - 1e-9 && (!best || peak < best.peak)) best = { to, give, take, peak }
      }
    }
  }
  if (!best) return false
  const { to, give, take } = best
  const other = shares[to] ?? []
  own.splice(own.indexOf(give), 1)
  other.push(give)
  if (take >= 0) {
    other.splice(other.indexOf(take), 1)
    own.push(take)
  }
  loads[full] = loadOf(units, own)
  loads[to] = loadOf(units, other)
  return true
}
