import type { PlanCell } from '@bobbin/client'
import { Controller, useForm } from 'react-hook-form'
import { count } from '../../lib/format.js'
import { Dialog } from '../../ui/dialog.js'
import { Field, NUMBER_OR_NULL } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { PeoplePicker } from '../manual/people-picker.js'
import type { PlanGridProps } from './plan-grid.js'
import { Variables } from './variables.js'

interface CellDialogProps {
  /** At least one; what the first says is shown. */
  cells: PlanCell[]
  parts: PlanGridProps['parts']
  /** @param change what was changed, and no more: it goes for all cells */
  onApply: (change: Partial<PlanCell>) => void
  onClose: () => void
}

/** Who does the cells of a plan, with what, and until when. */
export function CellDialog({ cells, parts, onApply, onClose }: CellDialogProps) {
  const [first] = cells
  const { register, control, handleSubmit, watch, formState } = useForm({
    defaultValues: {
      poolId: first?.poolId ?? null,
      handoffId: first?.handoffId ?? null,
      ownerId: first?.ownerId ?? null,
      releaseId: first?.releaseId ?? null,
      byHand: first?.byHand ?? 'none',
      people: first?.people ?? [],
      inOrder: first?.inOrder ?? false,
      dueDays: first?.dueDays ?? null,
      parameters: first?.parameters ?? {},
    },
  })
  // read while drawing: only what is read is kept up to date
  const { dirtyFields } = formState
  const [byHand, inOrder] = watch(['byHand', 'inOrder'])
  const submit = handleSubmit((cell) => {
    onApply(Object.fromEntries(Object.entries(cell).filter(([name]) => name in dirtyFields)))
    onClose()
  })
  const options = (none: string, rows: readonly { id: number; name: string }[]) => (
    <>
      <option value="">{none}</option>
      {rows.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </>
  )
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Set ${count(cells.length, 'cell')}`}
      description="Who runs it, who looks after it, and with which values."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <Field label="Agents">
          <select {...register('poolId', NUMBER_OR_NULL)}>{options('any agent that fits', parts.pools)}</select>
        </Field>
        <Field label="Or hand it to an outside pipeline">
          <select {...register('handoffId', NUMBER_OR_NULL)}>{options('no', parts.handoffs)}</select>
        </Field>
        <Field label="Owner">
          <select {...register('ownerId', NUMBER_OR_NULL)}>{options('nobody', parts.members)}</select>
        </Field>
        <Field label="By hand" hint="Who does them is told, and has them under Mine">
          <select {...register('byHand')}>
            <option value="none">nothing</option>
            <option value="rest">cases that no script verifies</option>
            <option value="all">all cases, although there are scripts</option>
          </select>
        </Field>
        {byHand !== 'none' && (
          <>
            <Controller
              control={control}
              name="people"
              render={({ field }) => <PeoplePicker people={field.value} onChange={field.onChange} inOrder={inOrder} />}
            />
            <label className="flex items-center gap-2">
              <input type="checkbox" {...register('inOrder')} /> In order: a case begins when those before it are done
            </label>
            <Field label="Due, in days after the start">
              <input type="number" min={0} max={365} {...register('dueDays', NUMBER_OR_NULL)} />
            </Field>
          </>
        )}
        <Field label="Release">
          <select {...register('releaseId', NUMBER_OR_NULL)}>{options('that of the plan', parts.releases)}</select>
        </Field>
        <div>
          <p>Parameters of the recipes, over those of the suite</p>
          <Controller
            control={control}
            name="parameters"
            render={({ field }) => <Variables label="Parameters of the cells" value={field.value} onChange={field.onChange} />}
          />
        </div>
        <FormEnd error={null} isPending={false} onCancel={onClose} />
      </form>
    </Dialog>
  )
}
