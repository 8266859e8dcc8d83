import { Refusal } from '../result.js'

/** Most files in one archive. */
export const MAX_ENTRIES = 10_000
/** Most bytes that one archive unpacks to. */
export const MAX_UNPACKED = 4 * 1024 ** 3
/** An archive may grow so many times, once it is beyond the size below: reports shrink to a twentieth, bombs to a thousandth. */
const MAX_RATIO = 200
const RATIO_COUNTS_FROM = 32 * 1024 ** 2

/** Counts what goes into an archive's reader and what comes out. Throws Refusal when it grows beyond all measure. */
export class ArchiveMeter {
  private packed = 0
  private unpacked = 0
  private entries = 0

  read(bytes: number): void {
    this.packed += bytes
  }

  entry(): void {
    if (++this.entries > MAX_ENTRIES) throw new Refusal('archive', `The archive holds more than ${MAX_ENTRIES} files`)
  }

  write(bytes: number): void {
    this.unpacked += bytes
    const most = Math.min(MAX_UNPACKED, Math.max(RATIO_COUNTS_FROM, this.packed * MAX_RATIO))
    if (this.unpacked > most) {
      const megabytes = Math.round(most / 1024 ** 2)
      throw new Refusal('archive', `The archive unpacks to more than ${megabytes} MB, which is over the limit for its size`)
    }
  }

  get isEmpty(): boolean {
    return this.entries === 0
  }
}
