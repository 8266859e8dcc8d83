import type { PlanRow } from '@bobbin/client'
import { CalendarClock, Flag, Plus } from 'lucide-react'
import { useEffect } from 'react'
import { CanButton, useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Key, Loading } from '../../ui/states.js'
import { PlanDialog } from './plan-dialog.js'
import { PlanView } from './plan-view.js'
import { momentWords, timeWords } from './plan-words.js'
import { usePlan, usePlans } from './use-plans.js'

/** Plans on the left, the chosen one as a sentence beside them. */
export function PlansPage() {
  const [params, setAddress] = useAddress()
  const plans = usePlans()
  const can = useCan('run')
  const chosen = params.get('plan')
  const doing = params.get('do')
  const plan = usePlan(chosen === null ? null : Number(chosen))
  const rows = plans.data?.rows
  const first = rows?.[0]?.id
  useEffect(() => {
    if (chosen === null && first !== undefined) setAddress({ plan: String(first) }, { replace: true })
  }, [chosen, first, setAddress])
  useKeys({ n: () => can && setAddress({ do: 'new' }) })
  if (plans.isPending) return <Loading what="the plans" />
  if (plans.error) return <ErrorState error={plans.error} onRetry={() => void plans.refetch()} />
  const names = new Map(rows?.map(({ id, name }) => [id, name]))
  const create = (
    <CanButton right="run" kind={rows?.length ? 'quiet' : 'strong'} onClick={() => setAddress({ do: 'new' })}>
      <Plus size={14} aria-hidden="true" /> New plan <Key>n</Key>
    </CanButton>
  )
  return (
    <>
      <section aria-label="Plans" className="flex w-[244px] shrink-0 flex-col border-r border-hairline max-[1100px]:w-[200px]">
        <PlanTabs />
        {rows?.length === 0 ? null : (
          <>
            <div className="px-2 py-1">{create}</div>
            <RowList
              label="Plans"
              items={rows ?? []}
              keyOf={({ id }) => String(id)}
              selected={chosen}
              onSelect={(key) => setAddress({ plan: key, do: null }, { replace: true })}
              heightOf={() => 72}
              render={(row) => <PlanLine plan={row} names={names} />}
            />
          </>
        )}
      </section>
      {rows?.length === 0 ? (
        <EmptyState title="No plans yet" action={create}>
          A plan runs suites on environments: now, on a schedule, or after a build. Agents do the work; they are added under Settings ›
          Agents.
        </EmptyState>
      ) : (
        <>
          {plan.isPending && <Loading what="the plan" />}
          {plan.error && <ErrorState error={plan.error} onRetry={() => void plan.refetch()} />}
          {plan.data && <PlanView key={plan.data.id} plan={plan.data} onRename={() => setAddress({ do: 'rename' })} />}
        </>
      )}
      {(doing === 'new' || (doing === 'rename' && plan.data)) && (
        <PlanDialog
          plan={doing === 'rename' ? (plan.data ?? null) : null}
          suiteId={params.get('suite') === null ? null : Number(params.get('suite'))}
          onClose={() => setAddress({ do: null, suite: null }, { replace: true })}
          onSaved={(id) => setAddress({ plan: String(id), do: null, suite: null })}
        />
      )}
    </>
  )
}

/** What else there is to see of plans. */
export function PlanTabs() {
  const link = 'flex min-h-[28px] items-center gap-2 px-4 text-soft hover:text-ink'
  return (
    <nav aria-label="Of plans" className="border-b border-hairline py-2">
      <ProjectLink to="plans/today" className={link}>
        <CalendarClock size={14} aria-hidden="true" /> Today
      </ProjectLink>
      <ProjectLink to="releases" className={link}>
        <Flag size={14} aria-hidden="true" /> Releases
      </ProjectLink>
    </nav>
  )
}

function PlanLine({ plan, names }: { plan: PlanRow; names: ReadonlyMap<number, string> }) {
  const [time] = plan.times
  const when = time ? timeWords(time, names) : 'started by hand'
  const next = plan.paused ? 'paused' : plan.nextAt ? `next ${momentWords(plan.nextAt)}` : plan.last ? lastWords(plan.last) : 'never ran'
  const going = plan.last?.state === 'going' || plan.last?.state === 'queued'
  return (
    <div role="gridcell" className="min-w-0 flex-1 pr-4 pl-[13px]">
      <p className="truncate font-semibold">{plan.name}</p>
      <p className="truncate text-soft" title={when}>
        {when}
        {plan.times.length > 1 && `, and ${plan.times.length - 1} more`}
      </p>
      <p className={`truncate ${going ? 'text-dye' : plan.last && plan.last.failed > 0 ? 'text-failed' : 'text-soft'}`}>
        {going ? 'under way' : plan.last && plan.last.failed > 0 ? `${plan.last.failed} red last time` : next}
      </p>
    </div>
  )
}

const lastWords = ({ at, state }: NonNullable<PlanRow['last']>): string =>
  state === 'skipped' ? 'skipped last time' : `last ran ${momentWords(at)}`
