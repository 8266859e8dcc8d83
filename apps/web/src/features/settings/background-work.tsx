import type { BackgroundJobs } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notifyError } from '../../ui/toast.js'

/** What each kind of background work does. */
const WORDS: Record<string, string> = {
  'deliveries.read': 'Reading large deliveries',
  'deliveries.due': 'Looking for deliveries that wait',
  'feeds.silence': 'Ending live runs that went silent',
  'keeping.night': 'Deleting old details at night',
  'sources.fetch': 'Checking sources',
}

const wordsOf = (name: string): string => WORDS[name] ?? name

const AGAIN_MS = 5000

/** Background work of all server processes: how far it is, and what failed for the last time. */
export function BackgroundWork() {
  const queries = useQueryClient()
  const jobs = useQuery({ queryKey: keyFor('server-jobs'), queryFn: () => api.get('/server/jobs'), refetchInterval: AGAIN_MS })
  const retry = useMutation({
    mutationFn: (id: string) => api.post('/server/jobs/{id}/retry', { path: { id } }),
    onSuccess: (now) => queries.setQueryData(keyFor('server-jobs'), now),
    onError: (error) => notifyError(messageOf(error)),
  })
  if (jobs.isPending) return <Loading what="background work" />
  if (jobs.error) return <ErrorState error={jobs.error} onRetry={() => void jobs.refetch()} />
  const { queues, dead } = jobs.data
  return (
    <section aria-label="Background work" className="mt-10">
      <h2 className="mb-2 text-base">Background work</h2>
      {dead.length > 0 && <Failed dead={dead} busy={retry.isPending} onRetry={(id) => retry.mutate(id)} />}
      <table className="w-full">
        <thead className="text-left text-soft">
          <tr>
            <th className="py-1 font-normal">Work</th>
            <th className="text-right font-normal">Waiting</th>
            <th className="text-right font-normal">Under way</th>
            <th className="text-right font-normal">Failed</th>
            <th className="pl-6 font-normal">Last done</th>
          </tr>
        </thead>
        <tbody>
          {queues.map(({ name, due, later, active, failed, lastDone }) => (
            <tr key={name} className="h-[30px] border-t border-hairline">
              <td className="truncate">{wordsOf(name)}</td>
              <td className="text-right">{due + later}</td>
              <td className="text-right">{active}</td>
              <td className={`text-right ${failed > 0 ? 'text-failed' : ''}`}>{failed}</td>
              <td className="pl-6 text-soft">{lastDone === null ? 'not lately' : <Time iso={lastDone} />}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

interface FailedProps {
  dead: BackgroundJobs['dead']
  busy: boolean
  onRetry: (id: string) => void
}

function Failed({ dead, busy, onRetry }: FailedProps) {
  return (
    <ul aria-label="Failed work" className="mb-4">
      {dead.map(({ id, name, problem, failedAt, tries }) => (
        <li key={id} className="flex items-center gap-4 border-t border-hairline py-2">
          <span className="min-w-0 flex-1 border-l-[3px] border-failed pl-2.5">
            {wordsOf(name)} failed after {count(tries, 'try', 'tries')}, <Time iso={failedAt} />
            <span className="block truncate text-failed" title={problem}>
              {problem}
            </span>
          </span>
          <Button disabled={busy} onClick={() => onRetry(id)}>
            Try again
          </Button>
        </li>
      ))}
    </ul>
  )
}
