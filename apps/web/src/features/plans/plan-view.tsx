import type { PlanDetail } from '@bobbin/client'
import { useRef, useState } from 'react'
import { CommentsButton } from '../comments/comments-button.js'
import { CanButton, useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { count } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { Button, Key } from '../../ui/states.js'
import { notify } from '../../ui/toast.js'
import { HistoryDialog } from '../audit/history-dialog.js'
import { ComingView } from './coming-view.js'
import { ForecastView } from './forecast-view.js'
import { PlanGrid } from './plan-grid.js'
import { Sentence } from './sentence.js'
import { StartsView } from './starts-view.js'
import { usePlanChanges, usePlanParts } from './use-plans.js'

/** A plan: a sentence, where it runs, what it will take, when it starts next, and what it started. */
export function PlanView({ plan, onRename }: { plan: PlanDetail; onRename: () => void }) {
  const [, setAddress] = useAddress()
  const parts = usePlanParts()
  const changes = usePlanChanges()
  const can = useCan('run')
  const grid = useRef<HTMLTableElement>(null)
  const [dialog, setDialog] = useState<'history' | 'delete' | null>(null)
  const onChange: Parameters<typeof Sentence>[0]['onChange'] = (part, words) => changes.change(plan, part, words)
  const start = (trial: boolean) => {
    if (!can || changes.start.isPending) return
    changes.start.mutate(
      { id: plan.id, trial },
      {
        onSuccess: ({ state }) =>
          notify(
            state === 'queued'
              ? 'It waits for the start before'
              : state === 'skipped'
                ? 'Skipped: one is still under way'
                : trial
                  ? 'The trial was started'
                  : `${plan.name} was started`,
          ),
      },
    )
  }
  useKeys({ r: () => start(false), t: () => start(true) })
  const changed = plan.suites.filter((suite) => suite.changed > 0)
  return (
    <section aria-label="Plan" className="min-w-0 flex-1 overflow-y-auto px-6 py-5" tabIndex={0}>
      <header className="flex items-start justify-between gap-6">
        <div className="min-w-0">
          <h1 className="sr-only">{plan.name}</h1>
          <Sentence plan={plan} parts={parts} onChange={onChange} onGrid={() => grid.current?.focus()} />
          {plan.paused && <p className="mt-1 text-errored">Paused: it starts by no clock, build or plan.</p>}
          {changed.length > 0 && (
            <p className="mt-1 text-soft">
              {count(
                changed.reduce((sum, suite) => sum + suite.changed, 0),
                'case',
              )}{' '}
              of{' '}
              {changed.map((suite, i) => (
                <span key={suite.id}>
                  {i > 0 && ', '}
                  <ProjectLink to={`suites?suite=${suite.id}`}>{suite.name}</ProjectLink>
                </span>
              ))}{' '}
              changed since the snapshot that it runs.
            </p>
          )}
        </div>
        <div className="flex shrink-0 items-center gap-2">
          <ProjectLink to={`report/plan/${plan.id}`} className="link px-1">
            Report
          </ProjectLink>
          <CommentsButton kind="plan" subject={String(plan.id)} of={plan.name} />
          <CanButton
            right="start"
            disabled={changes.start.isPending}
            onClick={() => start(true)}
            title="Outside the record, and kept for a day"
          >
            Trial run <Key>t</Key>
          </CanButton>
          <CanButton right="start" kind="strong" disabled={changes.start.isPending} onClick={() => start(false)}>
            Run now <Key>r</Key>
          </CanButton>
          {can && (
            <Menu label="Actions for the plan" trigger={<Button aria-label="Actions for the plan">…</Button>}>
              <MenuItem onSelect={onRename}>Rename …</MenuItem>
              <MenuItem onSelect={() => onChange({ paused: !plan.paused }, plan.paused ? 'The plan goes on' : 'The plan is paused')}>
                {plan.paused ? 'Go on' : 'Pause'}
              </MenuItem>
              <MenuItem onSelect={() => changes.copy.mutate(plan.id, { onSuccess: ({ id }) => setAddress({ plan: String(id) }) })}>
                Duplicate, without its times
              </MenuItem>
              <MenuItem onSelect={() => setDialog('history')}>History</MenuItem>
              <MenuItem onSelect={() => setDialog('delete')}>Delete the plan …</MenuItem>
            </Menu>
          )}
        </div>
      </header>
      <div className="mt-5">
        <PlanGrid ref={grid} plan={plan} parts={parts} onChange={onChange} />
      </div>
      <div className="mt-7 flex gap-8 max-[1180px]:flex-col">
        <ForecastView plan={plan} />
        <ComingView plan={plan} />
      </div>
      <StartsView starts={plan.starts} />
      {dialog === 'history' && <HistoryDialog kind="plan" id={plan.id} name={plan.name} onClose={() => setDialog(null)} />}
      {dialog === 'delete' && (
        <ConfirmDialog
          title={`Delete ${plan.name}?`}
          description="It starts no more. What it ran stays."
          action="Delete the plan"
          onConfirm={() => changes.remove.mutate(plan.id, { onSuccess: () => setAddress({ plan: null }) })}
          onClose={() => setDialog(null)}
        />
      )}
    </section>
  )
}
