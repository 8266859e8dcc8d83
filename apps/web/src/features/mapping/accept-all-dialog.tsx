import { visibleText } from '@bobbin/core'
import type { MappingRow } from '@bobbin/client'
import { useMemo, useState } from 'react'
import { count } from '../../lib/format.js'
import { Dialog } from '../../ui/dialog.js'
import { Button, ErrorState, Loading } from '../../ui/states.js'
import { percent } from './reason-words.js'
import { type LinkDecision, useMapping } from './use-mapping.js'

interface AcceptAllDialogProps {
  sureFrom: number
  onClose: () => void
  onAccept: (decisions: LinkDecision[]) => void
}

/** All suggestions above a confidence, listed before they are accepted. */
export function AcceptAllDialog({ sureFrom, onClose, onAccept }: AcceptAllDialogProps) {
  const [least, setLeast] = useState(sureFrom)
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set())
  const { data, cases, error, refetch } = useMapping('sure', '')
  const offered = useMemo(
    () =>
      (data?.rows ?? []).flatMap((row) => {
        const own = row.suggestions.find((one) => one.chosen)
        return own && own.confidence >= least ? [{ row, caseKey: own.caseKey, confidence: own.confidence }] : []
      }),
    [data, least],
  )
  // what is not listed is not accepted
  const shown = offered.slice(0, SHOWN)
  const chosen = shown.filter(({ row }) => !left.has(row.id))
  const toggle = ({ id }: MappingRow) =>
    setLeft((now) => {
      const next = new Set(now)
      if (!next.delete(id)) next.add(id)
      return next
    })
  return (
    <Dialog
      open
      onOpenChange={(open) => {
        if (!open) onClose()
      }}
      size="window"
      title="Accept sure suggestions"
      description="These scripts are linked at once, in one step that can be undone. Leave out what does not belong together."
    >
      <label className="flex items-center gap-3">
        At least {percent(least)} sure
        <input
          type="range"
          min={Math.round(sureFrom * 100)}
          max={100}
          value={Math.round(least * 100)}
          onChange={(event) => setLeast(Number(event.target.value) / 100)}
          className="w-56"
        />
      </label>
      {error && <ErrorState error={error} onRetry={() => void refetch()} />}
      {!data && !error && <Loading what="the suggestions" />}
      <ul className="min-h-0 flex-1 overflow-y-auto border-y border-hairline" tabIndex={0} aria-label="Suggestions">
        {shown.map(({ row, caseKey, confidence }) => (
          <li key={row.id}>
            <label className="flex min-w-0 items-center gap-3 py-1.5 hover:bg-surface">
              <input type="checkbox" checked={!left.has(row.id)} onChange={() => toggle(row)} />
              <span className="w-10 shrink-0 text-right tabular-nums">{percent(confidence)}</span>
              <span className="min-w-0 flex-1 truncate" title={row.file ?? ''}>
                {visibleText(row.name)}
              </span>
              <span className="w-24 shrink-0 font-mono text-dye">{caseKey}</span>
              <span className="min-w-0 flex-1 truncate">{visibleText(cases.get(caseKey)?.title ?? '')}</span>
            </label>
          </li>
        ))}
        {offered.length > SHOWN && <li className="py-2 text-soft">{offered.length - SHOWN} more are listed when these are accepted.</li>}
      </ul>
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button
          kind="strong"
          disabled={chosen.length === 0}
          onClick={() => {
            onAccept(chosen.map(({ row, caseKey }) => ({ row, caseKey, verdict: 'accept' })))
            onClose()
          }}
        >
          Link {count(chosen.length, 'script')}
        </Button>
      </div>
    </Dialog>
  )
}

const SHOWN = 1000
