import type { PlanDetail } from '@bobbin/client'
import { placeOf } from '@bobbin/core'
import { useQuery } from '@tanstack/react-query'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { formatList } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { CopyBlock } from '../../ui/copy-block.js'
import { Popover } from '../../ui/popover.js'
import { momentWords } from './plan-words.js'

const dayOf = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' })

/** The next times of a plan by the clocks of their zone, with what stands in the way. */
export function ComingView({ plan }: { plan: PlanDetail }) {
  const { coming, clockChange } = plan
  return (
    <section aria-labelledby="coming" className="w-[320px] shrink-0 max-[1180px]:w-full">
      <div className="mb-1 flex items-baseline justify-between">
        <h2 id="coming" className="text-sm">
          Next occurrences
        </h2>
        <CalendarLink />
      </div>
      {coming.length === 0 && <p className="text-soft">{plan.paused ? 'The plan is paused.' : 'It starts by no clock.'}</p>}
      <ul>
        {coming.map(({ at, local, closed, clashes, refused }) => (
          <li key={at} className={`flex gap-3 border-t border-hairline py-1 ${plan.paused ? 'text-soft line-through' : ''}`}>
            <span className="w-[84px] shrink-0">{dayOf.format(new Date(`${local.slice(0, 10)}T12:00:00Z`)).replace(',', '')}</span>
            <time dateTime={at} title={momentWords(at)} className="w-[44px] shrink-0 font-mono">
              {local.slice(11, 16)}
            </time>
            <span className="min-w-0 text-errored">
              {closed.map(({ environment, until, note }) => (
                <span key={environment} className="block">
                  {environment} is closed until {momentWords(until)}
                  {note && ` (${note})`}: that part waits
                </span>
              ))}
              {refused.length > 0 && <span className="block">{formatList(refused)} takes no scheduled runs</span>}
              {clashes.length > 0 && <span className="block">at the same time as {formatList(clashes)}</span>}
            </span>
          </li>
        ))}
      </ul>
      {clockChange && coming.length > 0 && (
        <p className="mt-1 text-soft">
          Clocks in {placeOf(clockChange.zone)} go {clockChange.minutes > 0 ? 'forward' : 'back'} on{' '}
          {dayOf.format(new Date(clockChange.at)).replace(',', '')}; the time by the clock stays.
        </p>
      )}
    </section>
  )
}

function CalendarLink() {
  const { project } = useSession()
  const calendar = useQuery({
    queryKey: keyFor('calendar', project.slug),
    queryFn: () => api.get('/projects/{project}/calendar', { path: { project: project.slug } }),
  })
  if (!calendar.data) return null
  return (
    <Popover
      label="Calendar"
      trigger={
        <button type="button" className="link">
          As a calendar
        </button>
      }
    >
      <p>The coming times of all plans, for a calendar program. Whoever has this address can read them.</p>
      <CopyBlock label="Address of the calendar" text={`${window.location.origin}${calendar.data.path}`} />
    </Popover>
  )
}
