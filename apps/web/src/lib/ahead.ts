/**
 * What was asked for and is not drawn yet: keys may come faster than the page is drawn, and the drawing of an earlier one must not be taken
 * for the newest. What was asked for is drawn in its order, though not each of it.
 */
export class Ahead {
  private drawn: string | null = null
  private waiting: string[] = []

  asked(key: string): void {
    if (key !== (this.waiting.at(-1) ?? this.drawn)) this.waiting.push(key)
  }

  /** @returns whether this is the newest: nothing that was asked for waits, or something else came between */
  isNewest(key: string): boolean {
    if (key !== this.drawn) {
      const at = this.waiting.indexOf(key)
      this.waiting = at < 0 ? [] : this.waiting.slice(at + 1)
      this.drawn = key
    }
    return this.waiting.length === 0
  }
}
