import type { AssignmentRow, MentionRow, Mine } from '@bobbin/client'
import { type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { ProjectLink, useProjectPath } from '../../context/project-link.js'
import { count, formatRelative } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { Button, EmptyState, ErrorState, Key, Loading } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { useMine, useReadMentions } from '../comments/use-comments.js'
import { AssignmentView } from './assignment-view.js'
import { DoCase } from './do-case.js'
import { placeWords } from './manual-words.js'

/** What waits for who is signed in: work by hand on the left, in parts; what is opened of it, or all else, beside it. */
export function MinePage() {
  const mine = useMine()
  const read = useReadMentions()
  const navigate = useNavigate()
  const path = useProjectPath()
  const [params, setAddress] = useAddress()
  const doing = Number(params.get('do')) || null
  const chosen = Number(params.get('assignment')) || null
  const openMention = (mention: MentionRow) => {
    if (mention.unread) read.mutate(mention.commentId)
    void navigate(path(mention.path))
  }
  const openCase = (id: number) => setAddress({ do: String(id) }, { replace: doing !== null })
  const next = () => {
    const assignment = mine.data?.assignments.find(({ nextId }) => nextId !== null)
    const mention = mine.data?.mentions.find(({ unread }) => unread)
    const [failure] = mine.data?.failures ?? []
    const [draft] = mine.data?.drafts ?? []
    const [review] = mine.data?.reviews ?? []
    if (assignment?.nextId) setAddress({ assignment: String(assignment.id), do: String(assignment.nextId) })
    else if (mention) openMention(mention)
    else if (failure) void navigate(path(`failures?cause=${failure.id}`))
    else if (draft ?? review) void navigate(path(`cases?case=${(draft ?? review)?.key ?? ''}`))
  }
  // a case that is open has keys of its own
  useKeys(doing === null ? { n: next } : { Escape: () => setAddress({ do: null }) })
  if (!mine.data && !mine.error) return <Loading what="what is yours" />
  if (!mine.data) return <ErrorState error={mine.error} onRetry={() => void mine.refetch()} />
  const { assignments } = mine.data
  const open = doing !== null || chosen !== null
  return (
    <div className={`flex min-w-0 flex-1 ${open ? '' : 'max-[700px]:flex-col max-[700px]:overflow-y-auto'}`}>
      {(assignments.length > 0 || open) && (
        <nav
          aria-label="Work by hand"
          className={`w-[262px] shrink-0 overflow-y-auto border-r border-hairline py-3 ${open ? 'max-[1000px]:hidden' : 'max-[700px]:w-auto max-[700px]:shrink-0 max-[700px]:overflow-visible'}`}
        >
          <ul>
            {assignments.map((row) => (
              <AssignmentLine
                key={row.id}
                row={row}
                isOpen={row.id === chosen}
                onOpen={() => setAddress({ assignment: String(row.id), do: null })}
              />
            ))}
          </ul>
          {open && (
            <Button kind="quiet" className="mx-2 mt-2" onClick={() => setAddress({ assignment: null, do: null })}>
              Everything else that is mine
            </Button>
          )}
        </nav>
      )}
      {doing !== null ? (
        <DoCase
          id={doing}
          onNext={(following) => {
            if (following === null) setAddress({ do: null })
            else setAddress({ assignment: String(following.assignmentId), do: String(following.id) }, { replace: true })
          }}
        />
      ) : chosen !== null ? (
        <AssignmentView id={chosen} onOpen={openCase} />
      ) : (
        <Everything mine={mine.data} onNext={next} onMention={openMention} onReadAll={() => read.mutate(null)} />
      )}
    </div>
  )
}

function AssignmentLine({ row, isOpen, onOpen }: { row: AssignmentRow; isOpen: boolean; onOpen: () => void }) {
  const share = row.total === 0 ? 0 : (row.done / row.total) * 100
  return (
    <li>
      <button
        type="button"
        aria-current={isOpen ? 'true' : undefined}
        onClick={onOpen}
        className={`relative block w-full px-[18px] py-2.5 text-left ${isOpen ? 'bg-dye-wash before:absolute before:inset-y-0 before:left-0 before:w-[3px] before:bg-dye' : 'hover:bg-surface'}`}
      >
        <strong className="block truncate" title={row.name}>
          {row.name}
        </strong>
        <span className="block text-soft">
          {[row.release ?? placeWords(row), `${row.done} of ${row.total} done`].join(' · ')}
          {row.dueAt && (
            <span className={row.late ? 'font-semibold text-failed' : ''}>
              {' '}
              · {row.late ? `late, was due ${formatRelative(row.dueAt, new Date())}` : `due ${formatRelative(row.dueAt, new Date())}`}
            </span>
          )}
        </span>
        <span aria-hidden="true" className="mt-1.5 block h-1 bg-hairline">
          <span className="block h-1 bg-passed" style={{ width: `${share}%` }} />
        </span>
      </button>
    </li>
  )
}

function Everything({
  mine: { mentions, failures, quarantined, cells, unread, drafts, reviews, assignments },
  onNext,
  onMention,
  onReadAll,
}: {
  mine: Mine
  onNext: () => void
  onMention: (mention: MentionRow) => void
  onReadAll: () => void
}) {
  const rest = mentions.length + failures.length + quarantined.length + cells.length + drafts.length + reviews.length
  if (rest + assignments.length === 0)
    return (
      <div className="flex-1">
        <h1 className="sr-only">Mine</h1>
        <EmptyState title="Nothing waits for you">
          Cases that you are to do by hand, failures that somebody assigns to you, comments that mention you, drafts and cases to review,
          tests in quarantine that are yours, and cells of plans that you own appear here.
        </EmptyState>
      </div>
    )
  return (
    <section
      aria-label="Mine"
      className="min-w-0 flex-1 overflow-y-auto px-5 py-4 max-[700px]:shrink-0 max-[700px]:overflow-visible"
      tabIndex={0}
    >
      <header className="flex items-center gap-4">
        <h1 className="text-xl">Mine</h1>
        <Button onClick={onNext}>
          Open the next <Key>n</Key>
        </Button>
        {unread > 0 && (
          <Button kind="quiet" onClick={onReadAll}>
            Mark {count(unread, 'mention')} as read
          </Button>
        )}
      </header>
      {assignments.length > 0 && (
        <p className="mt-2 text-base">
          {count(
            assignments.reduce((sum, row) => sum + row.mine, 0),
            'case',
          )}{' '}
          to do by hand in {count(assignments.length, 'assignment')}
          {nextDue(assignments)}
        </p>
      )}
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
            <button type="button" className="w-full text-left hover:bg-surface" onClick={() => onMention(mention)}>
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
      <Part title="Cases to review" show={reviews.length > 0}>
        {reviews.slice(0, FEW).map((row) => (
          <CaseLine key={row.key} row={row} about={row.owner ?? 'nobody’s'} />
        ))}
        <More of={reviews.length} />
      </Part>
      <Part title="My drafts" show={drafts.length > 0}>
        {drafts.slice(0, FEW).map((row) => (
          <CaseLine key={row.key} row={row} about="draft" />
        ))}
        <More of={drafts.length} />
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

/** When the first of what is to be done is due; nothing where nothing is. */
function nextDue(assignments: readonly AssignmentRow[]): string {
  const late = assignments.filter((row) => row.late).length
  if (late > 0) return ` · ${late} late`
  const due = assignments.flatMap(({ dueAt }) => dueAt ?? []).sort()[0]
  return due ? ` · the next is due ${formatRelative(due, new Date())}` : ''
}

/** So many drafts are listed; the rest is on the page of cases. */
const FEW = 5

function More({ of }: { of: number }) {
  if (of <= FEW) return null
  return (
    <li className="border-t border-hairline py-1.5">
      <ProjectLink to="cases?state=draft" className="link">
        All drafts
      </ProjectLink>
    </li>
  )
}

function CaseLine({ row, about }: { row: { key: string; title: string; updatedAt: string }; about: string }) {
  return (
    <li className="flex items-center gap-3 border-t border-hairline py-1.5">
      <code className="text-dye">{row.key}</code>
      <ProjectLink to={`cases?case=${row.key}`} className="min-w-0 flex-1 truncate hover:underline">
        {row.title}
      </ProjectLink>
      <span className="text-soft">
        {about} · <Time iso={row.updatedAt} />
      </span>
    </li>
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
