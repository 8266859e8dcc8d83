import type { Place } from '../result.js'

const EMPTY = 0

/** What is kept of the first test of a name. */
export interface Seen {
  seq: number
  outcome: number
  place: Place
}

/**
 * Remembers millions of names in a few bytes each: an open-addressing table of 64-bit hashes in typed arrays. Two names with one
 * hash would be taken for one; among five million that happens with a probability below one in a million (birthday bound, n²/2⁶⁵).
 */
export class SeenTable {
  private capacity = 1024
  private size = 0
  private high = new Uint32Array(this.capacity)
  private low = new Uint32Array(this.capacity)
  /** The number of the result plus one; 0 is an empty place. */
  private seq = new Uint32Array(this.capacity)
  private outcome = new Uint8Array(this.capacity)
  private line = new Uint32Array(this.capacity)
  private column = new Uint32Array(this.capacity)

  /** @returns what was remembered of the name before, or null when it is new */
  add(name: string, seq: number, outcome: number, place: Place): Seen | null {
    if (this.size * 2 >= this.capacity) this.grow()
    const [high, low] = hash64(name)
    const at = this.find(high, low)
    if (this.seq[at] !== EMPTY) {
      return {
        seq: (this.seq[at] ?? 0) - 1,
        outcome: this.outcome[at] ?? 0,
        place: { line: this.line[at] ?? 0, column: this.column[at] ?? 0 },
      }
    }
    this.size++
    this.put(at, high, low, seq + 1, outcome, place.line, place.column)
    return null
  }

  private find(high: number, low: number): number {
    let at = low & (this.capacity - 1)
    while (this.seq[at] !== EMPTY && (this.low[at] !== low || this.high[at] !== high)) at = (at + 1) & (this.capacity - 1)
    return at
  }

  private put(at: number, high: number, low: number, seq: number, outcome: number, line: number, column: number): void {
    this.high[at] = high
    this.low[at] = low
    this.seq[at] = seq
    this.outcome[at] = outcome
    this.line[at] = line
    this.column[at] = column
  }

  private grow(): void {
    const { high, low, seq, outcome, line, column, capacity } = this
    this.capacity *= 2
    this.high = new Uint32Array(this.capacity)
    this.low = new Uint32Array(this.capacity)
    this.seq = new Uint32Array(this.capacity)
    this.outcome = new Uint8Array(this.capacity)
    this.line = new Uint32Array(this.capacity)
    this.column = new Uint32Array(this.capacity)
    for (let i = 0; i < capacity; i++) {
      if (seq[i] === EMPTY) continue
      const [h, l] = [high[i] ?? 0, low[i] ?? 0]
      this.put(this.find(h, l), h, l, seq[i] ?? 0, outcome[i] ?? 0, line[i] ?? 0, column[i] ?? 0)
    }
  }
}

/** Two 32-bit multiplicative hashes over the UTF-16 units, mixed at the end (after MurmurHash3's finalizer, Appleby, public domain). */
export function hash64(text: string): [high: number, low: number] {
  let a = 0xdeadbeef
  let b = 0x41c6ce57
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i)
    a = Math.imul(a ^ unit, 2654435761)
    b = Math.imul(b ^ unit, 1597334677)
  }
  a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909)
  b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909)
  return [b >>> 0, a >>> 0]
}
