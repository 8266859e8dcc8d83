import type { Transaction } from 'sequelize'
import { type InTransaction, run } from '../../platform/database.js'

/**
 * Temporary tables that a file goes through. A connection makes them once and finds them empty at every transaction: making them anew
 * for each batch of a live run took longer than storing it, and left its traces in the catalog. But emptying those with long texts takes
 * some ten milliseconds at the end of a transaction, so that files of known tests with few texts do without them.
 *
 * `stage_test` holds the tests whose scripts are not known, and those that declare keys; `stage_script` which script each test is that
 * was looked for; `stage_attempt` attempts of tests that may have some in their run already, on their way to `attempt`.
 */
const MAKE_STAGE = `
create temporary table if not exists stage_body (nth int, hash bytea, text text) on commit delete rows;
create temporary table if not exists stage_signature (nth int, hash bytea, text text) on commit delete rows;
create temporary table if not exists stage_test (seq int, script_id int, identity bytea, name text, classname text, suites text[], file text, profile text, keys text[]) on commit delete rows;
create temporary table if not exists stage_declared (seq int, script_id int, identity bytea, name text, key text, case_id int) on commit delete rows;
create temporary table if not exists stage_script (seq int, script_id int, differs boolean) on commit delete rows;
create temporary table if not exists stage_attempt (
  seq int, script_id int, ordinal smallint, outcome smallint, duration_ms real, started_at timestamptz, reason text, properties jsonb,
  signature_id int, message_id bigint, failures_id bigint, stdout_id bigint, stderr_id bigint, steps_id bigint
) on commit delete rows`

/** Hashes and sorts of the merge fit in memory: 100,000 tests need some 30 MB. */
const MERGE_IN_MEMORY = "set local work_mem = '64MB'"

const opened = new WeakSet<Transaction>()

/** The tables of this connection, empty, unless the transaction has them open. Not inside a savepoint, which may be undone. */
export async function openStage(db: InTransaction): Promise<void> {
  if (opened.has(db.transaction)) return
  opened.add(db.transaction)
  await run(db, MAKE_STAGE)
  await run(db, MERGE_IN_MEMORY)
}

/** With fewer tests than this the sizes of the tables, which the planner sees by itself, make a good plan. */
export const isMany = (tests: number): boolean => tests > 20_000

/** Plans of a large merge are made from what a table holds, not from guesses about it; a small sample tells that. */
export const planFor = (db: InTransaction, table: string): Promise<void> =>
  run(db, `set local default_statistics_target = 10; analyze ${table}; set local default_statistics_target = default`)
