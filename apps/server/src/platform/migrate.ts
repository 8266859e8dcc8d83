import pg from 'pg'
import { frame } from '../migrations/0001-frame.js'
import { accounts } from '../migrations/0002-accounts.js'
import { cases } from '../migrations/0003-cases.js'
import { newest } from '../migrations/0004-newest.js'
import { runChanges } from '../migrations/0005-run-changes.js'
import { steps } from '../migrations/0006-steps.js'
import { attachments } from '../migrations/0007-attachments.js'
import { coverage } from '../migrations/0008-coverage.js'
import { deliveries } from '../migrations/0009-deliveries.js'
import { live } from '../migrations/0010-live.js'
import { lasting } from '../migrations/0011-lasting.js'
import { setChecks } from '../migrations/0012-set-checks.js'
import { toldAttachments } from '../migrations/0013-told-attachments.js'
import { lighterStoring } from '../migrations/0014-lighter-storing.js'
import { countedClaims } from '../migrations/0015-counted-claims.js'
import { countedOnce } from '../migrations/0016-counted-once.js'
import { claims } from '../migrations/0018-claims.js'
import { invited } from '../migrations/0017-invited.js'
import { acts } from '../migrations/0019-acts.js'
import { rights } from '../migrations/0020-rights.js'
import { runs } from '../migrations/0021-runs.js'
import { scans } from '../migrations/0022-scans.js'
import { running } from '../migrations/0023-running.js'
import { causes } from '../migrations/0024-causes.js'
import { boards } from '../migrations/0025-boards.js'
import { manual } from '../migrations/0026-manual.js'
import { packs } from '../migrations/0027-packs.js'
import { looks } from '../migrations/0028-looks.js'
import { requirements } from '../migrations/0029-requirements.js'
import { splits } from '../migrations/0030-splits.js'
import { alikeCases } from '../migrations/0031-alike-cases.js'
import { learning } from '../migrations/0032-learning.js'
import { caseOrder } from '../migrations/0033-case-order.js'
import { unsetTimes } from '../migrations/0034-unset-times.js'
import { quickChanges } from '../migrations/0035-quick-changes.js'
import { provedAddresses } from '../migrations/0037-proved-addresses.js'
import { recipeParameters } from '../migrations/0036-recipe-parameters.js'

/** Every migration, in order; a name stays for ever. */
const MIGRATIONS: readonly { name: string; sql: string }[] = [
  { name: '0001-frame', sql: frame },
  { name: '0002-accounts', sql: accounts },
  { name: '0003-cases', sql: cases },
  { name: '0004-newest', sql: newest },
  { name: '0005-run-changes', sql: runChanges },
  { name: '0006-steps', sql: steps },
  { name: '0007-attachments', sql: attachments },
  { name: '0008-coverage', sql: coverage },
  { name: '0009-deliveries', sql: deliveries },
  { name: '0010-live', sql: live },
  { name: '0011-lasting', sql: lasting },
  { name: '0012-set-checks', sql: setChecks },
  { name: '0013-told-attachments', sql: toldAttachments },
  { name: '0014-lighter-storing', sql: lighterStoring },
  { name: '0015-counted-claims', sql: countedClaims },
  { name: '0016-counted-once', sql: countedOnce },
  { name: '0017-invited', sql: invited },
  { name: '0018-claims', sql: claims },
  { name: '0019-acts', sql: acts },
  { name: '0020-rights', sql: rights },
  { name: '0021-runs', sql: runs },
  { name: '0022-scans', sql: scans },
  { name: '0023-running', sql: running },
  { name: '0024-causes', sql: causes },
  { name: '0025-boards', sql: boards },
  { name: '0026-manual', sql: manual },
  { name: '0027-packs', sql: packs },
  { name: '0028-looks', sql: looks },
  { name: '0029-requirements', sql: requirements },
  { name: '0030-splits', sql: splits },
  { name: '0031-alike-cases', sql: alikeCases },
  { name: '0032-learning', sql: learning },
  { name: '0033-case-order', sql: caseOrder },
  { name: '0034-unset-times', sql: unsetTimes },
  { name: '0035-quick-changes', sql: quickChanges },
  { name: '0036-recipe-parameters', sql: recipeParameters },
  { name: '0037-proved-addresses', sql: provedAddresses },
]

const LOCK = 0x0b0bb1

/**
 * Brings the database up to date. Each migration is one transaction, and an advisory lock on a connection of its own
 * lets two servers start at once.
 * @param until the last one to apply, to try the next ones on data of that version; by itself all
 * @returns names of the migrations that were applied now
 */
export async function migrate(databaseUrl: string, until?: string): Promise<string[]> {
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  try {
    await client.query('select pg_advisory_lock($1)', [LOCK])
    await client.query('create table if not exists migration (name text primary key, applied_at timestamptz not null default now())')
    const known = await client.query<{ name: string }>('select name from migration')
    const done = new Set(known.rows.map((row) => row.name))
    const applied: string[] = []
    const wanted = MIGRATIONS.slice(0, until === undefined ? undefined : MIGRATIONS.findIndex(({ name }) => name === until) + 1)
    for (const { name, sql } of wanted.filter((migration) => !done.has(migration.name))) {
      await client.query('begin')
      try {
        await client.query(sql)
        await client.query('insert into migration (name) values ($1)', [name])
        await client.query('commit')
      } catch (error) {
        await client.query('rollback')
        throw new Error(
          `Migration ${name} failed, the database is as it was before: ${error instanceof Error ? error.message : String(error)}`,
          { cause: error },
        )
      }
      applied.push(name)
    }
    return applied
  } finally {
    await client.end()
  }
}
