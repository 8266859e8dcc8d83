import { useSession } from '../../context/session.js'
import type { CaseIntent } from '@bobbin/client'
import type { ReactNode } from 'react'
import { INTENTS, intentWords, PRIORITIES } from './case-address.js'
import { areaPaths } from './area-paths.js'
import type { CaseDraft } from './case-draft.js'
import { useAreas, useMembers } from './queries.js'

export interface CaseFactsProps {
  draft: CaseDraft
  onChange: (part: Partial<CaseDraft>) => void
}

/** What a case is, besides what it says. */
export function CaseFacts({ draft, onChange }: CaseFactsProps) {
  const members = useMembers()
  const areas = useAreas()
  const { project } = useSession()
  return (
    <div className="mt-3 grid grid-cols-2 gap-3">
      <Fact name="Priority">
        <select className="field" value={draft.priority} onChange={(event) => onChange({ priority: Number(event.target.value) })}>
          {PRIORITIES.map((words, i) => (
            <option key={words} value={i + 1}>
              {words}
            </option>
          ))}
        </select>
      </Fact>
      <Fact name="Owner">
        <select
          className="field"
          value={draft.ownerId ?? ''}
          onChange={(event) => onChange({ ownerId: Number(event.target.value) || null })}
        >
          <option value="">nobody</option>
          {members.data?.map((member) => (
            <option key={member.id} value={member.id}>
              {member.name}
            </option>
          ))}
        </select>
      </Fact>
      <Fact name="Automation">
        <select className="field" value={draft.intent} onChange={(event) => onChange({ intent: event.target.value as CaseIntent })}>
          {INTENTS.map((intent) => (
            <option key={intent} value={intent}>
              {intentWords(intent)}
            </option>
          ))}
        </select>
      </Fact>
      <Fact name="Manual time">
        <input
          className="field"
          placeholder="5 min"
          value={draft.estimate}
          onChange={(event) => onChange({ estimate: event.target.value })}
        />
      </Fact>
      <Fact name="Area">
        <select className="field" value={draft.areaId ?? ''} onChange={(event) => onChange({ areaId: Number(event.target.value) || null })}>
          <option value="">none</option>
          {areaPaths(areas.data ?? []).map(({ id, path }) => (
            <option key={id} value={id}>
              {path.join(' › ')}
            </option>
          ))}
        </select>
      </Fact>
      <Fact name="Tags, separated by commas">
        <input className="field" value={draft.tags} onChange={(event) => onChange({ tags: event.target.value })} />
      </Fact>
      <Fact name="Runs after">
        <input
          className="field"
          placeholder={`${project.keyPrefix}-101, ${project.keyPrefix}-102`}
          title="Cases whose output this one uses: in plans its scripts run in the same part, after theirs"
          value={draft.runsAfter}
          onChange={(event) => onChange({ runsAfter: event.target.value })}
        />
      </Fact>
    </div>
  )
}

function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <label className="flex min-w-0 flex-col gap-1">
      <span className="text-soft">{name}</span>
      {children}
    </label>
  )
}
