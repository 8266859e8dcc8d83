import { visibleText } from '@bobbin/core'
import type { ScriptRef } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { Dialog } from '../../ui/dialog.js'
import { messageOf } from '../../ui/states.js'
import { notifyError, notifyUndo } from '../../ui/toast.js'
import { CasePicker } from './case-picker.js'

export interface LinkDialogProps {
  script: ScriptRef
  open: boolean
  onOpenChange: (open: boolean) => void
}

/** Finds a case by typing and links the script to it; arrows choose, Enter links. */
export function LinkDialog({ script, open, onOpenChange }: LinkDialogProps) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Link to a case" description={visibleText(script.name)}>
      <Linking script={script} onDone={() => onOpenChange(false)} />
    </Dialog>
  )
}

/** Links and unlinks; everything that shows links is read again. */
export function useLinking(script: ScriptRef) {
  const { project } = useSession()
  const path = (key: string) => ({ project: project.slug, id: script.id, key })
  const refresh = useRefresh()
  // an undo has no place on the page where it could say that it failed
  const onError = (error: unknown) => notifyError(messageOf(error))
  const unlink = useMutation({
    mutationFn: (key: string) => api.delete('/projects/{project}/scripts/{id}/links/{key}', { path: path(key) }),
    onSuccess: refresh,
    onError,
  })
  const link = useMutation({
    mutationFn: (key: string) => api.put('/projects/{project}/scripts/{id}/links/{key}', { path: path(key) }),
    onSuccess: refresh,
    onError,
  })
  return { link, unlink }
}

function Linking({ script, onDone }: { script: ScriptRef; onDone: () => void }) {
  const { link, unlink } = useLinking(script)
  const choose = (key: string) =>
    link.mutate(key, {
      onSuccess: () => {
        onDone()
        notifyUndo(`Linked to ${key}`, () => unlink.mutate(key))
      },
    })
  return <CasePicker error={link.error} onPick={({ key }) => choose(key)} />
}
