import type { PartRow } from '@bobbin/client'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { CanButton } from '../../context/can.js'
import { ProjectLink, useProjectPath } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatDuration } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notify, notifyError } from '../../ui/toast.js'
import { LogDialog } from './log-dialog.js'
import { aboutWords, momentWords, noteWords, partWords, whyWords } from './plan-words.js'
import { useStop } from './use-plans.js'

const OFTEN_MS = 2000

/** Of a run that Bobbin started: who runs which part of it, what they print, when it ends, and what was left out. */
export function RunParts({ runId }: { runId: number }) {
  const { project } = useSession()
  const stop = useStop()
  const [log, setLog] = useState<PartRow | null>(null)
  const parts = useQuery({
    queryKey: keyFor('parts', project.slug, runId),
    queryFn: ({ signal }) => api.get('/projects/{project}/runs/{id}/parts', { path: { project: project.slug, id: runId }, signal }),
    refetchInterval: ({ state }) =>
      state.data?.rows.some((part) => part.state === 'running' || part.state === 'waiting') ? OFTEN_MS : false,
  })
  const { rows = [], start, reruns = [] } = parts.data ?? {}
  if (!start && reruns.length === 0) return null
  const going = rows.some(({ state }) => state === 'running' || state === 'waiting')
  return (
    <section aria-label="Parts" className="border-b border-hairline px-5 py-2.5">
      {start && (
        <div className="flex items-start justify-between gap-4">
          <p className="min-w-0">
            {start.trial && <span className="text-errored">A trial, kept for a day. </span>}
            {start.planId === null ? start.name : <ProjectLink to={`plans?plan=${start.planId}`}>{start.name}</ProjectLink>},{' '}
            {whyWords(start)} <Time iso={start.at} />
            {rows.length > 0 && `: ${count(rows.length, 'part')}`}
            {going && start.endsAt && `, ends about ${momentWords(start.endsAt)}`}.
            {start.notes.map((note, i) => (
              <span key={i} className="text-soft">
                {' '}
                {noteWords(note)}.
              </span>
            ))}
          </p>
          {going && (
            <CanButton right="start" disabled={stop.start.isPending} onClick={() => stop.start.mutate({ id: start.id, runId })}>
              Stop the run
            </CanButton>
          )}
        </div>
      )}
      {reruns.length > 0 && (
        <p className="text-soft">
          Run again{' '}
          {reruns.map(({ startId, runId: again, at, by }, i) => (
            <span key={startId}>
              {i > 0 && ', '}
              {again === null ? (
                <Time iso={at} />
              ) : (
                <ProjectLink to={`runs/${again}`}>
                  <Time iso={at} />
                </ProjectLink>
              )}
              {by && ` by ${by}`}
            </span>
          ))}
          .
        </p>
      )}
      <ul className="mt-1 max-h-[150px] overflow-y-auto">
        {rows.map((part) => (
          <PartLine key={part.id} part={part} onLog={() => setLog(part)} onStop={() => stop.part.mutate(part.id)} />
        ))}
      </ul>
      {log && <LogDialog part={log} onClose={() => setLog(null)} />}
    </section>
  )
}

function PartLine({ part, onLog, onStop }: { part: PartRow; onLog: () => void; onStop: () => void }) {
  const words = partWords(part)
  const { recipe, shard, try: nth, tests, claimedAt, endedAt, expectedMs, state, lost, agent } = part
  const took = claimedAt && endedAt ? new Date(endedAt).getTime() - new Date(claimedAt).getTime() : null
  return (
    <li className="flex min-h-[26px] items-center gap-3">
      <span className="w-[150px] shrink-0 truncate" title={recipe}>
        {recipe} {shard}
        {nth > 1 && <span className="text-soft"> · try {nth}</span>}
      </span>
      <span className="w-[70px] shrink-0 text-soft">{count(tests, 'test')}</span>
      <span className={`min-w-0 flex-1 truncate ${words.className}`} title={words.text}>
        {words.text}
        {agent && state !== 'running' && <span className="text-soft"> on {agent.name}</span>}
        {lost > 0 && part.handoff === null && (
          <span className="text-errored"> · lost its agent {lost === 1 ? 'once' : `${lost} times`}</span>
        )}
      </span>
      <span className="w-[110px] shrink-0 text-right font-mono">
        {took === null ? `about ${aboutWords(expectedMs)}` : formatDuration(took)}
      </span>
      <button type="button" className="link" onClick={onLog} aria-label={`Log of part ${shard}`}>
        Log
      </button>
      {(state === 'waiting' || state === 'running') && (
        <button type="button" className="link" onClick={onStop} aria-label={`Stop part ${shard}`}>
          Stop
        </button>
      )}
    </li>
  )
}

/** Runs what failed, errored or did not run once more. */
export function RunAgain({ runId, red }: { runId: number; red: number }) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const navigate = useNavigate()
  const path = useProjectPath()
  const again = useMutation({
    mutationFn: () => api.post('/projects/{project}/runs/{id}/rerun', { path: { project: project.slug, id: runId }, body: {} }),
    onSuccess: (start) => {
      void invalidate('parts')
      notify(`${start.name}: started`)
      const [run] = start.runs
      if (run) void navigate(path(`runs/${run.id}`))
    },
    onError: (error) => notifyError(messageOf(error)),
  })
  if (red === 0) return null
  return (
    <CanButton
      right="run"
      disabled={again.isPending}
      onClick={() => again.mutate()}
      title="Run again what failed, errored or did not run, with the same settings"
    >
      Run again
    </CanButton>
  )
}
