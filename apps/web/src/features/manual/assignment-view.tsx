import type { AssignedCase } from '@bobbin/client'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { CanButton, useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { useKeys } from '../../lib/use-keys.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { Menu, MenuItem, MenuLabel } from '../../ui/menu.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { Button, ErrorState, Key, Loading } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { useMembers } from '../cases/queries.js'
import { aboutWords } from '../plans/plan-words.js'
import { peopleWords, personWords, placeWords } from './manual-words.js'
import { PeoplePicker } from './people-picker.js'
import { useAssignment, useManualChanges } from './use-manual.js'

/** An assignment: its cases in order, whose each is, and how far it is. */
export function AssignmentView({ id, onOpen }: { id: number; onOpen: (caseId: number) => void }) {
  const found = useAssignment(id)
  const { handOn, take } = useManualChanges()
  const { me } = useSession()
  const [picked, setPicked] = useState<number[]>([])
  const [editing, setEditing] = useState<'people' | 'close' | null>(null)
  const members = useMembers()
  const delivers = useCan('deliver')
  const row = found.data
  useKeys({ Enter: () => row?.nextId && onOpen(row.nextId), n: () => row?.nextId && onOpen(row.nextId) })
  if (found.isPending) return <Loading what="the assignment" />
  if (!row) return <ErrorState error={found.error} onRetry={() => void found.refetch()} />
  const isOpen = ({ state }: AssignedCase) => (state === 'open' || state === 'going') && row.closedAt === null
  const chosen = row.cases.filter((one) => picked.includes(one.id) && isOpen(one)).map(({ id: caseId }) => caseId)
  return (
    <section aria-label={row.name} className="min-w-0 flex-1 overflow-y-auto px-8 py-5 max-[700px]:px-4">
      <header className="flex flex-wrap items-center gap-3">
        <h1 className="text-xl">{row.name}</h1>
        {row.nextId !== null && (
          <Button kind="strong" onClick={() => row.nextId && onOpen(row.nextId)}>
            {row.done === 0 ? 'Begin' : 'Go on'} <Key>⏎</Key>
          </Button>
        )}
        <span className="ml-auto flex gap-2">
          <CanButton right="run" disabled={row.closedAt !== null} onClick={() => setEditing('people')}>
            People and due date
          </CanButton>
          <CanButton right="run" disabled={row.closedAt !== null || row.done === row.total} onClick={() => setEditing('close')}>
            Close
          </CanButton>
        </span>
      </header>
      <p className="mt-1 text-base text-soft">
        {placeWords(row)} ·{' '}
        <ProjectLink to={`runs/${row.runId}`} className="link">
          its run
        </ProjectLink>{' '}
        ·{' '}
        <ProjectLink to={row.planId === null ? `report/run/${row.runId}` : `report/plan/${row.planId}`} className="link">
          report
        </ProjectLink>
        {row.planId !== null && (
          <>
            {' '}
            ·{' '}
            <ProjectLink to={`plans?plan=${row.planId}`} className="link">
              plan
            </ProjectLink>
          </>
        )}
      </p>
      <p className="mt-1 text-base">
        {row.done} of {row.total} done{row.failed > 0 && `, ${row.failed} failed`}. For {peopleWords(row)}
        {row.expectedMs !== null && row.done < row.total && `; about ${aboutWords(row.expectedMs)} left`}
        {row.dueAt && (
          <span className={row.late ? 'font-semibold text-failed' : ''}>
            ; {row.late ? 'late, it was due' : 'due'} <Time iso={row.dueAt} />
          </span>
        )}
        .
      </p>
      {row.closedAt && (
        <p role="status" className="mt-2 border-l-[3px] border-soft pl-3">
          Closed <Time iso={row.closedAt} />: {row.closedWhy}
        </p>
      )}
      <table className="mt-4 w-full max-w-[900px] border-collapse">
        <thead className="text-left text-soft">
          <tr>
            <th scope="col" className="w-7 font-normal">
              <span className="sr-only">Pick</span>
            </th>
            <th scope="col" className="w-[92px] font-normal">
              Case
            </th>
            <th scope="col" className="font-normal">
              Title
            </th>
            <th scope="col" className="w-[170px] font-normal">
              Whose
            </th>
            <th scope="col" className="w-[150px] font-normal">
              How far
            </th>
          </tr>
        </thead>
        <tbody>
          {row.cases.map((one) => (
            <tr key={one.id} className="h-[31px] border-t border-hairline">
              <td className="py-1.5">
                {isOpen(one) && (
                  <input
                    type="checkbox"
                    aria-label={`Pick ${one.key}`}
                    checked={picked.includes(one.id)}
                    onChange={() => setPicked(picked.includes(one.id) ? picked.filter((other) => other !== one.id) : [...picked, one.id])}
                  />
                )}
              </td>
              <td>
                <code className="text-dye">{one.key}</code>
              </td>
              <td className="max-w-0 truncate pr-4">
                <button
                  type="button"
                  className="max-w-full truncate text-left hover:underline"
                  title={one.title}
                  onClick={() => onOpen(one.id)}
                >
                  {one.title}
                </button>
              </td>
              <td className="truncate text-soft">
                {personWords(one.person)}
                {one.person?.gone !== false && isOpen(one) && delivers && one.person?.id !== me.account.id && (
                  <Button kind="quiet" className="ml-1" onClick={() => take.mutate(one.id)}>
                    Take
                  </Button>
                )}
              </td>
              <td>
                <Progress one={one} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {chosen.length > 0 && (
        <div role="toolbar" aria-label="Picked cases" className="mt-3 flex items-center gap-3 border-t border-dye bg-dye-wash px-4 py-2">
          <strong>{chosen.length === 1 ? '1 case' : `${chosen.length} cases`} picked</strong>
          <Menu label="Reassign to" trigger={<CanButton right="deliver">Reassign to …</CanButton>}>
            <MenuLabel>What is written in them stays</MenuLabel>
            <MenuItem onSelect={() => handOn.mutate({ cases: chosen, accountId: null }, { onSuccess: () => setPicked([]) })}>
              whoever takes them
            </MenuItem>
            {members.data?.map((member) => (
              <MenuItem
                key={member.id}
                onSelect={() => handOn.mutate({ cases: chosen, accountId: member.id }, { onSuccess: () => setPicked([]) })}
              >
                {member.name}
              </MenuItem>
            ))}
          </Menu>
        </div>
      )}
      {editing === 'people' && <PeopleDialog row={row} onClose={() => setEditing(null)} />}
      {editing === 'close' && <CloseDialog id={row.id} open={row.total - row.done} onClose={() => setEditing(null)} />}
    </section>
  )
}

function Progress({ one }: { one: AssignedCase }) {
  if (one.outcome && one.state === 'done')
    return (
      <span className="flex items-center gap-2">
        <OutcomeGlyph outcome={one.outcome} label={null} /> {OUTCOME_WORDS[one.outcome]}
        {one.spentMs !== null && one.spentMs > 0 && <span className="text-soft">{aboutWords(one.spentMs)}</span>}
      </span>
    )
  if (one.state === 'dropped') return <span className="text-soft">dropped</span>
  if (one.waitsFor) return <span className="text-soft">after {one.waitsFor}</span>
  return (
    <span className={one.begun ? 'text-dye' : 'text-soft'}>{one.begun ? 'under way' : one.attempts > 0 ? 'to do again' : 'to do'}</span>
  )
}

interface DialogOf {
  onClose: () => void
}

function PeopleDialog({
  row,
  onClose,
}: DialogOf & { row: { id: number; people: { id: number }[]; inOrder: boolean; dueAt: string | null } }) {
  const { change } = useManualChanges()
  const [people, setPeople] = useState(row.people.map(({ id }) => id))
  const [due, setDue] = useState(localTime(row.dueAt))
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="People and due date"
      description="Cases that are begun stay with who began them."
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          change.mutate({ id: row.id, people, dueAt: due === '' ? null : new Date(due).toISOString() }, { onSuccess: onClose })
        }}
      >
        <PeoplePicker people={people} onChange={setPeople} inOrder={row.inOrder} />
        <Field label="Due">
          <input type="datetime-local" value={due} onChange={({ target }) => setDue(target.value)} />
        </Field>
        <FormEnd error={change.error} isPending={change.isPending} onCancel={onClose} />
      </form>
    </Dialog>
  )
}

function CloseDialog({ id, open, onClose }: DialogOf & { id: number; open: number }) {
  const { close } = useManualChanges()
  const { register, handleSubmit, formState } = useForm({ defaultValues: { why: '' } })
  return (
    <Dialog
      open
      onOpenChange={(is) => !is && onClose()}
      title="Close the assignment"
      description={`${open === 1 ? '1 case is' : `${open} cases are`} not done and will be dropped. What was done stays. This can’t be undone.`}
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => void handleSubmit(({ why }) => close.mutate({ id, why }, { onSuccess: onClose }))(event)}
      >
        <Field label="Why" error={formState.errors.why?.message}>
          <input autoFocus {...register('why', { required: 'Say why it is closed' })} />
        </Field>
        <FormEnd error={close.error} isPending={close.isPending} action="Close it" onCancel={onClose} />
      </form>
    </Dialog>
  )
}

/** A moment as a field of local date and time has it. */
function localTime(iso: string | null): string {
  if (iso === null) return ''
  const at = new Date(iso)
  return new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
}
