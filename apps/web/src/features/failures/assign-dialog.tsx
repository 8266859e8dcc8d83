import type { FailureDetail } from '@bobbin/client'
import { useForm } from 'react-hook-form'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { Button } from '../../ui/states.js'
import { useDecisions, usePeople } from './use-failures.js'

interface Values {
  accountId: string
  teamId: string
}

/** Whose a cause is. Who likely has it is one click away. */
export function AssignDialog({ detail: { row, likelyOwners }, onClose }: { detail: FailureDetail; onClose: () => void }) {
  const { assign } = useDecisions()
  const { members, teams } = usePeople()
  const { register, handleSubmit, setValue } = useForm<Values>({
    defaultValues: { accountId: String(row.assignee?.id ?? ''), teamId: String(row.team?.id ?? '') },
  })
  const submit = handleSubmit(({ accountId, teamId }) =>
    assign.mutate(
      { id: row.id, accountId: accountId ? Number(accountId) : null, teamId: teamId ? Number(teamId) : null, version: row.version },
      { onSuccess: onClose },
    ),
  )
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Assign" description="A person is told, and finds it under Mine.">
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        {likelyOwners.length > 0 && (
          <p className="flex flex-wrap items-center gap-2">
            <span className="text-soft">Likely:</span>
            {likelyOwners.map(({ team, person, why }) => (
              <Button
                key={`${team?.id}-${person?.id}`}
                kind="quiet"
                title={why}
                onClick={() => (team ? setValue('teamId', String(team.id)) : setValue('accountId', String(person?.id ?? '')))}
              >
                {team?.name ?? person?.name}
              </Button>
            ))}
          </p>
        )}
        <div className="flex gap-3">
          <Field label="Person" className="flex-1">
            <select {...register('accountId')} autoFocus key={`people-${members.length}`}>
              <option value="">Nobody</option>
              {members.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </Field>
          <Field label="Team" className="flex-1">
            <select {...register('teamId')} key={`teams-${teams.length}`}>
              <option value="">None</option>
              {teams.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </Field>
        </div>
        <FormEnd error={assign.error} isPending={assign.isPending} action="Assign" onCancel={onClose} />
      </form>
    </Dialog>
  )
}
