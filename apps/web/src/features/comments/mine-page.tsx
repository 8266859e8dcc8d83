import type { MentionRow } from '@bobbin/client'
import { type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { ProjectLink, useProjectPath } from '../../context/project-link.js'
import { count } from '../../lib/format.js'
import { useKeys } from '../../lib/use-keys.js'
import { Button, EmptyState, ErrorState, Key, Loading } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { useMine, useReadMentions } from './use-comments.js'

/** What waits for who is signed in. */
export function MinePage() {
  const mine = useMine()
  const read = useReadMentions()
  const navigate = useNavigate()
  const path = useProjectPath()
  const openMention = (mention: MentionRow) => {
    if (mention.unread) read.mutate(mention.commentId)
    void navigate(path(mention.path))
  }
  const next = () => {
    const mention = mine.data?.mentions.find(({ unread }) => unread)
    const [failure] = mine.data?.failures ?? []
    if (mention) openMention(mention)
    else if (failure) void navigate(path(`failures?cause=${failure.id}`))
  }
  useKeys({ n: next })
  if (!mine.data && !mine.error) return <Loading what="what is yours" />
  if (!mine.data) return <ErrorState error={mine.error} onRetry={() => void mine.refetch()} />
  const { mentions, failures, quarantined, cells, unread } = mine.data
  if (mentions.length + failures.length + quarantined.length + cells.length === 0)
    return (
      <div className="flex-1">
        <h1 className="sr-only">Mine</h1>
        <EmptyState title="Nothing waits for you">
          Failures that somebody assigns to you, comments that mention you, tests in quarantine that are yours, and cells of plans that you
          own appear here.
        </EmptyState>
      </div>
    )
  return (
    <section aria-label="Mine" className="min-w-0 flex-1 overflow-y-auto px-5 py-4" tabIndex={0}>
      <header className="flex items-center gap-4">
        <h1 className="text-xl">Mine</h1>
        <Button onClick={next}>
          Open the next <Key>n</Key>
        </Button>
        {unread > 0 && (
          <Button kind="quiet" onClick={() => read.mutate(null)}>
            Mark {count(unread, 'mention')} as read
          </Button>
        )}
      </header>
      <Part title="Failures assigned to me" show={failures.length > 0}>
        {failures.map((row) => (
          <li key={row.id} className="flex items-center gap-3 border-t border-hairline py-1.5">
            <OutcomeGlyph outcome={row.outcome} />
            <ProjectLink to={`failures?cause=${row.id}`} className="min-w-0 flex-1 truncate font-semibold hover:underline">
              {row.title}
            </ProjectLink>
            <span className="text-soft">
              {count(row.tests, 'test')} · {row.cause ?? 'not triaged'} · since {row.since.build}
            </span>
          </li>
        ))}
      </Part>
      <Part title="Mentions" show={mentions.length > 0}>
        {mentions.map((mention) => (
          <li key={mention.commentId} className="border-t border-hairline py-1.5">
            <button type="button" className="w-full text-left hover:bg-surface" onClick={() => openMention(mention)}>
              <span className={mention.unread ? 'font-semibold' : ''}>
                {mention.author ?? 'Somebody who left'} on {mention.title}
                {mention.unread && <span className="ml-2 text-dye">unread</span>}
              </span>{' '}
              <span className="text-soft">
                <Time iso={mention.at} />
              </span>
              <span className="block truncate text-soft">{mention.text}</span>
            </button>
          </li>
        ))}
      </Part>
      <Part title="In quarantine, and mine" show={quarantined.length > 0}>
        {quarantined.map(({ scriptId, name, reason }) => (
          <li key={scriptId} className="border-t border-hairline py-1.5">
            <ProjectLink to={`scripts?script=${scriptId}`}>{name}</ProjectLink> <span className="text-soft">{reason}</span>
          </li>
        ))}
      </Part>
      <Part title="Cells of plans" show={cells.length > 0}>
        {cells.map(({ planId, plan, environment }) => (
          <li key={`${planId}-${environment}`} className="border-t border-hairline py-1.5">
            <ProjectLink to={`plans?plan=${planId}`}>{plan}</ProjectLink> <span className="text-soft">on {environment}</span>
          </li>
        ))}
      </Part>
    </section>
  )
}

function Part({ title, show, children }: { title: string; show: boolean; children: ReactNode }) {
  if (!show) return null
  return (
    <section aria-label={title} className="mt-5 max-w-[860px]">
      <h2 className="mb-1 text-base">{title}</h2>
      <ul>{children}</ul>
    </section>
  )
}
