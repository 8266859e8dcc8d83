import type { ActRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { Download } from 'lucide-react'
import { missingWords, useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { useUndo } from '../../context/use-undo.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { useAddress } from '../../lib/use-address.js'
import { RowList } from '../../ui/row-list.js'
import { SearchField } from '../../ui/search-field.js'
import { Button, EmptyState, ErrorState, Loading, PartMissing } from '../../ui/states.js'
import { ActLine } from '../audit/act-line.js'
import { actFilterOf, KIND_GROUPS, kindWords } from '../audit/act-address.js'
import { useActs } from '../audit/queries.js'
import { useMembers } from '../cases/queries.js'
import { useRule } from './rule-settings.js'

/** Who did what in the project: filtered by the address, and out as a table. */
export function AuditLog() {
  const { project } = useSession()
  const [params, setAddress] = useAddress()
  const filter = actFilterOf(params)
  const acts = useActs(filter)
  const undo = useUndo()
  const exportTo = (format: 'csv' | 'ndjson') =>
    api.address('/projects/{project}/acts/export', { path: { project: project.slug }, query: { ...filter, format } })
  const filters = Object.keys(filter).length
  const { data } = acts
  const error = data ? null : acts.error
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <p className="mb-3 text-soft">
        Every change that people, tokens and Bobbin itself made in {project.name}. Nobody can change an entry.
      </p>
      <Retention />
      <Filters />
      <div className="mb-1 flex items-center gap-4">
        <span className="text-soft" role="status">
          {data ? count(data.total, 'entry', 'entries') : ''}
        </span>
        {filters > 0 && (
          <button
            type="button"
            className="link"
            onClick={() => setAddress({ q: null, kind: null, actor: null, account: null, from: null, until: null, subject: null })}
          >
            Clear filters
          </button>
        )}
        <a className="link ml-auto inline-flex items-center gap-1" href={exportTo('csv')} download>
          <Download size={13} /> CSV
        </a>
        <a className="link inline-flex items-center gap-1" href={exportTo('ndjson')} download>
          <Download size={13} /> NDJSON
        </a>
      </div>
      {error && <ErrorState error={error} onRetry={() => void acts.refetch()} />}
      {data && acts.error && <PartMissing error={acts.error} onRetry={() => void acts.refetch()} />}
      {!data && !error && <Loading what="the audit log" />}
      {data?.rows.length === 0 && (
        <EmptyState title={filters > 0 ? 'No entry fits these filters' : 'Nothing was changed yet'}>
          {filters > 0 ? 'Clear a filter to see more.' : 'Every change appears here as it is made.'}
        </EmptyState>
      )}
      {data && data.rows.length > 0 && (
        <RowList<ActRow>
          label="Audit log"
          items={data.rows}
          keyOf={({ id }) => String(id)}
          heightOf={heightOf}
          selected={params.get('act')}
          onSelect={(act) => setAddress({ act })}
          render={(act) => (
            <div role="gridcell" className="h-full min-w-0 flex-1 overflow-hidden border-t border-hairline px-2">
              <ActLine act={act} onUndo={() => void undo(act.id)} />
            </div>
          )}
        />
      )}
      {acts.hasNextPage && (
        <div className="border-t border-hairline py-2">
          <Button disabled={acts.isFetchingNextPage} onClick={() => void acts.fetchNextPage()}>
            Show older entries
          </Button>
        </div>
      )}
    </div>
  )
}

const LINE = 18

/** Rows are as high as what they say: a sentence, and a line for each field. */
const heightOf = ({ fields, changed, undone, reason, canUndo }: ActRow): number => {
  const lines = 1 + fields.length + (fields.length > 0 && changed > 1 ? 1 : 0) + (undone ? 1 : 0) + (reason ? 1 : 0)
  return Math.max(canUndo ? 48 : 36, 18 + lines * LINE)
}

const SPANS: readonly [days: number | null, words: string][] = [
  [null, 'for ever'],
  [3650, '10 years'],
  [730, '2 years'],
  [365, 'a year'],
  [90, '90 days'],
]

/** How long entries are kept: the one way in which the log loses any. */
function Retention() {
  const { project } = useSession()
  const manages = useCan('manage')
  const rule = useRule()
  const rules = useQuery({
    queryKey: keyFor('rules', project.slug),
    queryFn: () => api.get('/projects/{project}/rules', { path: { project: project.slug } }),
  })
  if (!rules.data) return null
  const now = rule.chosen.keepActsDays === undefined ? rules.data.keepActsDays : rule.chosen.keepActsDays
  const known = SPANS.some(([days]) => days === now)
  const set = (days: number | null, words: string) =>
    rule.set({ keepActsDays: days }, { keepActsDays: rules.data.keepActsDays }, `Entries are kept ${words}`)
  return (
    <label className="mb-3 flex items-center gap-2">
      Entries are kept
      <select
        className="field"
        disabled={!manages}
        title={manages ? undefined : missingWords('manage')}
        value={now ?? ''}
        onChange={(event) => {
          const days = event.target.value === '' ? null : Number(event.target.value)
          set(days, SPANS.find(([one]) => one === days)?.[1] ?? '')
        }}
      >
        {SPANS.map(([days, words]) => (
          <option key={words} value={days ?? ''}>
            {words}
          </option>
        ))}
        {!known && <option value={now ?? ''}>{now} days</option>}
      </select>
    </label>
  )
}

function Filters() {
  const [params, setAddress] = useAddress()
  const members = useMembers()
  const pick = (name: string) => (event: { target: { value: string } }) => setAddress({ [name]: event.target.value || null, act: null })
  return (
    <div className="mb-3 flex flex-wrap items-end gap-3">
      <SearchField
        placeholder="name of a case, source, person …"
        value={params.get('q') ?? ''}
        onChange={(q) => setAddress({ q: q || null, act: null })}
      />
      <label className="flex flex-col gap-1">
        What
        <select className="field w-[150px]" value={params.get('kind') ?? ''} onChange={pick('kind')}>
          <option value="">Everything</option>
          {KIND_GROUPS.map(([subject, kinds]) => (
            <optgroup key={subject} label={subject}>
              {kinds.map((kind) => (
                <option key={kind} value={kind}>
                  {kindWords(kind)}
                </option>
              ))}
            </optgroup>
          ))}
        </select>
      </label>
      <label className="flex flex-col gap-1">
        By
        <select className="field" value={params.get('account') ?? ''} onChange={pick('account')}>
          <option value="">Anybody</option>
          {members.data?.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label className="flex flex-col gap-1">
        Acting as
        <select className="field" value={params.get('actor') ?? ''} onChange={pick('actor')}>
          <option value="">Any</option>
          <option value="person">a person</option>
          <option value="token">a token</option>
          <option value="agent">an agent</option>
          <option value="system">Bobbin itself</option>
        </select>
      </label>
      <label className="flex flex-col gap-1">
        From
        <input type="date" className="field" value={params.get('from') ?? ''} onChange={pick('from')} />
      </label>
      <label className="flex flex-col gap-1">
        To
        <input type="date" className="field" value={params.get('until') ?? ''} onChange={pick('until')} />
      </label>
    </div>
  )
}
