import { closeSync, openSync, readSync, unlinkSync, writeSync } from 'node:fs'
import { randomUUID } from 'node:crypto'
import { join } from 'node:path'
import { deserialize, serialize } from 'node:v8'
import type { PackedResults } from './packed-results.js'

/** So many results stay in memory; more go to disk. */
const IN_MEMORY = 2000

/** Results whose places are known only later: kept in order, on disk where they are many. */
export class HeldResults {
  private readonly early: PackedResults[] = []
  private count = 0
  private fd: number | null = null
  private readonly path: string
  private readonly lengths: number[] = []

  /** @param folder for what is too large for memory; its maker removes it */
  constructor(folder: string) {
    this.path = join(folder, `held-${randomUUID()}`)
  }

  add(results: PackedResults): void {
    this.count += results.at.length
    if (this.fd === null && this.count <= IN_MEMORY) {
      this.early.push(results)
      return
    }
    this.fd ??= openSync(this.path, 'w+', 0o600)
    const bytes = serialize(results)
    for (let at = 0; at < bytes.length;) at += writeSync(this.fd, bytes, at, bytes.length - at)
    this.lengths.push(bytes.length)
  }

  /** All of them, in order; they are let go as they are given. */
  *take(): Generator<PackedResults> {
    yield* this.early.splice(0)
    let position = 0
    for (const length of this.lengths.splice(0)) {
      const bytes = Buffer.alloc(length)
      for (let at = 0; at < length;) {
        const read = readSync(this.fd ?? -1, bytes, at, length - at, position + at)
        if (read === 0) throw new Error('Results that were held on disk are gone')
        at += read
      }
      position += length
      yield deserialize(bytes) as PackedResults
    }
    this.dispose()
  }

  dispose(): void {
    if (this.fd === null) return
    closeSync(this.fd)
    unlinkSync(this.path)
    this.fd = null
  }
}
