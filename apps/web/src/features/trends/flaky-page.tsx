import type { FlakyList, FlakyRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { lensQuery, useLens } from '../../context/lens.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatDuration, formatNumber, formatRelative } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { readThread } from '../../ui/outcome-words.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { Thread } from '../../ui/thread.js'
import { costWords, proofWords, shareWords, suiteWords, whereWords } from './flaky-words.js'

const ROW = 55

/** Tests that pass and fail on the same code, by what they cost. */
export function FlakyPage() {
  const { project } = useSession()
  const lens = useLens()
  const [params, setAddress] = useAddress()
  const list = useQuery({
    queryKey: ['flaky', project.slug, lens],
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/trends/flaky', { path: { project: project.slug }, query: lensQuery(lens), signal }),
  })
  if (list.isPending) return <Loading what="the tests" />
  if (list.error) return <ErrorState error={list.error} onRetry={() => void list.refetch()} />
  const { rows } = list.data
  const selected = params.get('script')
  const chosen = rows.find(({ script }) => String(script.id) === selected)
  return (
    <section aria-label="Flaky tests" className="flex min-w-0 flex-1 flex-col">
      <Head list={list.data} />
      {rows.length === 0 ? (
        <EmptyState title="No flaky test">
          A test is flaky when it passes and fails on the same code: proven when it passed only on a later try, or both ways on one commit
          in one environment; it may be when it comes and goes. In what the lens shows none does.
        </EmptyState>
      ) : (
        <RowList
          label="Flaky tests"
          items={rows}
          keyOf={({ script }) => String(script.id)}
          selected={selected}
          onSelect={(script) => setAddress({ script }, { replace: true })}
          heightOf={() => ROW}
          render={(row) => <FlakyLine row={row} />}
        />
      )}
      {chosen && <Chosen row={chosen} />}
    </section>
  )
}

function Head({ list }: { list: FlakyList }) {
  return (
    <header className="border-b border-hairline px-5 pt-4 pb-3">
      <h1 className="text-xl">{list.rows.length === 0 ? 'Flaky tests' : `${count(list.proven + list.maybe, 'flaky test')}`}</h1>
      <p className="mt-1">
        {list.rows.length > 0 && `${formatNumber(list.proven)} proven, ${formatNumber(list.maybe)} may be. ${costWords(list)} `}
        <span className="text-soft">
          {list.steady > 0 &&
            `${count(list.steady, 'other test')} failed in these builds and ${list.steady === 1 ? 'is' : 'are'} steady: broken, or mended.`}
        </span>
      </p>
    </header>
  )
}

function FlakyLine({ row }: { row: FlakyRow }) {
  const { script, thread, quarantined, redAlone, retryMs } = row
  return (
    <>
      <div role="gridcell" className="w-[216px] shrink-0 overflow-hidden pl-4 max-[1200px]:w-[150px]">
        <div className="flex justify-end">
          <Thread outcomes={readThread(thread)} cell={7} room={28} />
        </div>
      </div>
      <div role="gridcell" className="min-w-0 flex-1 py-1 pr-3 pl-4">
        <p className="truncate font-semibold" title={script.name}>
          {script.name}
        </p>
        <p className="truncate text-soft">
          {proofWords(row)} · {whereWords(row, (iso) => formatRelative(iso, new Date()))}
          {quarantined && ' · in quarantine'}
        </p>
      </div>
      <div role="gridcell" className="w-[128px] shrink-0 py-1 pl-2 tabular-nums" title="Share that did not pass at first, with 95 % bounds">
        <p>{shareWords(row)}</p>
        <p className="text-soft">of {count(row.runs, 'run')}</p>
      </div>
      <div role="gridcell" className="w-[150px] shrink-0 py-1 pr-4 pl-2">
        <p>{redAlone > 0 ? `${count(redAlone, 'run')} red alone` : 'red never alone'}</p>
        <p className="text-soft">{retryMs > 0 ? `${formatDuration(retryMs)} of retries` : 'no retries'}</p>
      </div>
    </>
  )
}

function Chosen({ row }: { row: FlakyRow }) {
  const { script, cases, last, groupId, quarantined } = row
  return (
    <footer className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-t border-hairline bg-surface px-5 py-2.5">
      <strong className="font-semibold">{script.name}</strong>
      {cases.map((key) => (
        <ProjectLink key={key} to={`cases?case=${key}`} className="link font-mono">
          {key}
        </ProjectLink>
      ))}
      <span className="text-soft">{suiteWords(row)}</span>
      <ProjectLink to={`runs/${last.runId}?script=${script.id}`}>Its last failure, build {last.build}</ProjectLink>
      <ProjectLink to={`tests/${script.id}`}>Its life</ProjectLink>
      {groupId !== null && (
        <ProjectLink to={`failures?cause=${groupId}`}>
          {quarantined ? 'Its cause, and its quarantine' : 'Decide, assign or quarantine'}
        </ProjectLink>
      )}
    </footer>
  )
}
