import type { Forgetting, Space, SpacePart } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatBytes, formatList } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notifyError } from '../../ui/toast.js'
import { useRule } from './rule-settings.js'

const SPANS: readonly (number | null)[] = [14, 30, 60, 90, 180, 365, null]
const spanWords = (days: number | null) => (days === null ? 'permanently' : `for ${count(days, 'day')}`)

/** How long details are kept, what takes the space, and what was forgotten. */
export function SpaceSettings() {
  const { project } = useSession()
  const space = useQuery({
    queryKey: keyFor('space', project.slug),
    queryFn: () => api.get('/projects/{project}/space', { path: { project: project.slug } }),
  })
  if (space.isPending) return <Loading what="the space" />
  if (space.error) return <ErrorState error={space.error} onRetry={() => void space.refetch()} />
  return (
    <>
      <Keep space={space.data} />
      <Used space={space.data} />
      <Forgotten space={space.data} />
    </>
  )
}

function Keep({ space: { keepDetailsDays, due, kept } }: { space: Space }) {
  const rule = useRule()
  const now = rule.chosen.keepDetailsDays === undefined ? keepDetailsDays : rule.chosen.keepDetailsDays
  const keeps = useCan('manage')
  const spans = [...new Set([...SPANS, keepDetailsDays])].sort((a, b) => (a ?? Infinity) - (b ?? Infinity))
  const set = (days: number | null) => rule.set({ keepDetailsDays: days }, { keepDetailsDays }, `Details are kept ${spanWords(days)}`)
  return (
    <section className="mb-9">
      <label className="flex items-center gap-3">
        <span className="text-base font-semibold">Details are kept</span>
        <select
          className="field"
          disabled={!keeps}
          value={now ?? ''}
          onChange={(event) => set(event.target.value === '' ? null : Number(event.target.value))}
        >
          {spans.map((days) => (
            <option key={days ?? ''} value={days ?? ''}>
              {spanWords(days)}
            </option>
          ))}
        </select>
      </label>
      <p className="mt-2 text-soft">
        Details are output, messages, steps, attachments and the files as they were delivered. Outcomes and durations are kept permanently,
        and so is everything in a run that somebody chose to keep{kept > 0 ? ` (${count(kept, 'run')})` : ''}. Deletion can’t be undone.
      </p>
      {due > 0 && (
        <p className="mt-2 flex items-center gap-3">
          Tonight deletes the details of {count(due, 'run')}.{keeps && <ForgetNow />}
        </p>
      )}
    </section>
  )
}

function useSpaceChange(change: () => Promise<Space>) {
  const { project } = useSession()
  const queries = useQueryClient()
  return useMutation({
    mutationFn: change,
    onSuccess: (space) => queries.setQueryData(keyFor('space', project.slug), space),
    onError: (error) => notifyError(messageOf(error)),
  })
}

function ForgetNow() {
  const { project } = useSession()
  const forget = useSpaceChange(() => api.post('/projects/{project}/space/forgetting', { path: { project: project.slug } }))
  return (
    <Button disabled={forget.isPending} onClick={() => forget.mutate()}>
      {forget.isPending ? 'Deleting …' : 'Delete them now'}
    </Button>
  )
}

const PARTS: Record<SpacePart['kind'], { name: string; holds: string; stays: boolean }> = {
  outcomes: { name: 'Outcomes and durations', holds: 'result', stays: true },
  attempts: { name: 'Tries', holds: 'try', stays: false },
  texts: { name: 'Messages, stacks and output', holds: 'text', stays: false },
  attachments: { name: 'Attachments', holds: 'content', stays: false },
  files: { name: 'Files as they were delivered', holds: 'file', stays: false },
}
const heldWords = (rows: number, holds: string) => (holds === 'try' ? count(rows, 'try', 'tries') : count(rows, holds))

function Used({ space: { parts, measuredAt } }: { space: Space }) {
  const { project } = useSession()
  const measure = useSpaceChange(() => api.post('/projects/{project}/space/measurement', { path: { project: project.slug } }))
  const sum = parts.reduce((bytes, part) => bytes + part.bytes, 0)
  const most = Math.max(1, ...parts.map((part) => part.bytes))
  return (
    <section aria-label="Space used" className="mb-9">
      <div className="mb-2 flex items-center gap-3">
        <h2 className="text-base">{sum > 0 ? `${formatBytes(sum)} are used` : 'Space used'}</h2>
        <span className="text-soft">
          {measuredAt ? (
            <>
              measured <Time iso={measuredAt} />
            </>
          ) : (
            'not measured yet; the night does it, or you'
          )}
        </span>
        <Button className="ml-auto" disabled={measure.isPending} onClick={() => measure.mutate()}>
          {measure.isPending ? 'Measuring …' : 'Measure now'}
        </Button>
      </div>
      <ul>
        {[...parts]
          .sort((a, b) => b.bytes - a.bytes)
          .map((part) => {
            const { name, holds, stays } = PARTS[part.kind]
            return (
              <li key={part.kind} className="grid grid-cols-[220px_1fr_130px] items-center gap-4 border-t border-hairline py-1.5">
                <span>
                  {name}
                  <span className="block text-soft">
                    {heldWords(part.rows, holds)}
                    {stays && ', kept permanently'}
                  </span>
                </span>
                <span aria-hidden="true" className="h-[3px]">
                  <span className="block h-full bg-dye" style={{ width: `${(part.bytes / most) * 100}%` }} />
                </span>
                <span
                  className="text-right font-mono whitespace-nowrap"
                  title={part.estimated ? 'By its share of a table of all projects' : undefined}
                >
                  {part.estimated && 'about '}
                  {formatBytes(Math.round(part.bytes))}
                </span>
              </li>
            )
          })}
      </ul>
    </section>
  )
}

function Forgotten({ space: { forgettings } }: { space: Space }) {
  return (
    <section aria-label="Forgotten">
      <h2 className="mb-2 text-base">Deleted so far</h2>
      {forgettings.length === 0 && <p className="text-soft">Nothing yet. Details that are old enough are deleted every night.</p>}
      <ul>
        {forgettings.map((forgetting) => (
          <li key={forgetting.at} className="flex gap-4 border-t border-hairline py-1.5">
            <span className="w-[150px] shrink-0 text-soft">
              <Time iso={forgetting.at} />
            </span>
            <span className="min-w-0 flex-1">{freedWords(forgetting)}</span>
            <span className="text-soft">{forgetting.by ? `by ${forgetting.by}` : 'by night'}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** `Details of 12 runs: 4,120 tries, 310 texts and 12 files`. */
export function freedWords({ runs, attempts, texts, attachments, files }: Forgetting): string {
  const parts = [
    attempts > 0 && count(attempts, 'try', 'tries'),
    texts > 0 && count(texts, 'text'),
    attachments > 0 && count(attachments, 'attachment'),
    files > 0 && count(files, 'file'),
  ].filter((part) => part !== false)
  const what = parts.length > 0 ? formatList(parts) : `nothing that took space`
  return runs > 0
    ? `Details of ${count(runs, 'run')}: ${what}`
    : `${what} of runs that were deleted before`.replace(/^./, (first) => first.toUpperCase())
}
