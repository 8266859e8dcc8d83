import type { CaseDetail, CaseEditDto } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { ArrowDown, ArrowUp, Plus, X } from 'lucide-react'
import { useEffect, useState, type FormEvent } from 'react'
import { useBlocker } from 'react-router'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { Dialog } from '../../ui/dialog.js'
import { Button, messageOf } from '../../ui/states.js'
import { notifyError, notifyUndo } from '../../ui/toast.js'
import { draftOf, editOf, type CaseDraft } from './case-draft.js'

export function CaseForm({ found }: { found: CaseDetail }) {
  const [draft, setDraft] = useState(() => draftOf(found))
  const save = useSaving(found)
  const edit = editOf(found, draft)
  const change = (part: Partial<CaseDraft>) => setDraft({ ...draft, ...part })
  const submit = (event?: FormEvent) => {
    event?.preventDefault()
    if (edit) save.mutate(edit)
  }
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
      <p className="flex gap-3 pr-16 text-soft">
        <span className="shrink-0 font-mono text-dye">{found.key}</span>
        <span className="truncate">{found.areaPath.join(' › ')}</span>
        <span className="ml-auto shrink-0">
          {found.state} · version {found.version}
        </span>
      </p>
      <textarea
        aria-label="Title"
        rows={1}
        className="mt-1 -ml-2 w-[calc(100%+8px)] [field-sizing:content] resize-none rounded border border-transparent bg-transparent px-2 py-1 text-lg font-semibold hover:border-hairline focus:border-hairline"
        value={draft.title}
        onChange={(event) => change({ title: event.target.value.replace(/\n/g, ' ') })}
      />
      <Facts draft={draft} onChange={change} />
      <label className="mt-4 flex flex-col gap-1">
        <span className="text-sm font-semibold">Preconditions</span>
        <textarea
          className="field resize-y"
          rows={2}
          value={draft.preconditions}
          onChange={(event) => change({ preconditions: event.target.value })}
        />
      </label>
      <Steps draft={draft} onChange={change} />
      {(edit ?? save.error) && (
        <div className="sticky bottom-0 mt-4 flex items-center gap-3 border-t border-hairline bg-surface py-2.5">
          <Button type="submit" kind="strong" disabled={save.isPending || draft.title.trim() === ''}>
            Save
          </Button>
          <Button kind="quiet" onClick={() => setDraft(draftOf(found))}>
            Put back
          </Button>
          <span className="text-soft">
            {draft.title.trim() === ''
              ? 'A case needs a title.'
              : found.state === 'approved'
                ? 'Saving takes the approval away.'
                : 'Not saved yet.'}
          </span>
        </div>
      )}
      {save.error && (
        <p role="alert" className="border-l-[3px] border-failed pl-3">
          {messageOf(save.error)}
        </p>
      )}
      <Unsaved when={edit !== null && !save.isSuccess} />
    </form>
  )
}

function useSaving(found: CaseDetail) {
  const { project } = useSession()
  const queries = useQueryClient()
  const path = { project: project.slug, key: found.key }
  const refresh = async () => {
    await queries.invalidateQueries({ predicate: (query) => ['case', 'cases', 'case-scripts'].includes(String(query.queryKey[0])) })
  }
  // kept here and not at the call: the form is made anew when the saved version arrives
  return useMutation({
    mutationFn: (edit: CaseEditDto) => api.patch('/projects/{project}/cases/{key}', { path, body: edit }),
    onSuccess: async (saved: CaseDetail) => {
      const { title, preconditions, steps, priority, tags, ownerId } = found
      notifyUndo(`Saved ${found.key}`, () => {
        api
          .patch('/projects/{project}/cases/{key}', {
            path,
            body: { version: saved.version, title, preconditions, steps, priority, tags, ownerId },
          })
          .then(refresh, (error: unknown) => notifyError(messageOf(error)))
      })
      await refresh()
    },
  })
}

interface PartProps {
  draft: CaseDraft
  onChange: (part: Partial<CaseDraft>) => void
}

const PRIORITIES = ['1 · urgent', '2 · high', '3 · normal', '4 · low']

function Facts({ draft, onChange }: PartProps) {
  const { project } = useSession()
  const members = useQuery({
    queryKey: ['members', project.slug],
    queryFn: () => api.get('/projects/{project}/members', { path: { project: project.slug } }),
  })
  return (
    <div className="mt-3 grid grid-cols-2 gap-3">
      <label className="flex flex-col gap-1">
        <span className="text-soft">Priority</span>
        <select className="field" value={draft.priority} onChange={(event) => onChange({ priority: Number(event.target.value) })}>
          {PRIORITIES.map((words, i) => (
            <option key={words} value={i + 1}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <label className="flex flex-col gap-1">
        <span className="text-soft">Owner</span>
        <select
          className="field"
          value={draft.ownerId ?? ''}
          onChange={(event) => onChange({ ownerId: event.target.value === '' ? null : Number(event.target.value) })}
        >
          <option value="">nobody</option>
          {members.data?.map((member) => (
            <option key={member.id} value={member.id}>
              {member.name}
            </option>
          ))}
        </select>
      </label>
      <label className="col-span-2 flex flex-col gap-1">
        <span className="text-soft">Tags, separated by commas</span>
        <input className="field" value={draft.tags} onChange={(event) => onChange({ tags: event.target.value })} />
      </label>
    </div>
  )
}

function Steps({ draft, onChange }: PartProps) {
  const { steps } = draft
  const put = (i: number, part: Partial<CaseDraft['steps'][number]>) =>
    onChange({ steps: steps.map((step, at) => (at === i ? { ...step, ...part } : step)) })
  const move = (i: number, by: number) => {
    const next = [...steps]
    const [step] = next.splice(i, 1)
    if (step) next.splice(i + by, 0, step)
    onChange({ steps: next })
  }
  return (
    <section className="mt-4">
      <h3 className="mb-1 text-sm">Steps</h3>
      <ol>
        {steps.map((step, i) => (
          <li key={i} className="flex gap-2 border-t border-hairline py-2">
            <span className="w-[18px] shrink-0 pt-1.5 text-right font-mono text-soft">{i + 1}</span>
            <div className="grid min-w-0 flex-1 gap-1.5">
              <textarea
                className="field [field-sizing:content] resize-none"
                rows={1}
                aria-label={`Step ${i + 1}, action`}
                placeholder="What is done"
                value={step.action}
                onChange={(event) => put(i, { action: event.target.value })}
              />
              <textarea
                className="field [field-sizing:content] resize-none text-soft"
                rows={1}
                aria-label={`Step ${i + 1}, expected`}
                placeholder="What is expected"
                value={step.expected}
                onChange={(event) => put(i, { expected: event.target.value })}
              />
            </div>
            <div className="flex flex-col text-soft">
              <StepButton label={`Step ${i + 1} up`} disabled={i === 0} onClick={() => move(i, -1)} icon={ArrowUp} />
              <StepButton label={`Step ${i + 1} down`} disabled={i === steps.length - 1} onClick={() => move(i, 1)} icon={ArrowDown} />
              <StepButton
                label={`Remove step ${i + 1}`}
                disabled={false}
                onClick={() => onChange({ steps: steps.filter((_, at) => at !== i) })}
                icon={X}
              />
            </div>
          </li>
        ))}
      </ol>
      <Button kind="quiet" onClick={() => onChange({ steps: [...steps, { action: '', expected: '' }] })} className="-ml-2 text-dye">
        <Plus size={14} /> Add a step
      </Button>
    </section>
  )
}

function StepButton({ label, icon: Icon, ...props }: { label: string; disabled: boolean; onClick: () => void; icon: typeof X }) {
  return (
    <button type="button" aria-label={label} title={label} className="p-1 hover:text-ink" {...props}>
      <Icon size={13} />
    </button>
  )
}

/** Keeps what is not saved: asks before another case or page is opened, and before the window closes. */
function Unsaved({ when }: { when: boolean }) {
  const blocker = useBlocker(({ currentLocation, nextLocation }) => {
    const key = (search: string) => new URLSearchParams(search).get('case')
    return when && (currentLocation.pathname !== nextLocation.pathname || key(currentLocation.search) !== key(nextLocation.search))
  })
  useEffect(() => {
    if (!when) return
    const ask = (event: BeforeUnloadEvent) => event.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [when])
  return (
    <Dialog
      open={blocker.state === 'blocked'}
      onOpenChange={(open) => !open && blocker.reset?.()}
      title="This case has changes that are not saved"
      description="Leaving now drops them."
    >
      <div className="flex gap-3">
        <Button kind="strong" onClick={() => blocker.reset?.()}>
          Stay and save
        </Button>
        <Button onClick={() => blocker.proceed?.()}>Drop the changes</Button>
      </div>
    </Dialog>
  )
}
