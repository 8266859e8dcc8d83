import type { Place } from '../result.js'

/** Finds line and column of a byte while a file goes by, counting line feeds only up to where somebody asks. Columns are in bytes. */
export class LineCounter {
  private current: Uint8Array = new Uint8Array(0)
  /** Offset of the current chunk in the file. */
  private start = 0
  /** How far line feeds were counted. */
  private counted = 0
  private line = 1
  private lineStart = 0
  /** The next line feed of the current piece, once it was looked for: a piece without any is not gone through again and again. */
  private nextFeed = -1

  /** The next piece of the file. */
  chunk(bytes: Uint8Array): void {
    this.countTo(this.start + this.current.length)
    this.start += this.current.length
    this.current = bytes
    this.nextFeed = -1
  }

  /** @param offset of a byte in the current piece, in bytes from the start of the file; an earlier one counts as where counting stands */
  at(offset: number): Place {
    this.countTo(Math.min(offset, this.start + this.current.length))
    return { line: this.line, column: Math.max(0, offset - this.lineStart) + 1 }
  }

  /** The end of what came so far. */
  end(): Place {
    return this.at(this.start + this.current.length)
  }

  private countTo(offset: number): void {
    while (this.counted < offset) {
      if (this.nextFeed < this.counted) this.nextFeed = this.findFeed()
      if (this.nextFeed >= offset) {
        this.counted = offset
        return
      }
      this.line++
      this.counted = this.lineStart = this.nextFeed + 1
    }
  }

  private findFeed(): number {
    const found = this.current.indexOf(0x0a, this.counted - this.start)
    return found < 0 ? Infinity : this.start + found
  }
}
