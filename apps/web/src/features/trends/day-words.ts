import type { DayList } from '@bobbin/client'
import type { DayPart, Explanation } from '@bobbin/core'
import { count, formatList, formatNumber } from '../../lib/format.js'

export const PART_WORDS: Record<DayPart, string> = {
  environment: 'environment',
  area: 'area',
  suite: 'suite',
  file: 'source file',
  team: 'team',
  cause: 'cause',
  pipeline: 'pipeline',
}

/** What has no value of a part. */
export const WITHOUT: Record<DayPart, string> = {
  environment: 'no environment',
  area: 'without a case',
  suite: 'in no suite',
  file: 'no file named',
  team: 'no team',
  cause: 'no cause found',
  pipeline: 'no pipeline',
}

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' })
const short = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' })

export const dayName = (iso: string): string => day.format(new Date(`${iso}T00:00:00Z`))
export const dayShort = (iso: string): string => short.format(new Date(`${iso}T00:00:00Z`))

/** `24 November`, `23 to 24 November` */
export function rangeWords(from: string, to: string): string {
  if (from === to) return dayName(from)
  return from.slice(0, 7) === to.slice(0, 7) ? `${Number(from.slice(8))} to ${dayName(to)}` : `${dayName(from)} to ${dayName(to)}`
}

/** `all in the area Timetable`, `96 % with the causes A and B` */
export function explanationWords({ part, values, share }: Explanation): string {
  const names = formatList(values.map(({ name }) => `“${name}”`))
  const much = share >= 0.9995 ? 'all' : `${Math.floor(share * 100)} %`
  const what = `${PART_WORDS[part]}${values.length > 1 ? 's' : ''}`
  return `${much} ${part === 'cause' ? 'with the' : part === 'team' ? 'of the' : 'in the'} ${what} ${names}`
}

/** What a spike is made of, in a sentence. */
export function spikeWords(spike: NonNullable<DayList['spike']>): string {
  const { from, to, failed, errored, usual, explained } = spike
  const what = [failed > 0 && count(failed, 'failure'), errored > 0 && count(errored, 'error')].filter((words) => words !== false)
  if (what.length === 0) return `Nothing failed on ${rangeWords(from, to)}.`
  const head = `${spike.chosen ? '' : 'The spike of '}${rangeWords(from, to)}${spike.chosen ? ':' : ' is'} ${formatList(what)}; ${formatNumber(usual)} a day ${usual === 1 ? 'is' : 'are'} usual.`
  if (explained.length === 0) return `${head} They are spread: no few parts make most of them.`
  return `${head} ${sentence(explained.slice(0, 3).map(explanationWords).join(', '))}.`
}

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** `3 h`, `2 days` */
export function hoursWords(hours: number): string {
  if (hours < 1) return `${Math.max(1, Math.round(hours * 60))} min`
  return hours < 48 ? `${Math.round(hours)} h` : `${Math.round(hours / 24)} days`
}

/** How long failures last, and until somebody explains them. */
export function lastingWords({ resolved, untilResolvedH, decided, untilDecidedH, open }: DayList['lasting']): string {
  const parts = [
    untilDecidedH !== null &&
      `half of the ${formatNumber(decided)} causes that somebody explained were within ${hoursWords(untilDecidedH)}`,
    untilResolvedH !== null && `half of the ${formatNumber(resolved)} that were resolved lasted less than ${hoursWords(untilResolvedH)}`,
    open > 0 && `${formatNumber(open)} ${open === 1 ? 'is' : 'are'} not resolved`,
  ].filter((words) => words !== false)
  return parts.length === 0 ? 'No cause was first seen in these days.' : `Of causes first seen in these days, ${formatList(parts)}.`
}
