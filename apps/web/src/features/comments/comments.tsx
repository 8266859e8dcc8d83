import type { CommentRow, DefectRef } from '@bobbin/client'
import type { CommentKind } from '@bobbin/core'
import { useState } from 'react'
import { useCan } from '../../context/can.js'
import { formatNumber } from '../../lib/format.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { Markdown } from '../../ui/markdown.js'
import { Button, ErrorState, Loading } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { CommentForm } from './comment-form.js'
import { useCommentChanges, useComments } from './use-comments.js'

export interface CommentsProps {
  kind: CommentKind
  /** The id; run:script of a result, case:step of a step. */
  subject: string
  /** Of a cause: where a comment may go as well. */
  defect?: DefectRef | null
  /** The place to write in is chosen whenever this grows. */
  focus?: number
}

/** What people say about something, oldest first, and a place to say more. */
export function Comments({ kind, subject, defect = null, focus = 0 }: CommentsProps) {
  const comments = useComments({ kind, subject })
  const { add, edit, remove, follow } = useCommentChanges({ kind, subject })
  const decides = useCan('decide')
  const [toDefect, setToDefect] = useState(false)
  const [editing, setEditing] = useState<number | null>(null)
  const [removing, setRemoving] = useState<number | null>(null)
  if (comments.error) return <ErrorState error={comments.error} onRetry={() => void comments.refetch()} />
  if (!comments.data) return <Loading what="the comments" />
  const { rows, following, followers, people } = comments.data
  const offersDefect = decides && defect !== null && defect.state !== 'gone'
  return (
    <section aria-label="Comments" className="mt-6">
      <div className="mb-1 flex items-baseline gap-3">
        <h3 className="text-sm">Comments</h3>
        <Button kind="quiet" className="ml-auto" aria-pressed={following} onClick={() => follow.mutate(!following)}>
          {following ? 'Unfollow' : 'Follow'}
          {followers > 0 && <span className="text-soft">{formatNumber(followers)}</span>}
        </Button>
      </div>
      <ul>
        {rows.map((row) => (
          <li key={row.id} className="border-t border-hairline py-2">
            <Head row={row} onEdit={() => setEditing(row.id)} onRemove={() => setRemoving(row.id)} />
            {row.deletedAt ? (
              <p className="text-soft italic">Deleted</p>
            ) : editing === row.id ? (
              <CommentForm
                people={people}
                initial={row.text}
                action="Save"
                isPending={edit.isPending}
                onCancel={() => setEditing(null)}
                onSubmit={(text, done) =>
                  edit.mutate(
                    { id: row.id, text },
                    {
                      onSuccess: () => {
                        done()
                        setEditing(null)
                      },
                    },
                  )
                }
              />
            ) : (
              <Markdown text={row.text} />
            )}
          </li>
        ))}
      </ul>
      <CommentForm
        key={`${kind}:${subject}`}
        people={people}
        draftKey={`${kind}:${subject}`}
        action="Comment"
        focus={focus}
        isPending={add.isPending}
        onSubmit={(text, done) =>
          add.mutate(
            { text, toDefect: offersDefect && toDefect },
            {
              onSuccess: () => {
                done()
                setToDefect(false)
              },
            },
          )
        }
      >
        {offersDefect && (
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={toDefect} onChange={({ target }) => setToDefect(target.checked)} />
            Also send to the tracker
          </label>
        )}
      </CommentForm>
      {removing !== null && (
        <ConfirmDialog
          title="Delete the comment"
          description="Its text goes from the page; the audit log keeps that it was there."
          action="Delete the comment"
          onConfirm={() => remove.mutate(removing)}
          onClose={() => setRemoving(null)}
        />
      )}
    </section>
  )
}

function Head({ row, onEdit, onRemove }: { row: CommentRow; onEdit: () => void; onRemove: () => void }) {
  return (
    <p className="flex items-baseline gap-2">
      <strong className="font-semibold">{row.author?.name ?? 'Somebody who left'}</strong>
      <span className="text-soft">
        <Time iso={row.createdAt} />
        {row.editedAt && !row.deletedAt && ', edited'}
      </span>
      {row.mine && !row.deletedAt && (
        <span className="ml-auto flex gap-2">
          <button type="button" className="link" onClick={onEdit}>
            Edit
          </button>
          <button type="button" className="link" onClick={onRemove}>
            Delete
          </button>
        </span>
      )}
    </p>
  )
}
