import type { ScriptHistory } from '@bobbin/client'
import { isFailing } from '@bobbin/core'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { messageOf } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { AttemptView } from './attempt-view.js'
import { useResult } from './queries.js'

export interface NewestResultProps {
  scriptId: number
  histories: ScriptHistory[]
}

/** What a script's newest result said, wherever it ran: in full when something went wrong, else in one line. */
export function NewestResult({ scriptId, histories }: NewestResultProps) {
  const newest = newestPoint(histories)
  if (!newest?.outcome) return null
  const { runId, build, at, outcome, environment } = newest
  return (
    <div className="mt-2">
      <p className="flex items-baseline gap-1.5">
        <OutcomeGlyph outcome={outcome} />
        <span>
          {OUTCOME_WORDS[outcome]} in{' '}
          <ProjectLink to={`runs/${runId}?script=${scriptId}`}>
            build {build} on {environment}
          </ProjectLink>{' '}
          <span className="text-soft">
            <Time iso={at} />
          </span>
        </span>
      </p>
      {(isFailing(outcome) || outcome === 'recovered') && <WhatItSaid runId={runId} scriptId={scriptId} />}
    </div>
  )
}

function WhatItSaid({ runId, scriptId }: { runId: number; scriptId: number }) {
  const { project } = useSession()
  const result = useResult(project.slug, runId, scriptId)
  if (result.error) return <p className="text-failed">{messageOf(result.error)}</p>
  const attempts = result.data?.attempts ?? []
  const worst = attempts.find((attempt) => isFailing(attempt.outcome)) ?? attempts.at(-1)
  return worst && result.data ? <AttemptView attempt={worst} name={result.data.script.name} place={{ runId, scriptId }} /> : null
}

/** The latest of all lanes' newest results. */
export function newestPoint(histories: ScriptHistory[]) {
  const last = histories.flatMap(({ lane, points }) => {
    const point = points.findLast((candidate) => candidate.outcome !== null)
    return point ? [{ ...point, environment: lane.environment }] : []
  })
  return last.sort((a, b) => b.at.localeCompare(a.at))[0] ?? null
}
