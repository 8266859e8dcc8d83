import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { ActivityKind, ActivityList, ActivityRow } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { ACTIVITY } from './activity-queries.js'

const MOST = 300
/** Deliveries, scans and messages are told for so many days. */
const DAYS = 60

export const ACTIVITY_KINDS: readonly ActivityKind[] = ['plan', 'delivery', 'scan', 'source', 'agent', 'sync', 'manual']

export interface ActivityAsked {
  kinds: readonly ActivityKind[]
  environment: string | null
  /** A state, or `red` for what has red results. */
  state: string | null
  person: string | null
  suite: string | null
}

/** Nothing is narrowed. */
export const ANY_ACTIVITY: ActivityAsked = { kinds: ACTIVITY_KINDS, environment: null, state: null, person: null, suite: null }

type Found = Omit<ActivityRow, 'at' | 'results'> & { at: Date; total: number | null; red: number | null }

/** What goes on: plans, deliveries, scans, sources, agents, messages to the tracker. */
@Injectable()
export class ActivityService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async get({ project }: Context, asked: ActivityAsked): Promise<ActivityList> {
    const bind = { projectId: project.id, days: DAYS, most: MOST }
    const { kinds, ...narrowed } = asked
    const filtered = kinds.length < ACTIVITY_KINDS.length || Object.values(narrowed).some((one) => one !== null)
    const found = await rowsOf<Found>(this, ACTIVITY, { ...bind, ...asked })
    // what is under way, and who there is to choose, is told whatever the filter
    const all = filtered ? await rowsOf<Found>(this, ACTIVITY, { ...bind, ...ANY_ACTIVITY }) : found
    return {
      rows: found.map(({ at, total, red, ...row }) => ({
        ...row,
        at: at.toISOString(),
        results: total === null ? null : { total, red: red ?? 0 },
      })),
      going: all.filter(({ state }) => state === 'going').length,
      people: [...new Set(all.flatMap(({ by }) => by ?? []))].sort(),
      suites: [...new Set(all.flatMap(({ suites }) => suites))].sort(),
    }
  }
}
