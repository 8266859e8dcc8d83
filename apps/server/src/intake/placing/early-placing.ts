import type { FileFindings } from '@bobbin/core'
import { Logger } from '@nestjs/common'
import type { Transaction } from 'sequelize'
import type { Project } from '../../access/index.js'
import { commit, type InTransaction, type Queryable } from '../../platform/database.js'
import { beginFile, type Begun, type Early, isAllNew, NOTHING_EARLY, placeTests, sumOf } from './place-tests.js'
import type { Stage } from './staging.js'

/** When a file is placed while it is read. */
export interface EarlyPace {
  /** It has so many tests. */
  first: number
  /** So many more have come since. */
  step: number
  /** So many files at once; each has a connection to the database. */
  files: number
  /** A sender that falls silent for so long, in milliseconds, holds nothing up. */
  silenceMs: number
  /** Nor does one that takes so long for the rest of its file. */
  mostMs: number
}

export const EARLY_PACE: EarlyPace = { first: 5000, step: 10_000, files: 2, silenceMs: 500, mostMs: 15_000 }

const log = new Logger('EarlyPlacing')

/** Early placings that have a connection, of this process. */
let open = 0

/**
 * Copies the tests of a large file to the stage and tells them their scripts while the rest of it is read, in the transaction that then
 * stores them: the database has nothing else to do meanwhile. Whatever comes between gives it up, and the file is placed at its end like
 * any other, from the stage on disk: a sender that is slow (what was made is locked), two deliveries that would wait for each
 * other, or an end of the file that tells its tests apart otherwise.
 */
export class EarlyPlacing {
  private over = false
  private transaction: Transaction | null = null
  private step: Promise<void> | null = null
  private framework: string | null | undefined
  private begun: Begun = { fileId: 0, forgotten: 0, claims: 0 }
  private early = NOTHING_EARLY
  private timers: NodeJS.Timeout[] = []

  constructor(
    private readonly db: Queryable,
    private readonly project: Project,
    private readonly pace: EarlyPace,
  ) {}

  /**
   * To be called between two pieces of the file; never waits.
   * @param framework undefined as long as the file did not tell it
   */
  offer(stage: Stage, framework: string | null | undefined): void {
    this.timers[0]?.refresh()
    const { tests, unknown } = this.early
    if (this.over || this.step || framework === undefined) return
    if (stage.unknown - unknown < (tests === 0 ? this.pace.first : this.pace.step)) return
    if (!this.transaction && open >= this.pace.files) return
    this.framework = framework
    this.step = this.place(stage, framework)
      .catch((error: unknown) => {
        this.brokenOff(error)
        void this.giveUp()
      })
      .finally(() => (this.step = null))
  }

  private async place(stage: Stage, framework: string | null): Promise<void> {
    const { tests, unknown, copied, placed } = this.early
    const next = { tests: stage.tests, unknown: stage.unknown, copied: stage.flush() }
    const db = { sequelize: this.db.sequelize, transaction: this.transaction ?? (await this.begin()) }
    if (this.over) return
    await stage.copyBetween(db, copied, next.copied)
    const more = await placeTests(db, this.project, stage, {
      framework,
      fileId: this.begun.fileId,
      from: tests,
      lookFor: next.unknown - unknown,
      allNew: isAllNew(this.early),
    })
    this.early = { ...next, placed: sumOf(placed, more) }
  }

  private async begin(): Promise<Transaction> {
    open++
    try {
      this.transaction = await this.db.sequelize.transaction()
    } catch (error) {
      open--
      throw error
    }
    const db = { sequelize: this.db.sequelize, transaction: this.transaction }
    this.timers = [this.pace.silenceMs, this.pace.mostMs].map((ms) => setTimeout(() => void this.giveUp(), ms).unref())
    this.begun = await beginFile(db, this.project)
    return this.transaction
  }

  /** Whether something was placed that the end of the file did not put in doubt; then finish() is to be called. */
  async settled({ framework, settlement: { dropped, groups } }: FileFindings): Promise<boolean> {
    this.stopTimers()
    await this.step
    const asRead = framework === this.framework && dropped.length === 0 && groups.every(({ kind }) => kind === 'attempts')
    if (asRead && !this.over && this.early.tests > 0) return true
    await this.giveUp()
    return false
  }

  /** Does the rest in the transaction in which it began, and commits it. */
  async finish<T>(work: (db: InTransaction, early: Early, begun: Begun) => Promise<T>): Promise<T> {
    const { transaction, early, begun } = this
    if (!transaction) throw new Error('nothing was placed early')
    const answer = await work({ sequelize: this.db.sequelize, transaction }, early, begun)
    this.transaction = null
    await commit(transaction).finally(() => open--)
    return answer
  }

  /** What went wrong is told again by the file's usual way, unless it helps to do it over: that it happened is said here. */
  brokenOff(error: unknown): void {
    log.warn(`A file is placed at its end: ${error instanceof Error ? error.message : String(error)}`)
  }

  /** Undoes what was placed; to be called in any case at the end. */
  async giveUp(): Promise<void> {
    this.over = true
    await this.step
    this.stopTimers()
    const { transaction } = this
    this.transaction = null
    if (!transaction) return
    // a connection that is gone has nothing to undo
    await transaction
      .rollback()
      .catch(() => undefined)
      .finally(() => open--)
  }

  private stopTimers(): void {
    for (const timer of this.timers.splice(0)) clearTimeout(timer)
  }
}
