import type { BoardParts, Tile } from '@bobbin/client'
import { headlineOf, type Part, sentenceOf, weaveOrder } from '@bobbin/core'
import { createContext, useContext, useEffect, useRef, useState, type ReactNode } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { count, formatDuration, formatExact, formatNumber } from '../../lib/format.js'
import { BarChart } from '../../ui/bar-chart.js'
import { readThread } from '../../ui/outcome-words.js'
import { Sparkline } from '../../ui/sparkline.js'
import { OutcomeGlyph, Thread } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { placeWords, standWords } from '../failures/failure-words.js'
import { ACTIVITY_KINDS, ACTIVITY_STATES, leadsTo } from '../trends/activity-words.js'
import { dayShort, spikeWords } from '../trends/day-words.js'
import { dayBars } from '../trends/day-series.js'
import { costWords, proofWords, shareWords } from '../trends/flaky-words.js'
import { paceWords, sinceWords } from '../trends/pace-words.js'
import { useWeaveColours } from '../weave/weave-canvas.js'
import { drawWeave, FOOT, HEAD, ROW } from '../weave/weave-drawing.js'
import { outageWords } from '../weave/weave-words.js'

/** On a wall nobody clicks, and who looks need not be signed in. */
export const OnWall = createContext(false)

const MOST_SENTENCES = 7
const MOST_LINES = 6
const MOST_WEAVE = 18

/** A part of another page, as far as it has room. */
export function TileView({ tile, data }: { tile: Tile; data: BoardParts }) {
  switch (tile.kind) {
    case 'brief':
      return data.brief && <BriefTile brief={data.brief} />
    case 'runs':
      return data.brief && <RunsTile brief={data.brief} />
    case 'weave':
      return data.weave && <WeaveTile weave={data.weave} />
    case 'days':
      return data.days && <DaysTile days={data.days} />
    case 'flaky':
      return data.flaky && <FlakyTile flaky={data.flaky} />
    case 'slow':
      return data.slow && <SlowTile slow={data.slow} />
    case 'areas':
      return data.areas && <AreasTile areas={data.areas} />
    case 'automation':
      return data.areas && <AutomationTile areas={data.areas} />
    case 'builds':
      return data.builds && <BuildsTile builds={data.builds} />
    case 'causes':
      return data.causes && <CausesTile causes={data.causes} />
    case 'failedMost':
      return data.days && <FailedMostTile days={data.days} />
    case 'activity':
      return data.activity && <ActivityTile activity={data.activity} />
  }
}

/** A link where links lead somewhere. */
function Lead({ to, children, className = 'hover:underline' }: { to: string; children: ReactNode; className?: string }) {
  return useContext(OnWall) ? (
    <span className={className.replace('link', '')}>{children}</span>
  ) : (
    <ProjectLink to={to} className={className}>
      {children}
    </ProjectLink>
  )
}

const Parts = ({ parts }: { parts: readonly Part[] }) =>
  parts.map((part, i) =>
    part.to ? (
      <Lead key={i} to={part.to} className="link">
        {part.text}
      </Lead>
    ) : (
      <span key={i}>{part.text}</span>
    ),
  )

function BriefTile({ brief }: { brief: NonNullable<BoardParts['brief']> }) {
  return (
    <>
      <p className="text-base font-semibold">{headlineOf(brief)}</p>
      <ul className="mt-1">
        {brief.findings.slice(0, MOST_SENTENCES).map((finding, i) => {
          const { outcome, parts } = sentenceOf(finding, formatExact)
          return (
            <li key={i} className="flex gap-2.5 border-t border-hairline py-1.5">
              <OutcomeGlyph outcome={outcome} label={null} />
              <p className="min-w-0 break-words">
                <Parts parts={parts} />
              </p>
            </li>
          )
        })}
      </ul>
    </>
  )
}

function RunsTile({ brief }: { brief: NonNullable<BoardParts['brief']> }) {
  if (brief.latest.length === 0) return <None>No run yet.</None>
  return (
    <ul>
      {brief.latest.map((run) => (
        <li key={run.id} className="flex items-baseline gap-3 border-t border-hairline py-1.5 first:border-0">
          <Lead to={`runs/${run.id}`} className="link w-[64px] shrink-0 truncate font-mono">
            {run.build}
          </Lead>
          <span className="min-w-0 flex-1 truncate">
            {run.lane.pipeline} <span className="text-soft">in {run.lane.environment}</span>
          </span>
          {run.failing > 0 ? (
            <span className="font-semibold text-failed">{formatNumber(run.failing)} failing</span>
          ) : (
            <span className="text-passed">none failing</span>
          )}
          <span className="w-[120px] shrink-0 text-right text-soft">
            <Time iso={run.at} />
          </span>
        </li>
      ))}
    </ul>
  )
}

/** The rows that changed last, drawn as on its page. */
function WeaveTile({ weave }: { weave: NonNullable<BoardParts['weave']> }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  const look = useWeaveColours()
  const shown = weaveOrder(weave.rows, 'change').slice(0, MOST_WEAVE)
  const height = HEAD + shown.length * ROW + FOOT
  useEffect(() => {
    const element = box.current
    if (!element) return
    const watch = new ResizeObserver(() => setWidth(element.clientWidth))
    watch.observe(element)
    return () => watch.disconnect()
  }, [])
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context || !canvas.current || width === 0) return
    const scale = window.devicePixelRatio || 1
    Object.assign(canvas.current, { width: Math.round(width * scale), height: Math.round(height * scale) })
    context.setTransform(scale, 0, 0, scale, 0, 0)
    const lines = shown.flatMap((row) => {
      const one = weave.rows[row]
      return one ? [{ row, name: one.script.name, thread: one.thread }] : []
    })
    const builds = weave.builds.map((build) => ({ name: build.build, outage: outageWords(build) }))
    drawWeave(context, {
      lines,
      builds,
      width,
      height,
      top: 0,
      chosen: null,
      ...look,
      colours: { ...look.colours, cloth: look.colours.surface },
    })
  })
  if (weave.rows.length === 0) return <None>Everything always passed.</None>
  return (
    <div ref={box}>
      <p className="mb-1 text-soft">
        {weave.pipeline}: {count(weave.rows.length + weave.more, 'test')} did not always pass, {formatNumber(weave.tests)} in the newest
        builds
      </p>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${count(shown.length, 'test')} over ${count(weave.builds.length, 'build')}, those that changed last first`}
        style={{ width, height }}
        className="block"
      />
    </div>
  )
}

function DaysTile({ days }: { days: NonNullable<BoardParts['days']> }) {
  if (days.days.length === 0) return <None>No day with a run yet.</None>
  return (
    <>
      <BarChart
        label={`Failures and errors of ${count(days.days.length, 'day')}`}
        names={days.days.map(({ day }) => dayShort(day))}
        parts={dayBars(days)}
        chosen={null}
        onChoose={() => undefined}
      />
      {days.spike && <p className="mt-2">{spikeWords(days.spike)}</p>}
    </>
  )
}

function FlakyTile({ flaky }: { flaky: NonNullable<BoardParts['flaky']> }) {
  if (flaky.rows.length === 0) return <None>No test is flaky.</None>
  return (
    <>
      <p className="mb-1 text-soft">{costWords(flaky)}</p>
      <ul>
        {flaky.rows.slice(0, MOST_LINES).map((row) => (
          <li key={row.script.id} className="flex items-center gap-3 border-t border-hairline py-1.5">
            <div className="min-w-0 flex-1">
              <p className="truncate" title={row.script.name}>
                <Lead to={`tests/${row.script.id}`}>{row.script.name}</Lead>
              </p>
              <p className="truncate text-soft">{proofWords(row)}</p>
            </div>
            <Thread outcomes={readThread(row.thread)} cell={5} />
            <span className="w-[84px] shrink-0 text-right tabular-nums">{shareWords(row)}</span>
          </li>
        ))}
      </ul>
      <More all={flaky.rows.length} />
    </>
  )
}

function SlowTile({ slow }: { slow: NonNullable<BoardParts['slow']> }) {
  const slower = slow.changed.filter(({ costMs }) => costMs > 0)
  if (slower.length === 0) return <None>Nothing got slower.</None>
  return (
    <>
      <p className="mb-1 text-soft">Together {formatDuration(slower.reduce((sum, { costMs }) => sum + costMs, 0))} more in each run.</p>
      <ul>
        {slower.slice(0, MOST_LINES).map((row) => (
          <li key={`${row.script.id}-${row.lane.id}`} className="flex items-center gap-3 border-t border-hairline py-1.5">
            <div className="min-w-0 flex-1">
              <p className="truncate" title={row.script.name}>
                <Lead to={`tests/${row.script.id}`}>{row.script.name}</Lead>
              </p>
              <p className="truncate text-soft">{sinceWords(row)}</p>
            </div>
            <Sparkline
              values={row.durations}
              mark={row.pace.kind === 'jump' ? row.pace.index : null}
              width={100}
              height={26}
              label={paceWords(row)}
            />
            <span className="w-[120px] shrink-0 text-right tabular-nums">{paceWords(row)}</span>
          </li>
        ))}
      </ul>
      <More all={slower.length} />
    </>
  )
}

function AreasTile({ areas }: { areas: NonNullable<BoardParts['areas']> }) {
  if (areas.rows.length === 0) return <None>No case yet.</None>
  return (
    <table className="w-full">
      <thead className="text-left text-soft">
        <tr>
          <th className="py-1 font-normal">area</th>
          <th className="py-1 text-right font-normal">cases</th>
          <th className="py-1 text-right font-normal">covered</th>
          <th className="py-1 text-right font-normal">failing</th>
          <th className="py-1 text-right font-normal">causes</th>
        </tr>
      </thead>
      <tbody>
        {areas.rows.map((row) => (
          <tr key={row.id ?? 'none'} className="border-t border-hairline">
            <td className="max-w-0 w-1/2 truncate py-1.5 pr-3">
              {row.id === null ? <span className="text-soft">in no area</span> : <Lead to={`cases?area=${row.id}`}>{row.name}</Lead>}
            </td>
            <td className="py-1.5 text-right tabular-nums">{formatNumber(row.cases)}</td>
            <td className="py-1.5 text-right tabular-nums">{formatNumber(row.covered)}</td>
            <td className={`py-1.5 text-right tabular-nums ${row.failed + row.errored > 0 ? 'font-semibold text-failed' : ''}`}>
              {formatNumber(row.failed + row.errored)}
            </td>
            <td className="py-1.5 text-right tabular-nums">{formatNumber(row.causes)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function AutomationTile({ areas: { moves } }: { areas: NonNullable<BoardParts['areas']> }) {
  const known = moves.filter(({ cases }) => cases > 0)
  const shares = known.map(({ cases, automated }) => (100 * automated) / cases)
  const [first, last] = [shares[0], shares.at(-1)]
  const now = known.at(-1)
  if (first === undefined || last === undefined || !now) return <None>No case yet.</None>
  return (
    <div className="flex items-center gap-5">
      <p>
        <span className="text-lg tabular-nums">{Math.floor(last)} %</span> of {count(now.cases, 'case')} are automated
        <br />
        <span className="text-soft">
          {formatNumber(now.cases - now.automated)} are not; {Math.round(first)} % {count(shares.length - 1, 'week')} ago
        </span>
      </p>
      <Sparkline values={shares} width={180} height={48} label={`Share of automated cases over ${shares.length} weeks`} />
    </div>
  )
}

function BuildsTile({ builds }: { builds: NonNullable<BoardParts['builds']> }) {
  if (builds.rows.length === 0) return <None>No build yet.</None>
  return (
    <>
      <p className="mb-1 text-soft">{builds.pipeline}</p>
      <ul>
        {builds.rows.map(({ id, build, author, at, runs, causes }) => (
          <li key={id} className="flex items-baseline gap-3 border-t border-hairline py-1.5">
            <Lead to={`builds?build=${id}`} className="link w-[64px] shrink-0 truncate font-mono">
              {build}
            </Lead>
            <span className="min-w-0 flex-1 truncate">
              {runs.map((run) => (
                <span key={run.id} className="mr-3 whitespace-nowrap">
                  <span className="text-soft">{run.lane.environment}</span> <BuildRunWords run={run} />
                </span>
              ))}
            </span>
            <span className="shrink-0 text-soft">{causes > 0 && count(causes, 'cause')}</span>
            <span className="max-w-[22%] shrink-0 truncate text-soft" title={author ?? undefined}>
              {author}
            </span>
            <span className="w-[130px] shrink-0 text-right text-soft">
              <Time iso={at} />
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}

function BuildRunWords({ run: { totals, live } }: { run: NonNullable<BoardParts['builds']>['rows'][number]['runs'][number] }) {
  const red = totals.failed + totals.errored
  if (live) return <span className="text-dye">live</span>
  return red > 0 ? (
    <span className="font-semibold text-failed">{formatNumber(red)} red</span>
  ) : (
    <span className="text-passed">none red</span>
  )
}

function CausesTile({ causes }: { causes: NonNullable<BoardParts['causes']> }) {
  if (causes.rows.length === 0) return <None>No cause is open.</None>
  return (
    <>
      <p className="mb-1 text-soft">
        {formatNumber(causes.counts.untriaged)} not triaged, {formatNumber(causes.counts.known)} known, {formatNumber(causes.counts.muted)}{' '}
        muted
      </p>
      <ul>
        {causes.rows.slice(0, MOST_LINES).map((row) => {
          const stand = standWords(row)
          return (
            <li key={row.id} className="flex items-baseline gap-3 border-t border-hairline py-1.5">
              <div className="min-w-0 flex-1">
                <p className="truncate" title={row.title}>
                  <Lead to={`failures?cause=${row.id}`}>{row.title}</Lead>
                </p>
                <p className="truncate text-soft">{placeWords(row)}</p>
              </div>
              <p className={`max-w-[40%] shrink-0 truncate text-right ${stand.red ? 'text-failed' : 'text-soft'}`}>{stand.first}</p>
            </li>
          )
        })}
      </ul>
      <More all={causes.counts.untriaged + causes.counts.known + causes.counts.muted} />
    </>
  )
}

function FailedMostTile({ days: { top } }: { days: NonNullable<BoardParts['days']> }) {
  if (top.length === 0) return <None>No test failed on the days that stand out.</None>
  return (
    <>
      <ul>
        {top.slice(0, MOST_LINES).map(({ script, failed, errored, days, lastRunId }) => (
          <li key={script.id} className="flex items-baseline gap-3 border-t border-hairline py-1.5 first:border-0">
            <p className="min-w-0 flex-1 truncate" title={script.name}>
              <Lead to={`runs/${lastRunId}?script=${script.id}`}>{script.name}</Lead>
            </p>
            <span className="shrink-0 text-right tabular-nums">
              {failed > 0 && `${formatNumber(failed)} failed`}
              {failed > 0 && errored > 0 && ', '}
              {errored > 0 && `${formatNumber(errored)} errored`} <span className="text-soft">on {count(days, 'day')}</span>
            </span>
          </li>
        ))}
      </ul>
      <More all={top.length} />
    </>
  )
}

function ActivityTile({ activity }: { activity: NonNullable<BoardParts['activity']> }) {
  if (activity.rows.length === 0) return <None>Nothing yet.</None>
  return (
    <>
      <p className="mb-1 text-soft">{activity.going === 0 ? 'Nothing is under way' : `${formatNumber(activity.going)} under way`}</p>
      <ul>
        {activity.rows.slice(0, MOST_LINES).map((row) => {
          const [state, className] = ACTIVITY_STATES[row.state]
          return (
            <li key={`${row.kind}-${row.id}`} className="flex items-baseline gap-3 border-t border-hairline py-1.5">
              <span className="min-w-0 flex-1 truncate" title={row.problem ?? row.name}>
                <span className="text-soft">{ACTIVITY_KINDS.find(([kind]) => kind === row.kind)?.[1]}</span>{' '}
                <Lead to={leadsTo(row)}>{row.name}</Lead>
              </span>
              <span className={className}>{state}</span>
              <span className="w-[120px] shrink-0 text-right text-soft">
                <Time iso={row.at} />
              </span>
            </li>
          )
        })}
      </ul>
    </>
  )
}

const None = ({ children }: { children: ReactNode }) => <p className="py-2 text-soft">{children}</p>
const More = ({ all }: { all: number }) =>
  all > MOST_LINES ? <p className="pt-1 text-soft">and {formatNumber(all - MOST_LINES)} more</p> : null
