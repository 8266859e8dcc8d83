import type { FlakyList, FlakyRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { lensQuery, useLens } from '../../context/lens.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatDuration, formatNumber, formatRelative } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { csvOf, saveFile } from '../../lib/save-file.js'
import { useAddress } from '../../lib/use-address.js'
import { readThread } from '../../ui/outcome-words.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { Thread } from '../../ui/thread.js'
import { FlakyChosen } from './flaky-chosen.js'
import { costWords, flakyCsv, proofWords, shareWords, whereWords } from './flaky-words.js'

const ROW = 55

/** Tests that pass and fail on the same code, by what they cost. */
export function FlakyPage() {
  const { project } = useSession()
  const lens = useLens()
  const [params, setAddress] = useAddress()
  const list = useQuery({
    queryKey: keyFor('flaky', project.slug, lens),
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
      {chosen && <FlakyChosen key={chosen.script.id} row={chosen} />}
    </section>
  )
}

function Head({ list }: { list: FlakyList }) {
  return (
    <header className="border-b border-hairline px-5 pt-4 pb-3">
      <div className="flex items-baseline">
        <h1 className="text-xl">{list.rows.length === 0 ? 'Flaky tests' : `${count(list.proven + list.maybe, 'flaky test')}`}</h1>
        {list.rows.length > 0 && (
          <button type="button" className="link ml-auto" onClick={() => saveFile('flaky.csv', csvOf(flakyCsv(list)))}>
            CSV
          </button>
        )}
      </div>
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
