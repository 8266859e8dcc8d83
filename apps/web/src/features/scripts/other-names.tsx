import { visibleText } from '@bobbin/core'
import type { ScriptAlias, ScriptDetail } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { CanButton } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notify, notifyError } from '../../ui/toast.js'

const MOST_NAMED = 8

/** What becomes of the results where a name is split off. */
const SPLIT_WORDS: Record<ScriptAlias['kind'], (alias: ScriptAlias) => string> = {
  joined: ({ runs }) =>
    `Its results of ${count(runs, 'run')} from before, and those that came since if the code calls it so now, become those of a script of its own, and its place in the code goes with them.`,
  renamed: () =>
    'Results from before the rename become those of a script of its own, with the links from then. The script keeps the results since, and its place in the code.',
  also: () =>
    'Results that come under this name from now on are those of a script of its own, with the same links. Which of the results so far came under it is not known: they stay.',
}

/** Names that lead to a script, and the way to part them again. */
export function OtherNames({ script: { id, aliases } }: { script: ScriptDetail }) {
  const { project } = useSession()
  const [, setAddress] = useAddress()
  const refresh = useRefresh()
  const [asked, setAsked] = useState<ScriptAlias | null>(null)
  const split = useMutation({
    mutationFn: (identity: string) =>
      api.post('/projects/{project}/mapping/splits', { path: { project: project.slug }, body: { script: id, identity } }),
    onSuccess: (made) => {
      notify(`“${visibleText(made.name)}” is a script of its own, with ${count(made.runs, 'result')}`)
      setAddress({ script: String(made.id) })
      refresh()
    },
    onError: (error) => notifyError(messageOf(error)),
  })
  return (
    <>
      <ul aria-label="Other names" className="mt-1 text-soft">
        {aliases.slice(0, MOST_NAMED).map((alias) => (
          <li key={alias.identity} className="flex items-baseline gap-2">
            <span className="min-w-0 truncate" title={visibleText(alias.name)}>
              {alias.kind === 'renamed' ? 'Was' : 'Also'} “{visibleText(alias.name)}”
            </span>
            <span className="shrink-0">
              {alias.kind === 'renamed' ? 'until' : 'since'} <Time iso={alias.at} />
            </span>
            <CanButton right="link" kind="quiet" className="shrink-0" onClick={() => setAsked(alias)}>
              Split off…
            </CanButton>
          </li>
        ))}
        {aliases.length > MOST_NAMED && <li>and {aliases.length - MOST_NAMED} more</li>}
      </ul>
      {asked && (
        <ConfirmDialog
          title={`Split off “${visibleText(asked.name)}”?`}
          description={SPLIT_WORDS[asked.kind](asked)}
          action="Split off"
          onConfirm={() => split.mutate(asked.identity)}
          onClose={() => setAsked(null)}
        />
      )}
    </>
  )
}
