import type { StartRow } from '@bobbin/client'
import { CanButton } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { Time } from '../../ui/time.js'
import { noteWords, startWords, whyWords } from './plan-words.js'
import { useStop } from './use-plans.js'

/** What a plan started, newest first. */
export function StartsView({ starts }: { starts: readonly StartRow[] }) {
  const stop = useStop()
  if (starts.length === 0) return null
  return (
    <section aria-labelledby="starts" className="mt-7">
      <h2 id="starts" className="mb-1 text-sm">
        Started
      </h2>
      <ul>
        {starts.map((start) => {
          const words = startWords(start)
          return (
            <li key={start.id} className="border-t border-hairline py-1.5">
              <div className="flex flex-wrap items-baseline gap-x-4">
                <span className="w-[150px] shrink-0 text-soft">
                  <Time iso={start.at} />
                </span>
                <span className="w-[180px] shrink-0 truncate">
                  {start.trial && <span className="text-errored">Trial </span>}
                  {whyWords(start)}
                </span>
                <span className={`w-[230px] shrink-0 ${words.className}`}>{words.text}</span>
                <span className="min-w-0 flex-1">
                  {start.runs.map((run, i) => (
                    <span key={run.id}>
                      {i > 0 && ', '}
                      <ProjectLink to={`runs/${run.id}`}>
                        {run.environment}
                        {run.profile && ` ${run.profile}`}
                      </ProjectLink>
                    </span>
                  ))}
                </span>
                {(start.state === 'going' || start.state === 'queued') && (
                  <CanButton right="start" disabled={stop.start.isPending} onClick={() => stop.start.mutate({ id: start.id })}>
                    Stop
                  </CanButton>
                )}
              </div>
              {start.notes.map((note, i) => (
                <p key={i} className="text-soft">
                  {noteWords(note)}.
                </p>
              ))}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
