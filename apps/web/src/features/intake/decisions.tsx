import type { Decided, DeliveryDetail, UnknownTests } from '@bobbin/client'
import { useState } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { count } from '../../lib/format.js'
import { Button } from '../../ui/states.js'

const WORDS: Record<UnknownTests, string> = { ask: 'waits for a decision', aside: 'set aside', make: 'a case was made' }

/** `12 tests came that no case claims: a case was made for 10, 2 wait for you.` Null where there were none. */
export function decidedWords({ make, aside, ask }: Decided): string | null {
  const all = make + aside + ask
  if (all === 0) return null
  const parts = [
    ask > 0 && `${ask} ${ask === 1 ? 'waits' : 'wait'} for a person`,
    aside > 0 && `${aside} ${aside === 1 ? 'was' : 'were'} set aside`,
    make > 0 && `a case was made for ${make}`,
  ]
  return `${count(all, 'test')} came that no case claims: ${parts.filter(Boolean).join(', ')}`
}

const FEW = 6

/** What was decided about the tests of a delivery that no case claims. */
export function Decisions({ delivery: { decided, decisions } }: { delivery: DeliveryDetail }) {
  const [all, setAll] = useState(false)
  const words = decidedWords(decided)
  if (words === null) return null
  const total = decided.make + decided.aside + decided.ask
  const shown = all ? decisions : decisions.slice(0, FEW)
  return (
    <section aria-label="Decisions" className="border-b border-hairline px-6 pt-2 pb-3">
      <div className="flex items-center justify-between gap-4">
        <p>
          {words}.{' '}
          {decided.ask > 0 && (
            <ProjectLink to="scripts?only=unlinked" className="link">
              Decide about scripts without a case
            </ProjectLink>
          )}
        </p>
      </div>
      <ul className="mt-1">
        {shown.map(({ scriptId, name, place, decision, cases }) => (
          <li key={scriptId} className="flex min-h-[26px] items-center gap-4">
            <ProjectLink
              to={`scripts?script=${scriptId}&search=${encodeURIComponent(name)}`}
              className="min-w-0 flex-1 truncate hover:text-dye"
            >
              {name}
            </ProjectLink>
            <span className="w-[280px] truncate font-mono text-soft" title={place ?? undefined}>
              {place}
            </span>
            <span className="w-[170px] shrink-0 text-soft">
              {cases.length > 0 ? (
                <>
                  {decision === 'make' ? 'a case was made: ' : 'linked to '}
                  <ProjectLink to={`cases?case=${cases[0]}`} className="link font-mono">
                    {cases[0]}
                  </ProjectLink>
                </>
              ) : (
                WORDS[decision]
              )}
            </span>
          </li>
        ))}
      </ul>
      {!all && decisions.length > FEW && (
        <Button kind="quiet" className="mt-1 -ml-3" onClick={() => setAll(true)}>
          Show {total > decisions.length ? `the first ${decisions.length} of ${total}` : `all ${total}`}
        </Button>
      )}
    </section>
  )
}
