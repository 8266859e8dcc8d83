import type { Member, MemberWork } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { Button, Loading, messageOf } from '../../ui/states.js'
import { notify } from '../../ui/toast.js'

export interface RemovalDialogProps {
  member: Member
  members: readonly Member[]
  onClose: () => void
}

/** Takes somebody out of the project, after saying what becomes of their work. */
export function RemovalDialog({ member, members, onClose }: RemovalDialogProps) {
  const { project, me } = useSession()
  const queries = useQueryClient()
  const navigate = useNavigate()
  const [heir, setHeir] = useState('')
  const path = { project: project.slug, id: member.id }
  const isMe = member.id === me.account.id
  const work = useQuery({
    queryKey: keyFor('member-work', project.slug, member.id),
    queryFn: () => api.get('/projects/{project}/members/{id}/work', { path }),
  })
  const remove = useMutation({
    mutationFn: () => api.delete('/projects/{project}/members/{id}', { path, query: heir === '' ? {} : { heir: Number(heir) } }),
    onSuccess: async () => {
      notify(isMe ? `You left ${project.name}` : `${member.name} is no longer a member`)
      onClose()
      await queries.invalidateQueries()
      if (isMe) await navigate('/')
    },
  })
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={isMe ? `Leave ${project.name}` : `Remove ${member.name}`}
      description="The account stays, and so does everything in the record. This cannot be undone; an invitation brings somebody back."
    >
      {work.isPending && <Loading what="their work" />}
      {work.error && <p role="alert">{messageOf(work.error)}</p>}
      {work.data && (
        <>
          <ul className="list-disc pl-5">
            {workWords(work.data).map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          {work.data.cases > 0 && (
            <Field label={`Who owns ${count(work.data.cases, 'case')} from now on?`} className="w-[320px]">
              <select value={heir} onChange={(event) => setHeir(event.target.value)}>
                <option value="">Leave {member.name} as the owner</option>
                {members
                  .filter(({ id }) => id !== member.id)
                  .map(({ id, name }) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
              </select>
            </Field>
          )}
          {remove.error && (
            <p role="alert" className="text-failed">
              {messageOf(remove.error)}
            </p>
          )}
          <div className="flex gap-3">
            <Button kind="strong" disabled={remove.isPending} onClick={() => remove.mutate()}>
              {isMe ? 'Leave' : 'Remove'}
            </Button>
            <Button onClick={onClose}>Cancel</Button>
          </div>
        </>
      )}
    </Dialog>
  )
}

function workWords({ tokens, sources, sharedViews, teams }: MemberWork): string[] {
  const lines = [
    tokens > 0 &&
      `${count(tokens, 'token')} ${tokens === 1 ? 'is' : 'are'} revoked: pipelines that use ${tokens === 1 ? 'it' : 'them'} can no longer deliver`,
    sources > 0 &&
      `${count(sources, 'source')} that ${sources === 1 ? 'checks' : 'check'} in their name ${sources === 1 ? 'is' : 'are'} paused`,
    sharedViews > 0 && `${count(sharedViews, 'shared view')} ${sharedViews === 1 ? 'stays' : 'stay'}`,
    teams.length > 0 && `Membership of ${teams.join(', ')} ends`,
  ].filter((line) => line !== false)
  return lines.length > 0 ? lines : ['No token, source or team is affected']
}
