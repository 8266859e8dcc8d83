import { type Cause, type CauseFacts, suggestCause, type SuggestedCause } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { SuggestionScore } from '../contract/index.js'
import { rowsOf, run } from '../platform/database.js'
import { DECIDED_NEAR, FACTS, SCORE } from './suggestion-queries.js'

const SCORE_DAYS = 90
/** From where each band goes up, as width_bucket() numbers them. */
const BANDS = [0, 0.5, 0.65, 0.8, 0.9]

interface Found extends Omit<CauseFacts, 'type' | 'stack' | 'decided'> {
  failures: string
}

/** What a cause likely is, and how often such suggestions were right. */
@Injectable()
export class SuggestionsService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /** Looks at a cause and keeps what it likely is. @returns null where nothing is known of it */
  async suggest(projectId: number, id: number): Promise<SuggestedCause | null> {
    const [[found], near] = await Promise.all([
      rowsOf<Found>(this, FACTS, { projectId, id }),
      rowsOf<{ cause: Cause; count: number }>(this, DECIDED_NEAR, { projectId, id }),
    ])
    if (!found) return null
    const { failures, ...facts } = found
    const [first] = failures === '' ? [] : (JSON.parse(failures) as { type: string | null; stack: string | null }[])
    const decided = Object.fromEntries(near.map(({ cause, count }) => [cause, count]))
    const suggestion = suggestCause({ ...facts, type: first?.type ?? '', stack: first?.stack ?? '', decided })
    await run(
      this,
      'update failure_group set suggested = $cause, suggested_sure = $sure, suggested_why = $why::jsonb, suggested_at = now() where id = $id',
      { id, cause: suggestion?.cause ?? null, sure: suggestion?.sure ?? null, why: suggestion ? JSON.stringify(suggestion.reasons) : null },
    )
    return suggestion
  }

  async score({ project }: Context): Promise<SuggestionScore> {
    const rows = await rowsOf<{ band: number; decided: number; right: number }>(this, SCORE, { projectId: project.id, days: SCORE_DAYS })
    const sum = (of: 'decided' | 'right') => rows.reduce((total, row) => total + row[of], 0)
    return {
      days: SCORE_DAYS,
      decided: sum('decided'),
      right: sum('right'),
      bands: BANDS.map((from, i) => {
        const row = rows.find(({ band }) => band === i + 1)
        return { from, decided: row?.decided ?? 0, right: row?.right ?? 0 }
      }),
      decideAbove: project.decideAbove,
    }
  }
}
