import type { ActivityKind, ActivityRow } from '@bobbin/client'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { useProjectPath } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatList, formatNumber } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { useAddress } from '../../lib/use-address.js'
import { Menu, MenuCheck } from '../../ui/menu.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { ACTIVITY_KINDS as KINDS, ACTIVITY_STATES as STATES, leadsTo } from './activity-words.js'

const STATE_FILTERS = ['going', 'waiting', 'failed', 'red', 'done', 'stopped'] as const
const filterWords = (state: (typeof STATE_FILTERS)[number]) => (state === 'red' ? 'with red results' : STATES[state][0])

const REFRESH_MS = 15_000

/** Everything that works for the project: what goes on first. */
export function ActivityPart() {
  const { project } = useSession()
  const navigate = useNavigate()
  const path = useProjectPath()
  const [params, setAddress] = useAddress()
  const kinds = KINDS.map(([kind]) => kind).filter((kind) => params.get('kinds')?.split(',').includes(kind))
  const state = STATE_FILTERS.find((one) => one === params.get('state'))
  const [environment, person, suite] = [params.get('in'), params.get('person'), params.get('suite')]
  const activity = useQuery({
    queryKey: keyFor('activity', project.slug, kinds, state, environment, person, suite),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/trends/activity', {
        path: { project: project.slug },
        query: {
          ...(kinds.length > 0 && { kinds }),
          ...(state && { state }),
          ...(environment && { environment }),
          ...(person && { person }),
          ...(suite && { suite }),
        },
        signal,
      }),
    placeholderData: keepPreviousData,
    refetchInterval: REFRESH_MS,
  })
  if (activity.isPending) return <Loading what="the activity" />
  if (activity.error) return <ErrorState error={activity.error} onRetry={() => void activity.refetch()} />
  const { rows, going, people, suites } = activity.data
  const environments = [...new Set(rows.flatMap((row) => row.environments))].sort()
  const filtered = kinds.length > 0 || state !== undefined || environment !== null || person !== null || suite !== null
  const toggle = (kind: ActivityKind) => {
    const next = kinds.includes(kind) ? kinds.filter((one) => one !== kind) : [...kinds, kind]
    setAddress({ kinds: next.join(',') }, { replace: true })
  }
  return (
    <section aria-label="Activity" className="flex min-w-0 flex-1 flex-col" aria-busy={activity.isPlaceholderData}>
      <header className="border-b border-hairline px-5 pt-4 pb-3">
        <h1 className="text-xl">{going === 0 ? 'Nothing is under way' : `${formatNumber(going)} under way`}</h1>
        <div role="group" aria-label="Filter" className="mt-2 flex flex-wrap items-baseline gap-x-4 gap-y-1">
          {KINDS.map(([kind, , many]) => (
            <label key={kind} className="flex items-center gap-1.5">
              <input type="checkbox" checked={kinds.includes(kind)} onChange={() => toggle(kind)} /> {many}
            </label>
          ))}
          <Filter
            label="State"
            any="in any state"
            value={state ?? null}
            options={STATE_FILTERS.map((one) => [one, filterWords(one)])}
            onChoose={(next) => setAddress({ state: next })}
          />
          <Filter
            label="Environment"
            any="in any environment"
            value={environment}
            options={environments.map((name) => [name, name])}
            onChoose={(next) => setAddress({ in: next })}
          />
          <Filter
            label="Person"
            any="by anybody"
            value={person}
            options={people.map((name) => [name, name])}
            onChoose={(next) => setAddress({ person: next })}
          />
          {(suites.length > 0 || suite !== null) && (
            <Filter
              label="Suite"
              any="of any suite"
              value={suite}
              options={suites.map((name) => [name, name])}
              onChoose={(next) => setAddress({ suite: next })}
            />
          )}
          {filtered && (
            <button
              type="button"
              className="link"
              onClick={() => setAddress({ kinds: null, state: null, in: null, person: null, suite: null })}
            >
              Clear
            </button>
          )}
        </div>
      </header>
      {rows.length === 0 ? (
        <EmptyState title={filtered ? 'Nothing fits' : 'Nothing yet'}>
          Plans that are started, deliveries, scans of sources, sources that are looked into, agents and messages to the tracker stand here.
        </EmptyState>
      ) : (
        <RowList
          label="Activity"
          items={rows}
          keyOf={({ kind, id }) => `${kind}-${id}`}
          selected={params.get('row')}
          onSelect={(row, how) => {
            const chosen = rows.find(({ kind, id }) => `${kind}-${id}` === row)
            if (how === 'open' && chosen) void navigate(path(leadsTo(chosen)))
            else setAddress({ row }, { replace: true })
          }}
          render={(row) => <ActivityLine row={row} />}
        />
      )}
    </section>
  )
}

interface FilterProps {
  label: string
  any: string
  value: string | null
  options: readonly (readonly [value: string, words: string])[]
  onChoose: (value: string | null) => void
}

function Filter({ label, any, value, options, onChoose }: FilterProps) {
  return (
    <Menu
      label={label}
      trigger={
        <button type="button" className="link">
          {options.find(([one]) => one === value)?.[1] ?? value ?? any}
        </button>
      }
    >
      <MenuCheck checked={value === null} onChange={() => onChoose(null)}>
        {any}
      </MenuCheck>
      {options.map(([one, words]) => (
        <MenuCheck key={one} checked={one === value} onChange={() => onChoose(one)}>
          {words}
        </MenuCheck>
      ))}
    </Menu>
  )
}

function ActivityLine({ row }: { row: ActivityRow }) {
  const [state, className] = STATES[row.state]
  return (
    <>
      <div role="gridcell" className="w-[140px] shrink-0 pl-4 text-soft">
        {KINDS.find(([kind]) => kind === row.kind)?.[1]}
      </div>
      <div role="gridcell" className="min-w-0 flex-[2] truncate pr-3" title={row.name}>
        {row.name}
      </div>
      <div role="gridcell" className={`w-[96px] shrink-0 ${className}`}>
        {state}
      </div>
      <div role="gridcell" className="min-w-0 flex-[2] truncate pr-3" title={row.problem ?? undefined}>
        {row.problem ? (
          <span className="text-failed">{row.problem}</span>
        ) : row.results ? (
          <>
            {count(row.results.total, 'test')}
            {row.results.red > 0 && <span className="text-failed">, {formatNumber(row.results.red)} red</span>}
          </>
        ) : null}
      </div>
      <div role="gridcell" className="w-[190px] shrink-0 truncate text-soft">
        {formatList(row.environments)}
      </div>
      <div role="gridcell" className="w-[130px] shrink-0 truncate text-soft">
        {row.by ?? ''}
      </div>
      <div role="gridcell" className="w-[140px] shrink-0 truncate pr-5 text-right text-soft">
        <Time iso={row.at} />
      </div>
    </>
  )
}
