import type { DeliveryDetail } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { FormProvider, useForm, useWatch } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { Dialog } from '../../ui/dialog.js'
import { FormEnd } from '../../ui/form-end.js'
import { notifyUndo } from '../../ui/toast.js'
import type { TargetForm } from './guess-target.js'
import { TargetFields } from './target-fields.js'

/** Asks for the run that a delivery should have gone to, and moves it there. */
export function MoveDialog({ delivery, onClose }: { delivery: DeliveryDetail; onClose: () => void }) {
  const { pipeline, build, branch, environment, commit, run, trial } = delivery.target
  const before: TargetForm = { pipeline, build, branch, environment, commit: commit ?? '', run }
  const form = useForm<TargetForm>({ defaultValues: before })
  const now = useWatch({ control: form.control })
  const moving = useMove(delivery.id, trial)
  const same = (['pipeline', 'build', 'branch', 'environment', 'run'] as const).every((name) => now[name]?.trim() === before[name])
  const submit = form.handleSubmit((target) =>
    moving.mutate(target, {
      onSuccess: () => {
        notifyUndo(`Moved to build ${target.build} of ${target.pipeline}.`, () => moving.mutate(before))
        onClose()
      },
    }),
  )
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Move this delivery"
      description="All its results, pictures and coverage go to another run, as if it had been delivered there."
    >
      <FormProvider {...form}>
        <form onSubmit={(event) => void submit(event)} className="flex flex-col gap-4">
          <TargetFields />
          <FormEnd error={moving.error} isPending={moving.isPending || same} action="Move" onCancel={onClose} />
        </form>
      </FormProvider>
    </Dialog>
  )
}

function useMove(id: number, trial: boolean) {
  const { project } = useSession()
  const refresh = useRefresh()
  return useMutation({
    mutationFn: ({ commit, run, ...place }: TargetForm) =>
      api.post('/projects/{project}/deliveries/{id}/move', {
        path: { project: project.slug, id },
        body: { ...place, ...(commit !== '' && { commit }), ...(run !== '' && { run }), ...(trial && { trial: 'true' as const }) },
      }),
    onSuccess: refresh,
  })
}
