import { visibleText } from '@bobbin/core'
import type { MappingCase, MappingRow } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { X } from 'lucide-react'
import { Fragment } from 'react'
import { CanButton } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { useDone } from '../../context/use-undo.js'
import { api } from '../../lib/api.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { Key, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notifyError } from '../../ui/toast.js'
import { type Decided, proposalOf } from './blocks.js'
import { percent, reasonWords } from './reason-words.js'

interface MappingCardProps {
  row: MappingRow
  cases: ReadonlyMap<string, MappingCase>
  decided: Decided
  onAnswer: (verdict: 'accept' | 'reject') => void
  onChoose: () => void
  onClose: () => void
}

/** What is known about the selected script, and the one action that settles it. */
export function MappingCard({ row, cases, decided, onAnswer, onChoose, onClose }: MappingCardProps) {
  const proposal = proposalOf(row, decided)
  const next = row.suggestions.find((one) => one !== proposal && decided.get(row.id)?.caseKey !== one.caseKey)
  const suggested = proposal ? cases.get(proposal.caseKey) : undefined
  return (
    <aside
      aria-label="The selected script"
      className="absolute bottom-4 left-1/2 z-10 w-[min(620px,calc(100%-2rem))] -translate-x-1/2 rounded border border-hairline bg-raised px-4 py-3 shadow-xl"
    >
      <div className="flex items-baseline gap-3 pr-6">
        <h2 className="min-w-0 truncate text-sm" title={visibleText(row.name)}>
          {proposal && suggested ? (
            <>
              {percent(proposal.confidence)} sure: <span className="font-mono font-normal text-dye">{suggested.key}</span>{' '}
              <span className="font-normal">{visibleText(suggested.title)}</span>
            </>
          ) : (
            visibleText(row.name)
          )}
        </h2>
        {proposal && next && (
          <span className="ml-auto shrink-0 text-soft">
            next best {next.caseKey} {percent(next.confidence)}
          </span>
        )}
      </div>
      {proposal && <Reasons reasons={proposal.reasons} />}
      <Facts row={row} isProposed={proposal !== null} />
      <div className="mt-2.5 flex flex-wrap items-center gap-2">
        {proposal && (
          <>
            <CanButton right="link" kind="strong" onClick={() => onAnswer('accept')}>
              Accept <Key>y</Key>
            </CanButton>
            <CanButton right="link" onClick={() => onAnswer('reject')}>
              Reject <Key>n</Key>
            </CanButton>
          </>
        )}
        {(row.findings.includes('stale') || row.findings.includes('reworded')) && <ConfirmButton row={row} />}
        <CanButton right="link" onClick={onChoose}>
          {proposal || row.links.length > 0 ? 'Link another case' : 'Link a case'} <Key>e</Key>
        </CanButton>
        <ProjectLink to={`scripts?script=${row.id}`} className="link ml-auto">
          Open script
        </ProjectLink>
      </div>
      <button
        type="button"
        aria-label="Close"
        title="Close"
        onClick={onClose}
        className="absolute top-2.5 right-2.5 p-1 text-soft hover:text-ink"
      >
        <X size={14} aria-hidden="true" />
      </button>
    </aside>
  )
}

function Reasons({ reasons }: { reasons: MappingRow['suggestions'][number]['reasons'] }) {
  const parts = reasonWords(reasons)
  if (parts.length === 0) return null
  return (
    <p className="mt-1 text-soft first-letter:uppercase">
      {parts.map((words, place) => (
        <Fragment key={place}>
          {place > 0 && '; '}
          {words.map(({ text, strong }) =>
            strong ? (
              <strong key={text} className="font-semibold text-ink">
                {text}
              </strong>
            ) : (
              <Fragment key={text}>{text}</Fragment>
            ),
          )}
        </Fragment>
      ))}
      .
    </p>
  )
}

/** What happened to the script in the code. */
function Facts({ row, isProposed }: { row: MappingRow; isProposed: boolean }) {
  const { findings, goneAt, movedAt, movedBy, was, unknownKeys, claimedKeys, links } = row
  const active = links.filter(({ state }) => state === 'active')
  return (
    <ul className="mt-1 text-soft">
      {active.length > 0 && (
        <li>
          Verifies {active.map(({ caseKey, caseTitle, origin }) => `${caseKey} ${visibleText(caseTitle)} (${ORIGIN[origin]})`).join(', ')}
        </li>
      )}
      {goneAt && (
        <li>
          The scan of <Time iso={goneAt} /> no longer found it. If it was renamed, link the new script; if it was deleted, unlink it.
        </li>
      )}
      {findings.includes('stale') && <li>Its code changed after the link was made. Does it still verify the case?</li>}
      {findings.includes('reworded') && (
        <li>
          {active.map(({ caseKey }) => caseKey).join(', ')} {active.length === 1 ? 'was' : 'or one of them was'} reworded after the link was
          made. Does the script still verify it?
        </li>
      )}
      {findings.includes('retired') && (
        <li>It is linked to a case that is retired. Link the case that took its place, or unlink this one.</li>
      )}
      {findings.includes('silent') && <li>No result of the last 30 runs is of this script.</li>}
      {findings.includes('duplicate') && <li>Another script has the same code.</li>}
      {findings.includes('moved') && was !== null && movedAt !== null && (
        <li>
          Was {visibleText(was)} until <Time iso={movedAt} />
          {movedBy !== null && <>, scanned by {movedBy}</>}
        </li>
      )}
      {unknownKeys.length > 0 && (
        <li>It declares {unknownKeys.join(', ')}, which no case has. Correct the key in the code, or create the case.</li>
      )}
      {claimedKeys.length > 0 && (
        <li>
          Another script declares {claimedKeys.join(', ')}, too, and in this project a key belongs to one script. Correct the key of the one
          that was copied.
        </li>
      )}
      {!isProposed && active.length === 0 && !goneAt && <li>No case shares enough words with it. Link one, or create it.</li>}
    </ul>
  )
}

const ORIGIN = { declared: 'declared in the code', rule: 'by rule', suggested: 'suggested and accepted', manual: 'by hand' } as const

function ConfirmButton({ row }: { row: MappingRow }) {
  const { project } = useSession()
  const refresh = useRefresh()
  const done = useDone()
  const confirm = useMutation({
    mutationFn: () => api.post('/projects/{project}/mapping/reviews', { path: { project: project.slug }, body: { scripts: [row.id] } }),
    onSuccess: ({ actId }) => {
      done('Link confirmed', actId)
      refresh()
    },
    onError: (error) => notifyError(messageOf(error)),
  })
  return (
    <CanButton right="link" kind="strong" disabled={confirm.isPending} onClick={() => confirm.mutate()}>
      Confirm link
    </CanButton>
  )
}
