import type { PlanDetail, PlanDto } from '@bobbin/client'
import { useForm } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { Dialog } from '../../ui/dialog.js'
import { Field, needed } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { useSuite } from '../suites/use-suites.js'
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
  const { environments, isPending: isWaitingForParts } = usePlanParts()
  // asked for by itself: the list that another page left may be from before it was made
  const { data: suite, isPending: isWaitingForSuite } = useSuite(suiteId)
  const { register, handleSubmit, formState } = useForm({
    defaultValues: { name: plan?.name ?? '' },
    values: { name: plan?.name ?? suite?.name ?? '' },
    resetOptions: { keepDirtyValues: true },
  })
  const { add, save } = usePlanChanges()
  const [error, isPending]: [unknown, boolean] = plan ? [save.error, save.isPending] : [add.error, add.isPending]
  const done = {
    onSuccess: ({ id }: PlanDetail) => {
      onSaved(id)
      onClose()
    },
  }
  const submit = handleSubmit(({ name }) => {
    if (plan) return save.mutate({ id: plan.id, dto: { ...dtoOf(plan), name } }, done)
    const suites = suiteId === null ? [] : [{ id: suiteId, parameters: {} }]
    add.mutate({ ...NEW, name, pipeline: slugOf(name), branch: project.defaultBranch, suites, cells: firstCell(environments) }, done)
  })
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={plan ? `Rename ${plan.name}` : 'New plan'}
      description="A plan says what runs, where and when."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <Field label="Name" error={formState.errors.name?.message}>
          <input autoFocus {...register('name', needed('Name the plan.'))} />
        </Field>
        {/* its name is that of the suite, its first cell is of an environment: both may still be on their way */}
        <FormEnd
          error={error}
          isPending={isPending || isWaitingForParts || (suiteId !== null && isWaitingForSuite)}
          action={plan ? 'Save' : 'Create the plan'}
          onCancel={onClose}
        />
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
