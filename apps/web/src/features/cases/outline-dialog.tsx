import { readOutline } from '@bobbin/core'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { Dialog } from '../../ui/dialog.js'
import { Button, messageOf } from '../../ui/states.js'
import { useCaseChanges } from './use-case-changes.js'

export interface OutlineDialogProps {
  open: boolean
  onOpenChange: (open: boolean) => void
  /** Where the lines go; null is the top. */
  areaId: number | null
  areaName: string | null
}

/** Makes many cases of pasted lines, and says before what will be made. */
export function OutlineDialog({ open, onOpenChange, areaId, areaName }: OutlineDialogProps) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title={areaName ? `New cases in ${areaName}` : 'New cases'}
      description="Each line makes one case. A line with indented lines below it makes an area."
    >
      <OutlineForm areaId={areaId} onDone={() => onOpenChange(false)} />
    </Dialog>
  )
}

function OutlineForm({ areaId, onDone }: { areaId: number | null; onDone: () => void }) {
  const { project } = useSession()
  const changes = useCaseChanges()
  const [, setAddress] = useAddress()
  const [text, setText] = useState('')
  const make = useMutation({
    mutationFn: () => api.post('/projects/{project}/cases/outline', { path: { project: project.slug }, body: { text, areaId } }),
    onSuccess: (made) => {
      onDone()
      changes.done(`Made ${count(made.cases.length, 'case')}${made.areas > 0 ? ` and ${count(made.areas, 'area')}` : ''}`, made.actId)
      if (made.cases[0]) setAddress({ case: made.cases[0].key, search: null, only: null })
    },
  })
  const lines = readOutline(text)
  const areas = new Set(lines.flatMap((line) => line.areas.map((_, i) => line.areas.slice(0, i + 1).join(' › ')))).size
  return (
    <>
      <textarea
        autoFocus
        aria-label="Lines"
        rows={11}
        className="field resize-y font-mono"
        placeholder={'Deck planner\n  Tall vehicles keep out of the side ramps\n  Motorbikes fill the bow corner'}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && lines.length > 0) make.mutate()
        }}
      />
      {make.error && (
        <p role="alert" className="text-failed">
          {messageOf(make.error)}
        </p>
      )}
      <div className="flex items-center gap-3">
        <Button kind="strong" disabled={lines.length === 0 || make.isPending} onClick={() => make.mutate()}>
          Make {count(lines.length, 'case')}
        </Button>
        {areas > 0 && <span className="text-soft">in {count(areas, 'area')}, those that are new are made</span>}
        {text === '' && (
          <ProjectLink to="suites?suite=template-forms" className="link ml-auto">
            Copy from a template
          </ProjectLink>
        )}
      </div>
    </>
  )
}
