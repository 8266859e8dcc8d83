import type { FlakyRow } from '@bobbin/client'
import { useState } from 'react'
import { CanButton, useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useKeys } from '../../lib/use-keys.js'
import { Key } from '../../ui/states.js'
import { AssignDialog } from '../failures/assign-dialog.js'
import { QuarantineDialog } from '../failures/quarantine-dialog.js'
import { useDecisions, useFailure } from '../failures/use-failures.js'
import { proofWords, suiteWords } from './flaky-words.js'

/** A flaky test that is chosen: where it leads, and what can be done about it. */
export function FlakyChosen({ row }: { row: FlakyRow }) {
  const { script, cases, last, groupId, quarantined } = row
  const decisions = useDecisions()
  const decides = useCan('decide')
  const cause = useFailure(groupId)
  const detail = cause.isPlaceholderData ? undefined : cause.data
  const [doing, setDoing] = useState<'quarantine' | 'assign' | null>(null)
  const isMarked = detail?.row.cause === 'flaky'
  const mark = () => {
    if (!decides || !detail) return
    const { id, version } = detail.row
    decisions.cause.mutate({ id, cause: isMarked ? null : 'flaky', version })
  }
  useKeys({
    5: mark,
    a: () => decides && detail && setDoing('assign'),
    q: () => decides && !quarantined && setDoing('quarantine'),
  })
  const assigned = [detail?.row.assignee?.name, detail?.row.team?.name].filter((name) => name !== undefined).join(', ')
  return (
    <div role="group" aria-label="Chosen test" className="border-t border-hairline bg-surface px-5 py-2.5">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <strong className="font-semibold">{script.name}</strong>
        {cases.map((key) => (
          <ProjectLink key={key} to={`cases?case=${key}`} className="link font-mono">
            {key}
          </ProjectLink>
        ))}
        <span className="text-soft">{suiteWords(row)}</span>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        {groupId !== null && (
          <span className="flex gap-1.5">
            <CanButton right="decide" disabled={!detail || decisions.cause.isPending} aria-pressed={isMarked} onClick={mark}>
              {isMarked ? 'Marked as flaky' : 'Mark as flaky'} <Key>5</Key>
            </CanButton>
            <CanButton right="decide" disabled={!detail} onClick={() => setDoing('assign')}>
              {assigned === '' ? 'Assign…' : `Assigned to ${assigned}…`} <Key>a</Key>
            </CanButton>
          </span>
        )}
        {quarantined ? (
          <ProjectLink to="settings/failures">In quarantine</ProjectLink>
        ) : (
          <CanButton right="decide" onClick={() => setDoing('quarantine')}>
            Quarantine… <Key>q</Key>
          </CanButton>
        )}
        <ProjectLink to={`runs/${last.runId}?script=${script.id}`}>Its last failure, build {last.build}</ProjectLink>
        <ProjectLink to={`tests/${script.id}`}>Its life</ProjectLink>
        {groupId !== null && <ProjectLink to={`failures?cause=${groupId}`}>Its cause</ProjectLink>}
      </div>
      {doing === 'assign' && detail && <AssignDialog detail={detail} onClose={() => setDoing(null)} />}
      {doing === 'quarantine' && (
        <QuarantineDialog tests={[{ script, quarantined }]} reason={`Flaky, ${proofWords(row)}`} onClose={() => setDoing(null)} />
      )}
    </div>
  )
}
