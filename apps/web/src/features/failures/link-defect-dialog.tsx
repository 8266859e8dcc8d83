import type { FailureRow } from '@bobbin/client'
import { useState } from 'react'
import { Dialog } from '../../ui/dialog.js'
import { Button, messageOf } from '../../ui/states.js'
import { useDecisions, useDefectDraft, useDefectSearch } from './use-failures.js'

interface Found {
  key: string
  title: string
  stateName: string
}

/** A defect that exists: likely ones first, others by key or words. */
export function LinkDefectDialog({ row, onClose }: { row: FailureRow; onClose: () => void }) {
  const { link } = useDecisions()
  const [search, setSearch] = useState('')
  const draft = useDefectDraft(row.id)
  const found = useDefectSearch(search)
  const likely = search === '' ? (draft.data?.likely.flatMap(({ key, ...one }) => (key === null ? [] : [{ ...one, key }])) ?? []) : []
  const others = (found.data?.rows ?? []).filter(({ key }) => !likely.some((one) => one.key === key))
  const choose = (key: string) => link.mutate({ id: row.id, key }, { onSuccess: onClose })
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Link a defect" description={`To “${row.title}”.`}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          const [first] = [...likely, ...others]
          // a whole key need not be found first
          const key = /^[\w.]+-\d+$|^#?\d+$/.test(search.trim()) ? search.trim() : first?.key
          if (key) choose(key)
        }}
      >
        <input
          autoFocus
          className="field"
          aria-label="Key or words"
          placeholder="Key or words"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
        {link.error !== null && (
          <p role="alert" className="text-failed">
            {messageOf(link.error)}
          </p>
        )}
        {found.data?.problem && <p className="text-errored">The tracker could not be asked: {found.data.problem}. These are known here.</p>}
        <Group title="Likely" rows={likely} onChoose={choose} />
        <Group title={likely.length > 0 ? 'Others' : 'Found'} rows={others} onChoose={choose} />
        {!found.isPending && likely.length + others.length === 0 && <p className="text-soft">No defect fits.</p>}
      </form>
    </Dialog>
  )
}

function Group({ title, rows, onChoose }: { title: string; rows: readonly Found[]; onChoose: (key: string) => void }) {
  if (rows.length === 0) return null
  return (
    <section>
      <h3 className="mb-1 text-sm text-soft">{title}</h3>
      <ul>
        {rows.map(({ key, title: words, stateName }) => (
          <li key={key} className="border-t border-hairline">
            <Button kind="quiet" className="w-full justify-start !whitespace-normal text-left" onClick={() => onChoose(key)}>
              <code className="shrink-0">{key}</code> <span className="min-w-0 flex-1">{words}</span>
              <span className="shrink-0 text-soft">{stateName}</span>
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}
