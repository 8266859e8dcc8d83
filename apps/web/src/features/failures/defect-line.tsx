import type { FailureRow } from '@bobbin/client'
import { useCan } from '../../context/can.js'
import { Button } from '../../ui/states.js'
import type { Decisions } from './use-failures.js'

export interface DefectLineProps {
  row: FailureRow
  /** Tests that pass although the defect is open. */
  passing: number
  decisions: Decisions
}

/** The defect of a cause, how it is in the tracker, and what that means. */
export function DefectLine({ row, passing, decisions }: DefectLineProps) {
  const decides = useCan('decide')
  const { defect } = row
  if (!defect) return null
  return (
    <div className="mb-2 rounded border border-hairline px-3 py-2">
      <p className="flex flex-wrap items-baseline gap-x-2">
        {defect.url ? (
          <a href={defect.url} target="_blank" rel="noreferrer" className="link font-mono">
            {defect.key ?? 'new'}
          </a>
        ) : (
          <code>{defect.key ?? 'new'}</code>
        )}
        <span className="min-w-0 flex-1 truncate" title={defect.title}>
          {defect.title}
        </span>
        <span className={defect.state === 'open' ? 'text-soft' : 'font-semibold'}>{defect.stateName}</span>
      </p>
      {defect.problem && (
        <p role="status" className="mt-1 text-errored">
          {defect.problem}
        </p>
      )}
      {defect.state === 'closed' && !row.resolvedAt && <p className="mt-1 font-semibold">It was closed: run its tests again (r).</p>}
      {defect.state === 'gone' && <p className="mt-1 text-failed">The tracker no longer has it. Link another one, or report it anew.</p>}
      {passing > 0 && (
        <p className="mt-1 font-semibold">
          {passing} {passing === 1 ? 'test passes' : 'tests pass'} although the defect is open.
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-center gap-x-3">
        <label className="flex items-center gap-2 text-soft">
          <input
            type="checkbox"
            checked={row.failWhileOpen}
            disabled={!decides}
            onChange={({ target }) => decisions.expect.mutate({ id: row.id, on: target.checked })}
          />
          Its tests fail while it is open
        </label>
        {decides && defect.key && defect.state !== 'gone' && (
          <Button
            kind="quiet"
            onClick={() => decisions.defectState.mutate({ id: defect.id, open: defect.state !== 'open', comment: '' })}
            disabled={decisions.defectState.isPending}
          >
            {defect.state === 'open' ? 'Close it' : 'Reopen it'}
          </Button>
        )}
        {decides && (
          <Button kind="quiet" onClick={() => decisions.link.mutate({ id: row.id, key: null })}>
            Unlink
          </Button>
        )}
      </div>
    </div>
  )
}
