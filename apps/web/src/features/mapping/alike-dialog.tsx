import { visibleText } from '@bobbin/core'
import { useMutation, useQuery } from '@tanstack/react-query'
import { CanButton } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { Dialog } from '../../ui/dialog.js'
import { ErrorState, Loading, messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'
import { percent } from './reason-words.js'

/** Cases that say nearly the same: a person says that they are different, or deletes one on its page. */
export function AlikeDialog({ onClose }: { onClose: () => void }) {
  const { project } = useSession()
  const refresh = useRefresh()
  const pairs = useQuery({
    queryKey: keyFor('mapping', project.slug, 'alike'),
    queryFn: ({ signal }) => api.get('/projects/{project}/mapping/alike', { path: { project: project.slug }, signal }),
  })
  const different = useMutation({
    mutationFn: (id: number) => api.post('/projects/{project}/mapping/alike/{id}/different', { path: { project: project.slug, id } }),
    onSuccess: refresh,
    onError: (error) => notifyError(messageOf(error)),
  })
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Similar cases"
      description="Pairs of cases with nearly the same words, as of the last suggestions. If one of them is enough, link the scripts of the other to it first, then delete the other."
    >
      {pairs.isPending && <Loading what="the cases" />}
      {pairs.error && <ErrorState error={pairs.error} onRetry={() => void pairs.refetch()} />}
      {pairs.data?.rows.length === 0 && <p className="text-soft">No two cases are similar.</p>}
      <ul className="flex max-h-[56vh] flex-col gap-3 overflow-y-auto">
        {pairs.data?.rows.map(({ id, one, other, likeness }) => (
          <li key={id} className="border-t border-hairline pt-2">
            {[one, other].map(({ key, title, scripts }) => (
              <p key={key} className="flex gap-3">
                <ProjectLink to={`cases?case=${key}`} className="link w-[86px] shrink-0 font-mono">
                  {key}
                </ProjectLink>
                <span className="min-w-0 flex-1 break-words">{visibleText(title)}</span>
                <span className="shrink-0 text-soft">{scripts === 1 ? '1 script' : `${scripts} scripts`}</span>
              </p>
            ))}
            <div className="mt-1.5 flex items-center gap-3">
              <CanButton right="editCases" disabled={different.isPending} onClick={() => different.mutate(id)}>
                They are different
              </CanButton>
              <span className="ml-auto text-soft">{percent(likeness)} the same words</span>
            </div>
          </li>
        ))}
      </ul>
    </Dialog>
  )
}
