import type { Place } from './result.js'

const EMPTY = 0
/** Words of 32 bits an entry: both halves of the hash, the number of the result plus one (0 is an empty place), line, column and outcome. */
const WORDS = 5
const [HIGH, LOW, SEQ, LINE, COLUMN] = [0, 1, 2, 3, 4]
/** The outcome shares a word with the column, which is cut to what is left. */
const OUTCOME_BITS = 4
const MOST_COLUMN = 2 ** (32 - OUTCOME_BITS) - 1

/** What is kept of the first test of a name. */
export interface Seen {
  seq: number
  outcome: number
  place: Place
}

/**
 * Remembers millions of names in a few bytes each: an open-addressing table of 64-bit hashes in one typed array, so that a name
 * costs one trip to memory. Two names with one hash would be taken for one; among five million that happens with a probability
 * below one in a million (birthday bound, n²/2⁶⁵).
 */
export class SeenTable {
  private capacity = 4096
  private size = 0
  private table = new Uint32Array(this.capacity * WORDS)

  /** @returns what was remembered of the name before, or null when it is new */
  add({ high, low }: Hash64, seq: number, outcome: number, place: Place): Seen | null {
    if (this.size * 4 >= this.capacity * 3) this.grow()
    const { table } = this
    const at = this.find(high >>> 0, low >>> 0)
    if (table[at + SEQ] === EMPTY) {
      this.size++
      table[at + HIGH] = high
      table[at + LOW] = low
      table[at + SEQ] = seq + 1
      table[at + LINE] = place.line
      table[at + COLUMN] = (Math.min(place.column, MOST_COLUMN) << OUTCOME_BITS) | outcome
      return null
    }
    const packed = table[at + COLUMN] ?? 0
    return {
      seq: (table[at + SEQ] ?? 0) - 1,
      outcome: packed & (2 ** OUTCOME_BITS - 1),
      place: { line: table[at + LINE] ?? 0, column: packed >>> OUTCOME_BITS },
    }
  }

  /** Where the entry of a hash stands, or would stand. */
  private find(high: number, low: number): number {
    const { table, capacity } = this
    let slot = low & (capacity - 1)
    for (;;) {
      const at = slot * WORDS
      if (table[at + SEQ] === EMPTY || (table[at + LOW] === low && table[at + HIGH] === high)) return at
      slot = (slot + 1) & (capacity - 1)
    }
  }

  private grow(): void {
    const old = this.table
    this.capacity *= 2
    this.table = new Uint32Array(this.capacity * WORDS)
    const { table } = this
    for (let from = 0; from < old.length; from += WORDS) {
      if (old[from + SEQ] === EMPTY) continue
      const to = this.find(old[from + HIGH] ?? 0, old[from + LOW] ?? 0)
      // word by word: a view of each entry would cost more than the copying
      for (let word = 0; word < WORDS; word++) table[to + word] = old[from + word] ?? 0
    }
  }
}

/**
 * The hash of several texts in a row: two 32-bit multiplicative hashes over the UTF-16 units, with a mark behind each text,
 * mixed at the end (after MurmurHash3's finalizer, Appleby, public domain).
 */
export class Hash64 {
  high = 0x41c6ce57
  low = 0xdeadbeef | 0

  add(text: string): this {
    let { low: a, high: b } = this
    for (let i = 0; i < text.length; i++) {
      const unit = text.charCodeAt(i)
      a = Math.imul(a ^ unit, 2654435761)
      b = Math.imul(b ^ unit, 1597334677)
    }
    this.low = Math.imul(a ^ END, 2654435761)
    this.high = Math.imul(b ^ END, 1597334677)
    return this
  }

  /** A hash that goes on from here by itself. */
  copy(): Hash64 {
    const copy = new Hash64()
    copy.high = this.high
    copy.low = this.low
    return copy
  }

  end(): this {
    let { low: a, high: b } = this
    a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909)
    b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909)
    this.low = a
    this.high = b
    return this
  }
}

/** Behind the last UTF-16 unit, so that no text can stand for the end of another. */
const END = 0x10000
