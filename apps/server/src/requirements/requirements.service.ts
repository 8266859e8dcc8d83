import { OUTCOME_RANKS, type Outcome, outcomeFromCode } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { numbersOf } from '../cases/index.js'
import type { RequirementCase, RequirementList, RequirementMade, RequirementRow, RequirementsImported } from '../contract/index.js'
import { actorOf, recordOf } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { grouped } from '../platform/grouped.js'
import { addRow, changeRow, type KeptRows, removeRow } from '../platform/kept-rows.js'
import { notFound, Problem } from '../platform/problem.js'
import type { Lens } from '../runs/index.js'
import * as sql from './requirement-queries.js'
import type { RequirementDto, RequirementLineDto, RequirementsDto, TiesDto } from './requirements.dto.js'

const PAGE_ROWS = 300

const REQUIREMENTS: KeptRows = {
  table: 'requirement',
  kind: 'requirement',
  word: 'requirement',
  unique: 'key',
  acts: { made: 'requirement.made', changed: 'requirement.changed', deleted: 'requirement.deleted' },
  columns: { key: 'key', name: 'name', note: 'note', address: 'address', changedAt: 'changed_at::timestamptz' },
}

type Found = Omit<RequirementRow, 'cases' | 'state' | 'red'>
type Tied = Omit<RequirementCase, 'byHand' | 'outcomes'> & { requirementId: number; caseId: number }
interface CaseOutcome {
  caseId: number
  environment: string
  rank: number
  byHand: RequirementCase['byHand']
}

/** What must hold, and which cases verify that it does. */
@Injectable()
export class RequirementsService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async list({ project }: Context, lens: Lens, { case: caseKey, limit, offset }: RequirementsDto): Promise<RequirementList> {
    const projectId = project.id
    const caseNumber = caseKey === undefined ? null : (numbersOf(project, [caseKey])[0] ?? null)
    const found = await rowsOf<Found & { full: number }>(this, sql.REQUIREMENT_ROWS, {
      ...{ projectId, caseNumber, most: limit ?? PAGE_ROWS, offset: offset ?? 0 },
    })
    const ids = found.map(({ id }) => id)
    const [tied, outcomes, environments] = await Promise.all([
      rowsOf<Tied>(this, sql.TIED_CASES, { ids, prefix: project.keyPrefix }),
      rowsOf<CaseOutcome>(this, sql.TIED_OUTCOMES, { ids, projectId, ...lens }),
      rowsOf<{ name: string }>(this, sql.SEEN_ENVIRONMENTS, { projectId, ...lens }),
    ])
    const casesOf = grouped(tied, ({ requirementId }) => requirementId)
    const outcomesOf = grouped(outcomes, ({ caseId }) => caseId)
    const rows = found.map(({ full: _, ...row }) =>
      rowOf(
        row,
        (casesOf.get(row.id) ?? []).map((one) => caseOf(one, outcomesOf.get(one.caseId) ?? [])),
      ),
    )
    return { rows, total: found[0]?.full ?? offset ?? 0, environments: environments.map(({ name }) => name) }
  }

  async add(context: Context, { key, ...dto }: RequirementDto): Promise<RequirementMade> {
    const [next] = key ? [{ key }] : await rowsOf<{ key: string }>(this, sql.NEXT_KEY, { projectId: context.project.id })
    return { id: await addRow(this, context, REQUIREMENTS, { ...dto, key: next?.key }) }
  }

  async change(context: Context, id: number, dto: RequirementDto): Promise<void> {
    const [before] = await rowsOf<{ name: string; note: string }>(
      this,
      'select name, note from requirement where id = $id and project_id = $projectId',
      { id, projectId: context.project.id },
    )
    const isReworded = before !== undefined && (before.name !== dto.name || (dto.note !== undefined && before.note !== dto.note))
    await changeRow(this, context, REQUIREMENTS, id, { ...dto, ...(isReworded && { changedAt: new Date() }) })
  }

  async remove(context: Context, id: number): Promise<void> {
    await removeRow(this, context, REQUIREMENTS, id)
  }

  /** Ties cases to a requirement, and unties others. @throws Problem notFound for a key of no case */
  async tie(context: Context, id: number, { add, remove }: TiesDto): Promise<void> {
    const { project } = context
    const [added, removed] = [numbersOf(project, add), numbersOf(project, remove)]
    const tie = async (db: InTransaction) => {
      const there = await rowsOf<{ number: number }>(
        db,
        'select number from test_case where project_id = $projectId and deleted_at is null and number = any($added::int[])',
        { projectId: project.id, added },
      )
      const numbers = new Set(there.map(({ number }) => number))
      const missing = added.findIndex((number) => !numbers.has(number))
      if (missing >= 0) throw notFound('case', add[missing] ?? '')
      await run(db, sql.TIE, { id, projectId: project.id, add: added, remove: removed })
    }
    await changeRow(this, context, REQUIREMENTS, id, {}, tie, 'requirement.tied')
  }

  /** Adds requirements, and changes those whose key is there. */
  async import({ project, caller }: Context, lines: RequirementLineDto[]): Promise<RequirementsImported> {
    const keys = lines.map(({ key }) => key)
    if (new Set(keys).size < keys.length) throw new Problem('invalid', 'keyTwice', 'A key stands there twice')
    const rows = await inTransaction(this, async (db) => {
      const { answer } = await recordOf(
        db,
        { actor: actorOf(caller), projectId: project.id, kind: 'requirement.imported' },
        [{ kind: 'requirement', where: 't.project_id = $projectId and t.key = any($keys::text[])', bind: { projectId: project.id, keys } }],
        () =>
          rowsOf<{ id: number; made: boolean }>(db, sql.IMPORT, {
            projectId: project.id,
            keys,
            names: lines.map(({ name }) => name),
            addresses: lines.map(({ address }) => address ?? null),
          }),
      )
      return answer
    })
    const made = rows.filter((row) => row.made).length
    return { made, changed: rows.length - made }
  }
}

const outcomeOfRank = (rank: number): Outcome => outcomeFromCode(OUTCOME_RANKS.indexOf(rank))
const isRed = (outcome: Outcome) => outcome === 'failed' || outcome === 'errored'

function caseOf({ requirementId: _, caseId: __, ...one }: Tied, outcomes: readonly CaseOutcome[]): RequirementCase {
  return {
    ...one,
    byHand: outcomes.find(({ byHand }) => byHand !== null)?.byHand ?? null,
    outcomes: Object.fromEntries(outcomes.map(({ environment, rank }) => [environment, outcomeOfRank(rank)])),
  }
}

function rowOf(row: Found, cases: RequirementCase[]): RequirementRow {
  const outcomes = cases.flatMap((one) => Object.values(one.outcomes))
  return { ...row, cases, state: cases.length === 0 ? 'noCase' : outcomes.length === 0 ? 'neverRan' : 'covered', red: outcomes.some(isRed) }
}
