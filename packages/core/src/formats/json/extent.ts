const QUOTE = 0x22
const BACKSLASH = 0x5c
const COLON = 0x3a

/** Follows one JSON object or array through its bytes to where it ends, without understanding it: brackets and strings only. */
export class Extent {
  /** How many objects and arrays are open. */
  private depth = 0
  /** Bytes of the string that is open; -1 outside of strings. */
  private string = -1
  private escaped = false
  /** The deepest nesting so far. */
  deepest = 0
  /** Bytes of the longest string so far. */
  longest = 0
  /** Pairs of key and value so far. */
  pairs = 0
  /** A `\u` stands in it. */
  hasCodes = false

  /**
   * @param bytes the next piece, which begins the value or goes on where the last piece ended
   * @returns the index behind the value's last byte; -1 when it does not end in this piece
   */
  scan(bytes: Uint8Array, from: number): number {
    const { length } = bytes
    let i = from
    while (i < length) {
      if (this.string >= 0) {
        i = this.inString(bytes, i)
        continue
      }
      const byte = bytes[i++]
      if (byte === QUOTE) this.string = 0
      else if (byte === COLON) this.pairs++
      else if (byte === 0x7b || byte === 0x5b) {
        if (++this.depth > this.deepest) this.deepest = this.depth
      } else if ((byte === 0x7d || byte === 0x5d) && --this.depth === 0) return i
    }
    return -1
  }

  /** @returns the index behind the string's end, or of the piece's end */
  private inString(bytes: Uint8Array, from: number): number {
    const { length } = bytes
    let i = from
    if (this.escaped && i < length) {
      this.escaped = false
      if (bytes[i++] === 0x75) this.hasCodes = true
    }
    for (; i < length; i++) {
      const byte = bytes[i]
      if (byte === BACKSLASH) {
        if (++i === length) {
          this.escaped = true
          break
        }
        if (bytes[i] === 0x75) this.hasCodes = true
      } else if (byte === QUOTE) {
        this.grown(i - from)
        this.string = -1
        return i + 1
      }
    }
    this.grown(i - from)
    return i
  }

  private grown(bytes: number): void {
    this.string += bytes
    if (this.string > this.longest) this.longest = this.string
  }
}
