import type { PartRow, StartRow, Today, TodayBar } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { ChevronLeft, ChevronRight } from 'lucide-react'
import { useEffect, useState } from 'react'
import { CanButton } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatList } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { useAddress } from '../../lib/use-address.js'
import { Button, EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { PeopleLoad } from '../manual/people-load.js'
import { momentWords, startWords, waitWords } from './plan-words.js'
import { PlanTabs } from './plans-page.js'
import { useStop } from './use-plans.js'

const DAY_MS = 86_400_000
const OFTEN_MS = 5000

/** A day on one page: agents down the side, hours across, what ran, runs, waits and will run. */
export function TodayPage() {
  const { project } = useSession()
  const [params, setAddress] = useAddress()
  const day = params.get('day')
  const from = midnight(day)
  const today = useQuery({
    queryKey: keyFor('today', project.slug, from.toISOString()),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/plans/today', { path: { project: project.slug }, query: { from: from.toISOString() }, signal }),
    refetchInterval: OFTEN_MS,
  })
  const step = (by: number) => {
    const next = new Date(from.getTime() + by * DAY_MS + DAY_MS / 4)
    const name = dayName(next)
    setAddress({ day: name === dayName(new Date()) ? null : name })
  }
  return (
    <>
      <section aria-label="Plans" className="w-[180px] shrink-0 border-r border-hairline max-[1100px]:hidden">
        <PlanTabs />
        <p className="px-4 pt-3">
          <ProjectLink to="plans">All plans</ProjectLink>
        </p>
      </section>
      {today.isPending && <Loading what="the day" />}
      {today.error && <ErrorState error={today.error} onRetry={() => void today.refetch()} />}
      {today.data && (
        <section aria-label="Today" className="min-w-0 flex-1 overflow-y-auto" tabIndex={0}>
          <header className="flex items-start justify-between gap-4 border-b border-hairline px-5 pt-4 pb-3">
            <div>
              <h1 className="text-xl">{headWords(today.data, day)}</h1>
              <Sentence today={today.data} />
            </div>
            <span className="flex shrink-0 gap-1">
              <Button aria-label="The day before" title="The day before" onClick={() => step(-1)}>
                <ChevronLeft size={14} aria-hidden="true" />
              </Button>
              <Button aria-label="The day after" title="The day after" onClick={() => step(1)}>
                <ChevronRight size={14} aria-hidden="true" />
              </Button>
            </span>
          </header>
          {today.data.lines.length === 0 ? (
            <EmptyState title="No agents yet">
              Agents run the parts of plans. <ProjectLink to="settings/agents">Settings › Agents</ProjectLink> shows the two lines that add
              one.
            </EmptyState>
          ) : (
            <Board today={today.data} />
          )}
          <div className="flex gap-8 px-5 py-4 max-[1100px]:flex-col">
            <Waiting parts={today.data.waiting} />
            <Going starts={today.data.going} />
          </div>
          <PeopleLoad />
        </section>
      )}
    </>
  )
}

function midnight(day: string | null): Date {
  const now = day === null ? new Date() : new Date(`${day}T00:00:00`)
  return Number.isNaN(now.getTime())
    ? new Date(new Date().setHours(0, 0, 0, 0))
    : new Date(now.getFullYear(), now.getMonth(), now.getDate())
}

const dayName = (at: Date): string =>
  `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, '0')}-${String(at.getDate()).padStart(2, '0')}`

function headWords({ going, waiting, lines }: Today, day: string | null): string {
  const away = lines.filter((line) => line.away === 'away').length
  const parts = [
    going.length > 0 ? `${count(going.length, 'start')} under way` : 'nothing under way',
    waiting.length > 0 ? `${count(waiting.length, 'part')} waiting` : '',
    away > 0 ? `${count(away, 'agent')} away` : '',
  ].filter((part) => part !== '')
  return `${day ?? 'Today'}: ${parts.join(', ')}`
}

/** One sentence that sums it up. */
function Sentence({ today: { going, lines, coming } }: { today: Today }) {
  const ends = going.filter(({ endsAt }) => endsAt !== null)
  const red = lines.flatMap(({ bars }) => bars.filter(({ outcome }) => outcome === 'failed' || outcome === 'errored'))
  const [next] = coming
  return (
    <p className="mt-0.5 max-w-[760px]">
      {ends.map((start) => (
        <span key={start.id}>
          <ProjectLink to={start.planId === null ? `runs/${start.runs[0]?.id ?? ''}` : `plans?plan=${start.planId}`}>
            {start.name}
          </ProjectLink>{' '}
          ends about {momentWords(start.endsAt ?? '')}.{' '}
        </span>
      ))}
      {red.length > 0 && `${count(red.length, 'part')} of the day ended red. `}
      {next ? (
        <>
          Next is <ProjectLink to={`plans?plan=${next.planId}`}>{next.name}</ProjectLink> at {momentWords(next.at)}
          {coming.length > 1 && `, and ${coming.length - 1} more follow`}.
        </>
      ) : (
        'Nothing more is planned for this day.'
      )}
    </p>
  )
}

const LABELS = 148

function Board({ today }: { today: Today }) {
  const from = new Date(today.from).getTime()
  const span = new Date(today.to).getTime() - from
  const share = (iso: string) => Math.min(1, Math.max(0, (new Date(iso).getTime() - from) / span)) * 100
  const now = useNow()
  const nowShare = ((now - from) / span) * 100
  return (
    <div role="group" aria-label={boardInWords(today)} className="relative px-5 pt-3">
      <div className="relative h-[22px]" style={{ marginLeft: LABELS }}>
        {Array.from({ length: 12 }, (_, i) => (
          <span key={i} className="absolute -translate-x-1/2 font-mono text-xs text-soft" style={{ left: `${(i / 12) * 100}%` }}>
            {String(i * 2).padStart(2, '0')}
          </span>
        ))}
      </div>
      <div className="relative">
        <div className="pointer-events-none absolute inset-y-0 right-0" style={{ left: LABELS }}>
          {Array.from({ length: 12 }, (_, i) => (
            <span key={i} className="absolute inset-y-0 border-l border-hairline" style={{ left: `${(i / 12) * 100}%` }} />
          ))}
          {today.closed.map((window, i) => (
            <span
              key={i}
              className="absolute inset-y-0 bg-errored-wash/60"
              style={{ left: `${share(window.from)}%`, width: `${share(window.to) - share(window.from)}%` }}
              title={`${window.environment}: ${window.note}`}
            />
          ))}
          {nowShare >= 0 && nowShare <= 100 && (
            <span className="absolute -inset-y-1 z-10 w-[2px] bg-dye" style={{ left: `${nowShare}%` }} />
          )}
        </div>
        {today.lines.map((line) => (
          <div key={line.id} className="flex h-[46px] items-center border-b border-hairline/60">
            <span className="shrink-0 pr-3" style={{ width: LABELS }}>
              <span className="block truncate font-semibold">{line.name}</span>
              <span className={`block truncate text-xs ${line.away ? 'text-errored' : 'text-soft'}`} title={line.about}>
                {line.away ?? line.about}
              </span>
            </span>
            <span className="relative h-[22px] flex-1">
              {line.bars.map((bar) => (
                <Bar key={bar.partId} bar={bar} left={share(bar.from)} width={share(bar.expectedTo ?? bar.to) - share(bar.from)} />
              ))}
            </span>
          </div>
        ))}
        {today.coming.length > 0 && (
          <div className="flex h-[46px] items-center">
            <span className="shrink-0 pr-3 text-soft" style={{ width: LABELS }}>
              planned
            </span>
            <span className="relative h-[22px] flex-1">
              {today.coming.map(({ planId, name, at, expectedMs }) => (
                <span
                  key={`${planId} ${at}`}
                  title={`${name}, ${momentWords(at)}`}
                  className="absolute inset-y-0 rounded-[3px] border border-dashed border-soft"
                  style={{ left: `${share(at)}%`, width: `max(7px, ${((expectedMs ?? 0) / span) * 100}%)` }}
                />
              ))}
            </span>
          </div>
        )}
      </div>
    </div>
  )
}

const COLOUR = {
  passed: 'border-passed bg-passed-wash',
  failed: 'border-failed bg-failed-wash',
  errored: 'border-errored bg-errored-wash',
  recovered: 'border-recovered bg-surface',
}

function Bar({ bar, left, width }: { bar: TodayBar; left: number; width: number }) {
  const colour = bar.state === 'running' ? 'border-dye bg-dye-wash' : bar.outcome ? COLOUR[bar.outcome] : 'border-soft bg-surface'
  const words = `${bar.trial ? 'Trial of ' : ''}${bar.name}: ${bar.state === 'running' ? 'running' : (bar.outcome ?? bar.state)}, ${momentWords(bar.from)}`
  return (
    <ProjectLink
      to={bar.runId === null ? 'plans' : `runs/${bar.runId}`}
      title={words}
      aria-label={words}
      className={`absolute inset-y-0 rounded-[3px] border ${colour} ${bar.trial ? 'border-dashed' : ''}`}
      style={{ left: `${left}%`, width: `max(7px, ${width}%)` }}
    />
  )
}

function boardInWords({ lines }: Today): string {
  const words = lines.map(
    ({ name, away, bars }) => `${name}${away ? `, ${away}` : ''}: ${bars.length === 0 ? 'nothing' : count(bars.length, 'part')}`,
  )
  return `Parts of the day by agent. ${formatList(words)}`
}

function Waiting({ parts }: { parts: readonly PartRow[] }) {
  return (
    <section aria-labelledby="waiting" className="min-w-0 flex-1">
      <h2 id="waiting" className="mb-1 text-sm">
        Waiting
      </h2>
      {parts.length === 0 && <p className="text-soft">Nothing waits.</p>}
      <ul>
        {parts.map((part) => (
          <li key={part.id} className="flex gap-3 border-t border-hairline py-1.5">
            <span className="w-[220px] shrink-0 truncate">
              {part.start} on {part.environment}
            </span>
            <span className="min-w-0 flex-1 text-soft">{part.waits ? waitWords(part.waits) : 'about to be taken'}</span>
            <span className="font-mono">{momentWords(part.createdAt)}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Going({ starts }: { starts: readonly StartRow[] }) {
  const stop = useStop()
  return (
    <section aria-labelledby="going" className="min-w-0 flex-1">
      <h2 id="going" className="mb-1 text-sm">
        Under way
      </h2>
      {starts.length === 0 && <p className="text-soft">Nothing is.</p>}
      <ul>
        {starts.map((start) => {
          const { parts } = start
          const all = parts.waiting + parts.running + parts.done + parts.failed
          const words = startWords(start)
          return (
            <li key={start.id} className="flex items-center gap-3 border-t border-hairline py-1.5">
              <span className="w-[140px] shrink-0 truncate">
                {start.trial && <span className="text-errored">Trial: </span>}
                {start.name}
              </span>
              <span
                role="progressbar"
                aria-label={`${start.name}: parts that are over`}
                aria-valuemin={0}
                aria-valuemax={all}
                aria-valuenow={parts.done + parts.failed}
                className="h-[5px] w-[110px] overflow-hidden rounded bg-hairline"
              >
                <span className="block h-full bg-dye" style={{ width: `${all > 0 ? ((parts.done + parts.failed) / all) * 100 : 0}%` }} />
              </span>
              <span className={`min-w-0 flex-1 ${words.className}`}>{words.text}</span>
              <CanButton right="start" disabled={stop.start.isPending} onClick={() => stop.start.mutate({ id: start.id })}>
                Stop
              </CanButton>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

function useNow(): number {
  const [now, setNow] = useState(Date.now)
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 30_000)
    return () => clearInterval(timer)
  }, [])
  return now
}
