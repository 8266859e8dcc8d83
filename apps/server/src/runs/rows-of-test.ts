import { outcomeFromCode, rowOf } from '@bobbin/core'
import type { RowResult } from '../contract/index.js'
import { type Queryable, rowsOf } from '../platform/database.js'
import { CALLED_ALIKE } from './run-queries.js'

interface Alike {
  scriptId: number
  name: string
  outcome: number
  durationMs: number | null
}

/** Rows of the data-driven test that a script is one of, in a run; none where nothing else shares its name but for the values. */
export async function rowsOfTest(
  db: Queryable,
  run: { id: number; day: string },
  script: { id: number; name: string },
): Promise<RowResult[]> {
  const own = rowOf(script.name)
  if (!own) return []
  const alike = await rowsOf<Alike>(db, CALLED_ALIKE, { runId: run.id, day: run.day, scriptId: script.id, test: own.test })
  const rows = alike.flatMap(({ name, outcome, ...rest }) => {
    const row = rowOf(name)
    return row?.test === own.test ? [{ ...rest, row: row.row, outcome: outcomeFromCode(outcome) }] : []
  })
  return rows.length > 1 ? rows : []
}
