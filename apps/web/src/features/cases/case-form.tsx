import { ApiError, type CaseDetail, type CaseEditDto, type CaseState } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { CanButton, useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { Button, messageOf } from '../../ui/states.js'
import { STATES } from './case-address.js'
import { draftOf, editOf, problemOf, type CaseDraft } from './case-draft.js'
import { CaseFacts } from './case-facts.js'
import { MergeDialog } from './merge-dialog.js'
import { StepsEditor } from './steps-editor.js'
import { Unsaved } from './unsaved.js'
import { useCaseChanges } from './use-case-changes.js'

export interface CaseFormProps {
  /** As the server has it now; a newer version that arrives while one edits waits until it is asked for. */
  found: CaseDetail
}

/** A case, edited in place. What is typed is never lost: not by a newer version, not by leaving. */
export function CaseForm({ found }: CaseFormProps) {
  const [base, setBase] = useState(found)
  const [draft, setDraft] = useState(() => draftOf(found))
  const [merging, setMerging] = useState<CaseDetail | null>(null)
  const begin = (from: CaseDetail, with_ = draftOf(from)) => {
    setBase(from)
    setDraft(with_)
  }
  const edit = editOf(base, draft)
  // nothing is typed: the newer version may show itself
  if (found.version > base.version && edit === null) begin(found)
  const save = useSaving(base, { onSaved: begin, onConflict: setMerging })
  const problem = problemOf(draft)
  const change = (part: Partial<CaseDraft>) => setDraft({ ...draft, ...part })
  const submit = (event?: FormEvent) => {
    event?.preventDefault()
    if (edit && problem === null) save.mutate(edit)
  }
  const newer = found.version > base.version
  return (
    <form
      onSubmit={submit}
      onKeyDown={(event) => {
        if (event.key === 's' && (event.ctrlKey || event.metaKey)) {
          event.preventDefault()
          submit()
        }
      }}
    >
      <Head found={base} state={draft.state} onState={(state) => change({ state })} />
      <textarea
        aria-label="Title"
        rows={1}
        className="mt-1 -ml-2 w-[calc(100%+8px)] [field-sizing:content] resize-none rounded border border-transparent bg-transparent px-2 py-1 text-lg font-semibold hover:border-hairline focus:border-hairline"
        value={draft.title}
        onChange={(event) => change({ title: event.target.value.replace(/\n/g, ' ') })}
      />
      <CaseFacts draft={draft} onChange={change} />
      <label className="mt-4 flex flex-col gap-1">
        <span className="text-sm font-semibold">Preconditions</span>
        <textarea
          className="field [field-sizing:content] resize-y"
          rows={2}
          value={draft.preconditions}
          onChange={(event) => change({ preconditions: event.target.value })}
        />
      </label>
      <StepsEditor steps={draft.steps} onChange={(steps) => change({ steps })} />
      {newer && (
        <p role="status" className="mt-4 flex items-center gap-3 border-l-[3px] border-errored pl-3">
          Somebody saved version {found.version} while you were editing.
          <Button onClick={() => setMerging(found)}>Merge changes</Button>
        </p>
      )}
      {edit && (
        <div className="sticky bottom-0 mt-4 flex items-center gap-3 border-t border-hairline bg-surface py-2.5">
          <CanButton right="editCases" type="submit" kind="strong" disabled={save.isPending || problem !== null}>
            Save
          </CanButton>
          <Button kind="quiet" onClick={() => begin(found)}>
            Undo changes
          </Button>
          <span className="text-soft">{problem ?? savingWords(base, edit)}</span>
        </div>
      )}
      {save.error && !isConflict(save.error) && (
        <p role="alert" className="border-l-[3px] border-failed pl-3">
          {messageOf(save.error)}
        </p>
      )}
      {merging && (
        <MergeDialog
          base={base}
          mine={draft}
          theirs={merging}
          onClose={() => setMerging(null)}
          onMerged={(merged) => {
            begin(merging, merged)
            setMerging(null)
          }}
        />
      )}
      <Unsaved when={edit !== null} />
    </form>
  )
}

function savingWords(base: CaseDetail, edit: CaseEditDto): string {
  const content = edit.title !== undefined || edit.preconditions !== undefined || edit.steps !== undefined
  return base.state === 'approved' && content && edit.state === undefined ? 'Saving removes the approval.' : 'Not saved yet.'
}

function Head({ found, state, onState }: { found: CaseDetail; state: CaseState; onState: (state: CaseState) => void }) {
  const approves = useCan('approve')
  return (
    <p className="flex items-center gap-3 pr-16 text-soft">
      <span className="shrink-0 font-mono text-dye">{found.key}</span>
      <span className="min-w-0 truncate" title={found.areaPath.join(' › ')}>
        {found.areaPath.join(' › ')}
      </span>
      <span className="ml-auto shrink-0">
        <select
          aria-label="State"
          value={state}
          onChange={(event) => onState(event.target.value as CaseState)}
          className="rounded border border-transparent bg-transparent py-0.5 font-semibold text-ink hover:border-hairline"
        >
          {STATES.map((one) => (
            <option key={one} disabled={one !== 'draft' && one !== state && !approves}>
              {one}
            </option>
          ))}
        </select>{' '}
        · version {found.version}
      </span>
    </p>
  )
}

const isConflict = (error: unknown): error is ApiError => error instanceof ApiError && error.code === 'changedMeanwhile'

interface SavingEvents {
  onSaved: (saved: CaseDetail) => void
  onConflict: (theirs: CaseDetail) => void
}

function useSaving(base: CaseDetail, { onSaved, onConflict }: SavingEvents) {
  const { project } = useSession()
  const changes = useCaseChanges()
  return useMutation({
    mutationFn: (edit: CaseEditDto) =>
      api.patch('/projects/{project}/cases/{key}', { path: { project: project.slug, key: base.key }, body: edit }),
    onSuccess: (saved) => {
      onSaved(saved.case)
      changes.done(`Saved ${base.key}`, saved.actId)
    },
    onError: (error) => {
      if (isConflict(error)) onConflict(error.extra['theirs'] as CaseDetail)
    },
  })
}
