import type { Place, Warning, WarningCode } from './result.js'

/** Gathers warnings so that a thousand of one kind are one line with a count and the first place. */
export class WarningLog {
  private readonly byCode = new Map<WarningCode, Warning>()

  add(code: WarningCode, message: string, place: Place): void {
    const known = this.byCode.get(code)
    if (known) known.count++
    else this.byCode.set(code, { code, message, place, count: 1 })
  }

  list(): Warning[] {
    return [...this.byCode.values()]
  }
}
