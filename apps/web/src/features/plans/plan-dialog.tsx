import type { PlanDetail, PlanDto } from '@bobbin/client'
import { useState } from 'react'
import { useSession } from '../../context/session.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { Button, messageOf } from '../../ui/states.js'
import { dtoOf, usePlanChanges, usePlanParts } from './use-plans.js'

export interface PlanDialogProps {
  /** Null for a new one. */
  plan: PlanDetail | null
  /** The suite that is being planned. */
  suiteId: number | null
  onClose: () => void
  onSaved: (id: number) => void
}

/** What a plan is called; all else is said by its sentence. */
export function PlanDialog({ plan, suiteId, onClose, onSaved }: PlanDialogProps) {
  const { project } = useSession()
  const { suites, environments } = usePlanParts()
  const suite = suites.find(({ id }) => id === suiteId)
  const [name, setName] = useState<string | null>(plan?.name ?? null)
  const { add, save } = usePlanChanges()
  const shown = name ?? suite?.name ?? ''
  const [error, isPending]: [unknown, boolean] = plan ? [save.error, save.isPending] : [add.error, add.isPending]
  const done = {
    onSuccess: ({ id }: PlanDetail) => {
      onSaved(id)
      onClose()
    },
  }
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={plan ? `Rename ${plan.name}` : 'New plan'}
      description="A plan says what runs, where and when."
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          if (plan) save.mutate({ id: plan.id, dto: { ...dtoOf(plan), name: shown } }, done)
          else
            add.mutate(
              {
                ...NEW,
                name: shown,
                pipeline: slugOf(shown),
                branch: project.defaultBranch,
                suites: suiteId === null ? [] : [{ id: suiteId, parameters: {} }],
                cells: firstCell(environments),
              },
              done,
            )
        }}
      >
        <Field label="Name">
          <input value={shown} required autoFocus onChange={(event) => setName(event.target.value)} />
        </Field>
        {error !== null && (
          <p role="alert" className="text-failed">
            {messageOf(error)}
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" kind="strong" disabled={isPending || shown.trim() === ''}>
            {plan ? 'Save' : 'Create the plan'}
          </Button>
        </div>
      </form>
    </Dialog>
  )
}

const NEW: Omit<PlanDto, 'name' | 'pipeline' | 'branch' | 'suites' | 'cells'> = {
  newestBuild: false,
  retries: 1,
  retryUnless: 20,
  split: 'time',
  shards: null,
  overlap: 'queue',
  missed: 'skip',
  releaseId: null,
  paused: false,
  times: [],
}

/** A name as pipelines have them. */
const slugOf = (name: string): string =>
  name.toLowerCase().normalize('NFKD').replace(/[^a-z0-9]+/g, '-').replace(/^-|-$/g, '') || 'plan' // prettier-ignore

/** A new plan begins with the first environment that takes runs as it is. */
function firstCell(environments: readonly { id: number; protected: boolean }[]): PlanDto['cells'] {
  const open = environments.find((environment) => !environment.protected)
  return open ? [{ environmentId: open.id, parameters: {} }] : []
}
