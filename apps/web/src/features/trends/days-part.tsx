import type { DayList } from '@bobbin/client'
import { DAY_PARTS, type DayPart } from '@bobbin/core'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useCallback, useRef } from 'react'
import { lensQuery, useLens } from '../../context/lens.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatNumber } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { csvOf, saveFile } from '../../lib/save-file.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { BarChart } from '../../ui/bar-chart.js'
import { Menu, MenuCheck } from '../../ui/menu.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { allSeries, dayBars, seriesName } from './day-series.js'
import { dayShort, lastingWords, PART_WORDS, rangeWords, spikeWords } from './day-words.js'

/** What failed, day by day; what a spike is made of. */
export function DaysPart() {
  const { project } = useSession()
  const lens = useLens()
  const [params, setAddress] = useAddress()
  const by = DAY_PARTS.find((part) => part === params.get('by')) ?? 'area'
  const [from, to] = [params.get('from'), params.get('to')]
  const without = params.get('outages') === '0'
  const days = useQuery({
    queryKey: keyFor('days', project.slug, lens, by, from, to, without),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/trends/days', {
        path: { project: project.slug },
        query: {
          ...lensQuery(lens),
          by,
          ...(from !== null && { from }),
          ...(to !== null && { to }),
          ...(without && { outages: 'without' as const }),
        },
        signal,
      }),
    placeholderData: keepPreviousData,
  })
  const picture = useRef<(() => string | undefined) | null>(null)
  const ready = useCallback((take: () => string | undefined) => {
    picture.current = take
  }, [])
  const list = days.data
  const chosen = list?.spike ? placesOf(list, list.spike) : null
  const choose = (bar: number, extend: boolean) => {
    const day = list?.days[bar]?.day
    if (!list || day === undefined) return
    const anchor = extend && chosen ? list.days[bar < chosen[0] ? chosen[1] : chosen[0]]?.day : day
    setAddress(
      { from: (anchor ?? day) < day ? (anchor ?? day) : day, to: (anchor ?? day) < day ? day : (anchor ?? day) },
      { replace: true },
    )
  }
  const step = (way: 1 | -1, extend: boolean) => {
    if (!list) return
    const at = chosen ? (extend ? (way > 0 ? chosen[1] : chosen[0]) : chosen[way > 0 ? 1 : 0]) + way : list.days.length - 1
    choose(Math.min(list.days.length - 1, Math.max(0, at)), extend)
  }
  useKeys({
    ArrowLeft: (event) => step(-1, event.shiftKey),
    ArrowRight: (event) => step(1, event.shiftKey),
    Escape: () => setAddress({ from: null, to: null }, { replace: true }),
  })
  if (days.isPending) return <Loading what="the days" />
  if (days.error) return <ErrorState error={days.error} onRetry={() => void days.refetch()} />
  if (days.data.days.length === 0)
    return (
      <EmptyState title="No days yet">
        Each day with a run becomes a bar: what failed and errored on it, by area, suite, file, team, environment or cause. What the lens
        looks through has no run.
      </EmptyState>
    )
  return (
    <section aria-label="Day by day" className="min-w-0 flex-1 overflow-y-auto px-5 pt-4 pb-8" tabIndex={0}>
      <Head list={days.data} by={by} onPicture={() => savePicture(picture.current?.())} />
      <BarChart
        label={`Failures and errors of ${count(days.data.days.length, 'day')} by ${PART_WORDS[by]}; the table below has the figures`}
        names={days.data.days.map(({ day }) => dayShort(day))}
        parts={dayBars(days.data)}
        chosen={chosen}
        onChoose={choose}
        onReady={ready}
      />
      <Legend list={days.data} />
      {days.data.spike && <p className="mt-3 max-w-[80ch] text-base">{spikeWords(days.data.spike)}</p>}
      <p className="mt-1 max-w-[80ch] text-soft">{lastingWords(days.data.lasting)}</p>
      <div className="mt-6 grid gap-x-10 gap-y-6 min-[1200px]:grid-cols-2">
        <Top list={days.data} />
        <Table list={days.data} onChoose={choose} chosen={chosen} />
      </div>
    </section>
  )
}

function Head({ list, by, onPicture }: { list: DayList; by: DayPart; onPicture: () => void }) {
  const [params, setAddress] = useAddress()
  return (
    <header className="mb-3 flex flex-wrap items-baseline gap-x-4">
      <h1 className="text-xl">Day by day</h1>
      <p className="text-soft">
        failed and errored (striped), {count(list.days.length, 'day')}, by{' '}
        <Menu
          label="By"
          trigger={
            <button type="button" className="link">
              {PART_WORDS[by]}
            </button>
          }
        >
          {DAY_PARTS.map((part) => (
            <MenuCheck key={part} checked={part === by} onChange={() => setAddress({ by: part })}>
              {PART_WORDS[part]}
            </MenuCheck>
          ))}
        </Menu>
      </p>
      <span className="ml-auto flex gap-4">
        <label className="flex items-center gap-1.5 text-soft">
          <input
            type="checkbox"
            checked={params.get('outages') === '0'}
            onChange={({ target }) => setAddress({ outages: target.checked ? '0' : null, from: null, to: null })}
          />
          Without outages
        </label>
        <button type="button" className="link" onClick={onPicture}>
          PNG
        </button>
        <button type="button" className="link" onClick={() => saveFile(`days-by-${by}.csv`, csvFile(list))}>
          CSV
        </button>
      </span>
    </header>
  )
}

function Legend({ list }: { list: DayList }) {
  return (
    <ul aria-label="Parts" className="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-xs text-soft">
      {allSeries(list).map((_, at) => (
        <li key={at} className="flex max-w-[260px] items-center gap-1.5">
          <span aria-hidden="true" className="size-[9px] shrink-0 rounded-[2px]" style={{ background: `var(--part-${at + 1})` }} />
          <span className="truncate">{seriesName(list, at)}</span>
        </li>
      ))}
    </ul>
  )
}

function Top({ list }: { list: DayList }) {
  const { spike, top } = list
  return (
    <section aria-label="Failed most" className="min-w-0">
      <h2 className="mb-1 text-sm font-semibold">Failed most {spike ? `on ${rangeWords(spike.from, spike.to)}` : 'in all days'}</h2>
      <table className="w-full">
        <thead className="text-left text-soft">
          <tr>
            <th className="py-1 font-normal">test</th>
            <th className="py-1 text-right font-normal">failed</th>
            <th className="py-1 text-right font-normal">errored</th>
            <th className="py-1 text-right font-normal">days</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {top.slice(0, 15).map(({ script, failed, errored, days, lastRunId }) => (
            <tr key={script.id} className="border-t border-hairline">
              <td className="w-[64%] max-w-0 truncate py-1.5 pr-3" title={script.name}>
                <ProjectLink to={`tests/${script.id}`} className="hover:underline">
                  {script.name}
                </ProjectLink>
              </td>
              <td className="py-1.5 text-right tabular-nums">{formatNumber(failed)}</td>
              <td className="py-1.5 text-right tabular-nums">{formatNumber(errored)}</td>
              <td className="py-1.5 text-right tabular-nums">{days}</td>
              <td className="py-1.5 pl-4 text-right">
                <ProjectLink
                  to={`runs/${lastRunId}?script=${script.id}`}
                  className="link"
                  aria-label={`The last failure of ${script.name}`}
                >
                  last
                </ProjectLink>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {top.length > 15 && <p className="mt-1 text-soft">and {top.length - 15} more, in the CSV</p>}
    </section>
  )
}

interface TableProps {
  list: DayList
  chosen: readonly [number, number] | null
  onChoose: (day: number, extend: boolean) => void
}

/** The figures of each day, newest first. */
function Table({ list, chosen, onChoose }: TableProps) {
  return (
    <section aria-label="Each day" className="min-w-0">
      <h2 className="mb-1 text-sm font-semibold">Each day</h2>
      <table className="w-full">
        <thead className="text-left text-soft">
          <tr>
            <th className="py-1 font-normal">day</th>
            <th className="py-1 text-right font-normal">failed</th>
            <th className="py-1 text-right font-normal">errored</th>
            <th className="py-1 text-right font-normal">recovered</th>
            <th className="py-1 text-right font-normal">new</th>
            <th className="py-1 text-right font-normal">fixed</th>
            <th className="py-1 text-right font-normal" title="Passed of those with a verdict, with 95 % bounds">
              passed
            </th>
          </tr>
        </thead>
        <tbody>
          {list.days
            .map((_, i) => i)
            .reverse()
            .map((i) => {
              // prettier-ignore
              const row = list.days[i]
              if (!row) return null
              const inside = chosen !== null && i >= chosen[0] && i <= chosen[1]
              return (
                <tr key={row.day} className={`border-t border-hairline ${inside ? 'bg-dye-wash' : ''}`}>
                  <td className="py-1">
                    <button
                      type="button"
                      className="hover:underline"
                      aria-pressed={inside}
                      onClick={(event) => onChoose(i, event.shiftKey)}
                    >
                      {dayShort(row.day)}
                    </button>
                    {row.outages > 0 && <span className="text-errored"> outage</span>}
                  </td>
                  <td className="py-1 text-right tabular-nums">{formatNumber(row.failed)}</td>
                  <td className="py-1 text-right tabular-nums">{formatNumber(row.errored)}</td>
                  <td className="py-1 text-right tabular-nums">{formatNumber(row.recovered)}</td>
                  <td className="py-1 text-right tabular-nums">{formatNumber(row.newlyFailing)}</td>
                  <td className="py-1 text-right tabular-nums">{formatNumber(row.fixed)}</td>
                  <td
                    className="py-1 text-right tabular-nums"
                    title={row.bounds ? `${percent(row.bounds.low)} to ${percent(row.bounds.high)}` : undefined}
                  >
                    {row.rate === null ? '' : percent(row.rate)}
                  </td>
                </tr>
              )
            })}
        </tbody>
      </table>
    </section>
  )
}

/** Rounded down: what did not all pass is never 100 %. */
const percent = (share: number) => `${(Math.floor(share * 1000) / 10).toFixed(1)} %`

function placesOf({ days }: DayList, { from, to }: { from: string; to: string }): [number, number] | null {
  const first = days.findIndex(({ day }) => day >= from)
  const last = days.findLastIndex(({ day }) => day <= to)
  return first < 0 || last < first ? null : [first, last]
}

function csvFile(list: DayList): string {
  const series = allSeries(list)
  return csvOf([
    [
      ...['Day', 'Runs', 'Outages', 'Passed', 'Failed', 'Errored', 'Recovered', 'Newly failing', 'Fixed', 'Pass rate', 'Low', 'High'],
      ...series.flatMap((_, at) => [`${seriesName(list, at)}: failed`, `${seriesName(list, at)}: errored`]),
    ],
    ...list.days.map((row, i) => [
      ...[row.day, row.runs, row.outages, row.passed, row.failed, row.errored, row.recovered, row.newlyFailing, row.fixed],
      ...[row.rate, row.bounds?.low ?? null, row.bounds?.high ?? null],
      ...series.flatMap(({ failed, errored }) => [failed[i] ?? 0, errored[i] ?? 0]),
    ]),
    [],
    ['Test', 'File', 'Failed', 'Errored', 'Days'],
    ...list.top.map(({ script, failed, errored, days }) => [script.name, script.file ?? script.classname, failed, errored, days]),
  ])
}

function savePicture(address: string | undefined): void {
  if (!address) return
  const bytes = Uint8Array.from(atob(address.split(',')[1] ?? ''), (character) => character.charCodeAt(0))
  saveFile('days.png', new Blob([bytes], { type: 'image/png' }))
}
