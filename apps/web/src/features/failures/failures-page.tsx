import type { FailureList, FailureRow } from '@bobbin/client'
import { CAUSES, type Cause, GROUP_STATES } from '@bobbin/core'
import { useEffect, useMemo, useState } from 'react'
import { useCan } from '../../context/can.js'
import { count, formatNumber } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { RowList } from '../../ui/row-list.js'
import { SearchField } from '../../ui/search-field.js'
import { Button, EmptyState, ErrorState, Key, Loading } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { FailureInspector } from './failure-inspector.js'
import { placeWords, standWords, STATE_WORDS } from './failure-words.js'
import { MergeDialog } from './merge-dialog.js'
import { Strip } from './strip.js'
import { type FailureFilter, useFailures, usePeople } from './use-failures.js'

const ROW = 55

function filterOf(params: URLSearchParams): FailureFilter {
  const number = (name: string) => (params.get(name) === null ? null : Number(params.get(name)))
  const state = params.get('state')
  const cause = params.get('decided')
  return {
    state: GROUP_STATES.find((one) => one === state) ?? null,
    cause: cause === 'none' ? cause : (CAUSES.find((one) => one === cause) ?? null),
    area: number('area'),
    team: number('team'),
    owner: number('owner'),
    mine: params.get('mine') === '1',
    search: params.get('search') ?? '',
    run: number('run'),
  }
}

/** Causes behind failures, those that nobody triaged first; the chosen one beside them. */
export function FailuresPage() {
  const [params, setAddress] = useAddress()
  const filter = filterOf(params)
  const list = useFailures(filter)
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set())
  const [merging, setMerging] = useState(false)
  const decides = useCan('decide')
  const selected = params.get('cause')
  const rows = useMemo(() => list.data?.rows ?? [], [list.data])
  const at = rows.findIndex(({ id }) => String(id) === selected)
  const select = (key: string) => setAddress({ cause: key }, { replace: true })
  const first = rows[0]?.id
  useEffect(() => {
    // a link that names none opens on the first; one that names a cause outside of the filter keeps it
    if (selected === null && first !== undefined) setAddress({ cause: String(first) }, { replace: true })
  }, [selected, first, setAddress])
  /** The next one that nobody triaged, from the chosen one on. */
  const nextUntriaged = () => {
    const order = [...rows.slice(at + 1), ...rows.slice(0, Math.max(0, at))]
    const next = order.find(({ state, behind }) => state === 'untriaged' && !behind)
    if (next) select(String(next.id))
  }
  useKeys({
    n: nextUntriaged,
    w: () => decides && picked.size > 1 && setMerging(true),
    ArrowDown: () => rows[Math.min(rows.length - 1, at + 1)] && select(String(rows[Math.min(rows.length - 1, at + 1)]?.id)),
    ArrowUp: () => rows[Math.max(0, at - 1)] && select(String(rows[Math.max(0, at - 1)]?.id)),
  })
  if (!list.data && !list.error) return <Loading what="the causes" />
  if (!list.data) return <ErrorState error={list.error} onRetry={() => void list.refetch()} />
  const filtered = Object.values(filter).some((value) => value !== null && value !== false && value !== '')
  return (
    <>
      <section aria-label="Failures" className="flex min-w-0 flex-1 flex-col">
        <Head list={list.data} filter={filter} onFilter={(change) => setAddress({ ...change, cause: null })} />
        {rows.length === 0 ? (
          <Nothing filtered={filtered} onClear={() => setAddress(CLEAR)} />
        ) : (
          <>
            <RowList
              label="Causes"
              items={rows}
              keyOf={(row) => String(row.id)}
              selected={selected}
              onSelect={select}
              heightOf={() => ROW}
              picked={picked}
              onPick={(keys, on) =>
                setPicked((before) => new Set(on ? [...before, ...keys] : [...before].filter((key) => !keys.includes(key))))
              }
              render={(row) => <FailureLine row={row} />}
            />
            <footer className="flex min-h-[40px] items-center gap-4 border-t border-hairline px-5 py-1.5 text-soft">
              {picked.size > 1 ? (
                <>
                  <span>{count(picked.size, 'cause')} selected</span>
                  <Button onClick={() => setMerging(true)} disabled={!decides}>
                    Merge into one <Key>w</Key>
                  </Button>
                  <Button kind="quiet" onClick={() => setPicked(new Set())}>
                    Clear
                  </Button>
                </>
              ) : (
                <span>
                  {list.data.fitting > rows.length && `${formatNumber(list.data.fitting - rows.length)} more fit; filter to find them. `}One
                  column is one build; height: how many tests failed this way. Next not triaged <Key>n</Key>
                </span>
              )}
            </footer>
          </>
        )}
      </section>
      {selected !== null && (
        <FailureInspector id={Number(selected)} onClose={() => setAddress({ cause: '0' }, { replace: true })} onNext={nextUntriaged} />
      )}
      {merging && (
        <MergeDialog
          rows={rows.filter(({ id }) => picked.has(String(id)))}
          onClose={() => setMerging(false)}
          onMerged={(id) => {
            setPicked(new Set())
            select(String(id))
          }}
        />
      )}
    </>
  )
}

const CLEAR = { state: null, decided: null, area: null, team: null, owner: null, mine: null, search: null, run: null, cause: null }

interface HeadProps {
  list: FailureList
  filter: FailureFilter
  onFilter: (change: Record<string, string | null>) => void
}

function Head({ list, filter, onFilter }: HeadProps) {
  const { members, teams, areas } = usePeople()
  const states = GROUP_STATES.filter((state) => list.counts[state] > 0 || state === filter.state)
  return (
    <header className="border-b border-hairline px-5 pt-4 pb-3">
      <h1 className="text-xl">
        {list.causes === 0 ? 'No failures' : `${count(list.causes, 'cause')} behind ${count(list.failures, 'failure')}`}
      </h1>
      <p className="mt-1 flex flex-wrap items-center gap-x-1.5">
        {states.map((state, i) => (
          <span key={state} className="flex">
            <button
              type="button"
              className={`link ${filter.state === state ? 'font-semibold' : ''}`}
              aria-pressed={filter.state === state}
              onClick={() => onFilter({ state: filter.state === state ? null : state })}
            >
              {formatNumber(list.counts[state])} {STATE_WORDS[state]}
            </button>
            {i < states.length - 1 ? ',' : '.'}
          </span>
        ))}
        {list.oldestUntriagedAt && (
          <span className="text-soft">
            Oldest not triaged: <Time iso={list.oldestUntriagedAt} />.
          </span>
        )}
      </p>
      <div className="mt-2.5 flex flex-wrap items-center gap-2">
        <select
          aria-label="Cause"
          className="field w-auto max-w-[102px]"
          value={filter.cause ?? ''}
          onChange={({ target }) => onFilter({ decided: target.value || null })}
        >
          <option value="">Any cause</option>
          <option value="none">Nothing decided</option>
          {CAUSES.map((cause: Cause) => (
            <option key={cause} value={cause}>
              {cause}
            </option>
          ))}
        </select>
        <select
          aria-label="Area"
          className="field w-auto max-w-[102px]"
          value={filter.area ?? ''}
          onChange={({ target }) => onFilter({ area: target.value || null })}
        >
          <option value="">Any area</option>
          {areas.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <select
          aria-label="Team"
          className="field w-auto max-w-[102px]"
          value={filter.team ?? ''}
          onChange={({ target }) => onFilter({ team: target.value || null })}
        >
          <option value="">Any team</option>
          {teams.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <select
          aria-label="Owner"
          className="field w-auto max-w-[102px]"
          value={filter.owner ?? ''}
          onChange={({ target }) => onFilter({ owner: target.value || null })}
        >
          <option value="">Any owner</option>
          {members.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <Button
          aria-pressed={filter.mine}
          kind={filter.mine ? 'strong' : 'plain'}
          onClick={() => onFilter({ mine: filter.mine ? null : '1' })}
        >
          Mine
        </Button>
        {filter.run !== null && (
          <Button aria-pressed kind="strong" onClick={() => onFilter({ run: null })} title="Show all runs">
            Of one run ×
          </Button>
        )}
        <span className="ml-auto">
          <SearchField value={filter.search} placeholder="Words of the message" onChange={(search) => onFilter({ search })} />
        </span>
      </div>
    </header>
  )
}

function FailureLine({ row }: { row: FailureRow }) {
  const { first, second, red } = standWords(row)
  return (
    <>
      <span role="gridcell" className={`shrink-0 ${row.behind ? 'pl-4' : ''}`}>
        <OutcomeGlyph outcome={row.behind ? 'blocked' : row.outcome} />
      </span>
      <div role="gridcell" className="min-w-0 flex-1 py-1 pr-3 pl-3">
        <p className="truncate font-semibold" title={row.title}>
          {row.behind ? `behind “${row.behind.title}”` : row.title}
        </p>
        <p className="truncate text-soft">
          {placeWords(row)}
          {row.knockOn > 0 && ` · ${formatNumber(row.knockOn)} knock-on`}
        </p>
      </div>
      <div role="gridcell" className="w-[180px] shrink-0 overflow-hidden max-[1200px]:w-[120px]">
        <div className="flex justify-end">
          <Strip row={row} />
        </div>
      </div>
      <div role="gridcell" className="w-[176px] shrink-0 py-1 pr-3 pl-4">
        <p className={`truncate ${red ? 'font-semibold text-failed' : ''}`}>{first}</p>
        <p className="truncate text-soft" title={second}>
          {second}
        </p>
      </div>
    </>
  )
}

function Nothing({ filtered, onClear }: { filtered: boolean; onClear: () => void }) {
  if (filtered)
    return (
      <EmptyState title="No cause fits" action={<Button onClick={onClear}>Clear the filter</Button>}>
        Nothing that failed in these builds fits what is filtered for.
      </EmptyState>
    )
  return (
    <EmptyState title="Nothing failed">
      Whatever fails in a build appears here: many failures with one cause as one row, with what is likely behind it and what to do next. In
      the builds that the lens shows everything passed, or no results came in yet.
    </EmptyState>
  )
}
