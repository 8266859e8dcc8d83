import { type PackedResults, type PackedRun, unpackResults } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { inTransaction, type Queryable, rowsOf, run } from '../platform/database.js'
import { Jobs } from '../platform/jobs/jobs.js'
import type { Lens } from './lens-sql.js'
import { SEEN_RUNS } from './seen-runs.js'

/** So many results are held in memory by a process, at ten bytes each. */
const MOST_HELD = 10_000_000
/** Runs that are packed, or read, at once. */
const AT_ONCE = 24

/** Runs that ended are packed so often, before anybody asks, in seconds. */
const PACK_S = 10

/** Of what state of a run a pack is: it changes with whatever changes results. Aliases: r the run, p its project. */
const STAMP = `concat_ws(' ', r.total, r.passed, r.failed, r.errored, r.skipped, r.blocked, r.not_run, r.recovered, r.duration_us, extract(epoch from r.delivered_at), p.scripts_forgotten)`

/** The runs of a lens in the order of their lanes and builds. Binds: those of the lens, projectId. */
const RUNS = `
with ${SEEN_RUNS}
select id, lane_id as lane, environment_id as environment, commit, extract(epoch from started_at)::float8 * 1000 as "startedAt", red::int as red
from runs where not outage order by lane_id, sort_key, id`

const STAMPS = `select r.id, ${STAMP} as stamp from run r join project p on p.id = r.project_id where r.id = any($ids::int[])`

/** Runs that are over and were not packed as they are now, the newest first. */
const UNPACKED = `
select r.id from run r join project p on p.id = r.project_id
where not r.live and r.total > 0 and r.started_at > now() - interval '200 days' and not exists (select 1 from run_pack k where k.run_id = r.id and k.stamp = ${STAMP})
order by r.id desc limit ${AT_ONCE}`

const READ = `select k.run_id as id, k.stamp, k.rows from run_pack k join unnest($ids::int[], $stamps::text[]) w (id, stamp) on w.id = k.run_id and w.stamp = k.stamp`

const PACK = `
insert into run_pack (run_id, stamp, rows)
select r.id, ${STAMP}, coalesce((
  select string_agg(int4send(x.script_id) || set_byte(set_byte('\\x0000'::bytea, 0, x.outcome::int), 1, least(x.attempts, 255)::int) || float4send(coalesce(x.duration_ms, 'NaN')), ''::bytea)
  from (select script_id, outcome, attempts, duration_ms from result where run_id = r.id and day = r.day order by script_id) x
), '') from run r join project p on p.id = r.project_id where r.id = any($ids::int[]) order by r.id
on conflict (run_id) do update set stamp = excluded.stamp, rows = excluded.rows
returning run_id as id, stamp, rows`

interface Packed {
  id: number
  stamp: string
  rows: Buffer
}

interface Held {
  stamp: string
  results: PackedResults
}

type RunOfLens = Omit<PackedRun, keyof PackedResults>

interface Stamped {
  id: number
  stamp: string
}

/**
 * Results of whole runs, in columns: read from the database once for each state of a run, and packed there when they are first asked for, so
 * that after a delivery one run is read and not all.
 */
@Injectable()
export class RunPacks {
  /** By run, the one used longest ago first. */
  private readonly held = new Map<number, Held>()
  private size = 0
  /** Runs of a lane mostly have the same tests: the column is held once. */
  private readonly columns = new Map<string, WeakRef<Int32Array>>()

  constructor(
    jobs: Jobs,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {
    jobs.define({ name: 'runs.pack', everySeconds: PACK_S, retries: 0, withinSeconds: 600, work: () => this.packEnded() })
  }

  /** The runs that a lens shows, but for outages, with their results: those of a lane together, in the order of their builds. */
  async ofLens(projectId: number, lens: Lens): Promise<PackedRun[]> {
    const runs = await rowsOf<RunOfLens>(this, RUNS, { projectId, ...lens })
    const results = await this.of(runs.map(({ id }) => id))
    return runs.flatMap((run) => {
      const own = results.get(run.id)
      return own ? [{ ...run, ...own }] : []
    })
  }

  /** Results of runs, by run; one that is gone has none. */
  async of(ids: readonly number[]): Promise<Map<number, PackedResults>> {
    const runs = await rowsOf<Stamped>(this, STAMPS, { ids })
    const missing = runs.filter(({ id, stamp }) => this.held.get(id)?.stamp !== stamp)
    const got = new Map<number, PackedResults>()
    for (const { id, stamp } of runs) {
      const held = this.held.get(id)
      if (held?.stamp !== stamp) continue
      this.touch(id, held)
      got.set(id, held.results)
    }
    for (let i = 0; i < missing.length; i += AT_ONCE)
      for (const [id, held] of await this.read(missing.slice(i, i + AT_ONCE))) {
        got.set(id, held.results)
        this.hold(id, held)
      }
    return got
  }

  /** Packs runs that are over, so that whoever looks first need not wait. */
  async packEnded(): Promise<void> {
    for (;;) {
      const runs = await rowsOf<{ id: number }>(this, UNPACKED)
      if (runs.length === 0) return
      await inTransaction(this, (db) => run(db, PACK, { ids: runs.map(({ id }) => id) }))
    }
  }

  private async read(runs: readonly Stamped[]): Promise<[number, Held][]> {
    const known = await rowsOf<Packed>(this, READ, { ids: runs.map(({ id }) => id), stamps: runs.map(({ stamp }) => stamp) })
    const there = new Set(known.map(({ id }) => id))
    const rest = runs.filter(({ id }) => !there.has(id)).map(({ id }) => id)
    const made = rest.length === 0 ? [] : await this.pack(this, rest)
    return [...known, ...made].map(({ id, stamp, rows }) => [id, { stamp, results: this.sharing(unpackResults(rows)) }])
  }

  private pack(on: Queryable, ids: number[]): Promise<Packed[]> {
    return inTransaction(on, (db) => rowsOf<Packed>(db, PACK, { ids }))
  }

  private sharing(results: PackedResults): PackedResults {
    const { scripts } = results
    const key = `${scripts.length} ${scripts[0]} ${scripts.at(-1)} ${scripts[scripts.length >> 1]}`
    const other = this.columns.get(key)?.deref()
    if (other?.every((script, i) => script === scripts[i])) return { ...results, scripts: other }
    this.columns.set(key, new WeakRef(scripts))
    if (this.columns.size > 1000) for (const [name, column] of this.columns) if (!column.deref()) this.columns.delete(name)
    return results
  }

  private hold(id: number, held: Held): void {
    this.size += held.results.codes.length - (this.held.get(id)?.results.codes.length ?? 0)
    this.held.delete(id)
    this.held.set(id, held)
    for (const [oldest, { results }] of this.held) {
      if (this.size <= MOST_HELD) break
      this.held.delete(oldest)
      this.size -= results.codes.length
    }
  }

  private touch(id: number, held: Held): void {
    this.held.delete(id)
    this.held.set(id, held)
  }
}
