import type { DayList } from '@bobbin/client'
import type { BarPart } from '../../ui/bar-chart.js'
import { WITHOUT } from './day-words.js'

/** The parts of all failures, and the others as one. */
export const allSeries = ({ series, others }: DayList) => [...series, ...(others ? [others] : [])]

export const seriesName = (list: DayList, at: number) =>
  at >= list.series.length ? 'all others' : (list.series[at]?.name ?? WITHOUT[list.by])

/** Two parts for each: failed, and striped errored where there are any. */
export function dayBars(list: DayList): BarPart[] {
  return allSeries(list).flatMap(({ failed, errored }, at) => {
    const [name, colour] = [seriesName(list, at), `part-${at + 1}`]
    const parts: BarPart[] = [{ name: `${name}, failed`, colour, values: failed }]
    if (errored.some((value) => value > 0)) parts.push({ name: `${name}, errored`, colour, striped: true, values: errored })
    return parts
  })
}
