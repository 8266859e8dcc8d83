import { detached } from '@bobbin/core'
import { hash } from 'node:crypto'
import { type InTransaction, rowsOf, run } from '../../platform/database.js'
import { bytesField, copyChunks, textField } from './copy-text.js'
import { Spool } from './spool.js'
import { isMany, openStage, planFor } from '../placing/stage-tables.js'
import * as sql from './text-queries.js'

/** So many bytes of texts are remembered to keep a text from being staged twice; one that slips through is stored once all the same. */
const REMEMBERED = 4 << 20
/** What remembering a text takes beside its characters: its hash, a place in the map, the heads of both. */
const BESIDE_TEXT = 200
/** A longer text is remembered by its hash. */
export const SHORT = 4096
/** Texts of so many UTF-16 units are few: they wait in memory, and go to the database in a statement instead of a table. */
const FEW = 1 << 18

/** Where the texts of one kind go. */
interface Kind {
  table: 'stage_body' | 'stage_signature'
  /** What each text that is there is called. */
  find: string
  /** Makes those that are not there, of lists. */
  make: string
  /** Says that texts are used, of a list of their numbers. */
  use: string | null
  /** The same from the table. */
  merge: readonly string[]
  ids: string
}

const BODY: Kind = {
  table: 'stage_body',
  find: sql.FIND_BODIES,
  make: sql.MAKE_BODIES,
  use: sql.USE_FOUND_BODIES,
  merge: [sql.MERGE_BODIES, sql.USE_BODIES],
  ids: sql.BODY_IDS,
}
const SIGNATURE: Kind = {
  table: 'stage_signature',
  find: sql.FIND_SIGNATURES,
  make: sql.MAKE_SIGNATURES,
  use: null,
  merge: [sql.MERGE_SIGNATURES],
  ids: sql.SIGNATURE_IDS,
}

/** Texts of one file, numbered from 1. Each is staged once by content as long as it is remembered. */
class TextPool {
  private known = new Map<string, string>()
  private remembered = 0
  /** Those that were staged, while they are few. */
  private few: { hex: string; text: string }[] | null = []
  private units = 0
  private readonly spool = new Spool()
  /** How many are staged. */
  private count = 0

  constructor(private readonly kind: Kind) {}

  /** @returns its number in digits; none for a text that says nothing */
  add(text: string | null): string {
    if (text === null || text === '') return ''
    const short = text.length < SHORT
    const before = short ? this.known.get(text) : undefined
    if (before !== undefined) return before
    const hex = hash('sha256', text, 'hex')
    return (short ? undefined : this.known.get(hex)) ?? this.stage(short ? detached(text) : hex, hex, text)
  }

  private stage(key: string, hex: string, text: string): string {
    const size = key.length + BESIDE_TEXT
    this.remembered += size
    if (this.remembered > REMEMBERED) {
      this.known = new Map()
      this.remembered = size
    }
    const number = String(++this.count)
    this.known.set(key, number)
    this.units += text.length
    if (this.units > FEW) this.spill()
    if (this.few) this.few.push({ hex, text: text.length < SHORT ? key : detached(text) })
    else this.spool.add(line(this.count, hex, text))
    return number
  }

  /** Few became many. */
  private spill(): void {
    for (const [i, { hex, text }] of this.few?.entries() ?? []) this.spool.add(line(i + 1, hex, text))
    this.few = null
  }

  /** Stores what is not there. @returns what each text is called in the project, in the order of their numbers */
  async store(db: InTransaction, projectId: number, day: string): Promise<readonly string[]> {
    if (this.count === 0) return []
    return this.few ? this.storeFew(db, this.few, projectId, day) : this.storeMany(db, projectId, day)
  }

  private async storeFew(
    db: InTransaction,
    few: readonly { hex: string; text: string }[],
    projectId: number,
    day: string,
  ): Promise<string[]> {
    const { find, make, use } = this.kind
    const look = async (hashes: string[]) => {
      const [row] = await rowsOf<{ ids: string; stale: boolean }>(db, find, { projectId, hashes, day })
      return { ids: row?.ids.split(',') ?? [], stale: row?.stale ?? false }
    }
    const { ids, stale } = await look(few.map(({ hex }) => hex))
    if (use && stale) await run(db, use, { ids: ids.filter((id) => id !== ''), day })
    const missing = few.flatMap((text, i) => (ids[i] === '' ? { ...text, i } : []))
    if (missing.length === 0) return ids
    const hashes = missing.map(({ hex }) => hex)
    await run(db, make, { projectId, day, hashes, texts: missing.map(({ text }) => text) })
    const made = await look(hashes)
    for (const [nth, { i }] of missing.entries()) ids[i] = made.ids[nth] ?? ''
    if (ids.includes('')) throw new Error('a text was not found after it was stored')
    return ids
  }

  private async storeMany(db: InTransaction, projectId: number, day: string): Promise<string[]> {
    await openStage(db)
    await copyChunks(db.transaction, this.kind.table, ['nth', 'hash', 'text'], this.spool.chunks())
    if (isMany(this.count)) await planFor(db, this.kind.table)
    for (const statement of this.kind.merge) await run(db, statement, { projectId, day })
    const [row] = await rowsOf<{ ids: string }>(db, this.kind.ids, { projectId })
    const ids = row?.ids.split(',') ?? []
    if (ids.length !== this.count) throw new Error(`${ids.length} of ${this.count} texts were found after they were stored`)
    return ids
  }

  dispose(): void {
    this.spool.dispose()
  }
}

const line = (number: number, hex: string, text: string) => `${number}\t${bytesField(hex)}\t${textField(text)}`

/** What texts of a file are called in the project, by their numbers in the file; the first has number 1. */
export interface StoredTexts {
  texts: readonly string[]
  signatures: readonly string[]
}

/** The texts of one file, until they are stored. */
export class StagedTexts {
  readonly bodies = new TextPool(BODY)
  readonly signatures = new TextPool(SIGNATURE)

  /** @param day on which they are used, as YYYY-MM-DD */
  async store(db: InTransaction, projectId: number, day: string): Promise<StoredTexts> {
    const texts = await this.bodies.store(db, projectId, day)
    return { texts, signatures: await this.signatures.store(db, projectId, day) }
  }

  dispose(): void {
    this.bodies.dispose()
    this.signatures.dispose()
  }
}
