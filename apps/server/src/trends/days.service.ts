import { type DayPart, explainSpike, findSpike, median, type RedCount, wilson } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { DayList, DayRow, DaySeries, DayTest, ScriptRef } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import type { Lens } from '../runs/index.js'
import * as sql from './day-queries.js'

/** Parts that are drawn by themselves; the others stand together. */
const MOST_SERIES = 7
const MOST_TOP = 50

type Sums = Pick<DayRow, 'day' | 'runs' | 'outages' | 'passed' | 'failed' | 'errored' | 'recovered' | 'newlyFailing' | 'fixed'>
type Red = Record<DayPart, string | null> & { day: string; scriptId: number; errored: boolean; lastRunId: number; count: number }

export interface DaysAsked {
  by: DayPart
  chosen: [string, string] | null
  outages: boolean
}

/** What failed, day by day, and what a spike is made of. */
@Injectable()
export class DaysService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /**
   * @param chosen the first and last day of what is to be explained; null for what stands out
   * @param outages whether runs count that are one
   */
  async get({ project }: Context, lens: Lens, { by, chosen, outages }: DaysAsked): Promise<DayList> {
    const bind = { projectId: project.id, ...lens, outages }
    const [sums, reds, [known]] = await Promise.all([
      rowsOf<Sums>(this, sql.DAY_SUMS, bind),
      rowsOf<Red>(this, sql.DAY_REDS, bind),
      rowsOf<{ environment: number; pipeline: number }>(this, sql.DAY_KNOWN, { projectId: project.id, ...lens }),
    ])
    const days = sums.map(dayRow)
    const range = chosen ?? spikeOf(days)
    const within = range ? reds.filter(({ day }) => day >= range[0] && day <= range[1]) : reds
    const [lasting] = await rowsOf<DayList['lasting']>(this, sql.LASTING, { projectId: project.id, since: days[0]?.day ?? '9999-01-01' })
    return {
      days,
      by,
      ...seriesOf(reds, days, by),
      spike: range && {
        ...{ from: range[0], to: range[1], chosen: chosen !== null },
        failed: sumOf(within.filter(({ errored }) => !errored)),
        errored: sumOf(within.filter(({ errored }) => errored)),
        usual: days.length === 0 ? 0 : median(days.map(({ failed, errored }) => failed + errored)),
        explained: explainSpike(within.map(countOf), reds.filter(({ day }) => day < range[0] || day > range[1]).map(countOf), known),
      },
      top: await this.top(within),
      lasting: lasting ?? { resolved: 0, untilResolvedH: null, decided: 0, untilDecidedH: null, open: 0 },
    }
  }

  private async top(reds: readonly Red[]): Promise<DayTest[]> {
    const tests = new Map<number, Omit<DayTest, 'script' | 'days'> & { on: Set<string> }>()
    for (const { scriptId, errored, count, day, lastRunId } of reds) {
      const own = tests.get(scriptId) ?? { failed: 0, errored: 0, lastRunId: 0, on: new Set<string>() }
      if (errored) own.errored += count
      else own.failed += count
      own.lastRunId = Math.max(own.lastRunId, lastRunId)
      own.on.add(day)
      tests.set(scriptId, own)
    }
    const most = [...tests].sort(([a, x], [b, y]) => y.failed + y.errored - (x.failed + x.errored) || a - b).slice(0, MOST_TOP)
    const scripts = await rowsOf<ScriptRef>(this, sql.DAY_SCRIPTS, { scriptIds: most.map(([id]) => id) })
    const scriptOf = new Map(scripts.map((script) => [script.id, script]))
    return most.flatMap(([id, { on, ...own }]) => {
      const script = scriptOf.get(id)
      return script ? [{ script, ...own, days: on.size }] : []
    })
  }
}

function dayRow(sums: Sums): DayRow {
  const good = sums.passed + sums.recovered
  const judged = good + sums.failed + sums.errored
  return { ...sums, judged, rate: judged === 0 ? null : good / judged, bounds: wilson(good, judged) }
}

function spikeOf(days: readonly DayRow[]): [string, string] | null {
  const found = findSpike(days.map(({ failed, errored }) => failed + errored))
  const [from, to] = found ? [days[found[0]], days[found[1]]] : []
  return from && to ? [from.day, to.day] : null
}

/** The largest parts day by day, and all others as one. */
function seriesOf(reds: readonly Red[], days: readonly DayRow[], by: DayPart): Pick<DayList, 'series' | 'others'> {
  const place = new Map(days.map(({ day }, i) => [day, i]))
  const all = new Map<string | null, DaySeries>()
  const empty = (name: string | null): DaySeries => ({ name, failed: days.map(() => 0), errored: days.map(() => 0) })
  const add = (to: DaySeries, { day, errored, count }: Pick<Red, 'day' | 'errored' | 'count'>) => {
    const at = place.get(day)
    if (at === undefined) return
    const of = errored ? to.errored : to.failed
    of[at] = (of[at] ?? 0) + count
  }
  for (const red of reds) {
    const own = all.get(red[by]) ?? empty(red[by])
    all.set(red[by], own)
    add(own, red)
  }
  const size = ({ failed, errored }: DaySeries) => [...failed, ...errored].reduce((sum, count) => sum + count, 0)
  const sorted = [...all.values()].sort((a, b) => size(b) - size(a) || ((a.name ?? '') < (b.name ?? '') ? -1 : 1))
  const series = sorted.slice(0, MOST_SERIES)
  const rest = sorted.slice(MOST_SERIES)
  if (rest.length === 0) return { series, others: null }
  const sum = (of: 'failed' | 'errored') => days.map((_, i) => rest.reduce((total, one) => total + (one[of][i] ?? 0), 0))
  return { series, others: { name: null, failed: sum('failed'), errored: sum('errored') } }
}

const sumOf = (reds: readonly Red[]) => reds.reduce((sum, { count }) => sum + count, 0)
const countOf = ({ count, environment, area, suite, file, team, cause, pipeline }: Red): RedCount => ({
  count,
  parts: { environment, area, suite, file, team, cause, pipeline },
})
