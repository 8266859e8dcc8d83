import { PRIORITY_WORDS } from '@bobbin/core'
import type { SuiteCase, SuiteDetail, SuiteThread } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState, type ReactNode, type KeyboardEvent } from 'react'
import { useNavigate } from 'react-router'
import { CommentsButton } from '../comments/comments-button.js'
import { CanButton, CanMenuItem, useCan } from '../../context/can.js'
import { ProjectLink, useProjectPath } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatDuration } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { DragArea, DragKind, type Take, useDropPlace } from '../../ui/drag.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { readThread } from '../../ui/outcome-words.js'
import { RowList } from '../../ui/row-list.js'
import { Button, EmptyState, Key } from '../../ui/states.js'
import { Thread } from '../../ui/thread.js'
import { notifyUndo } from '../../ui/toast.js'
import { HistoryDialog } from '../audit/history-dialog.js'
import { ADDED_CASES, AddCasesPanel } from './add-cases-panel.js'
import { SuiteChanges } from './suite-changes.js'
import { useRequirements } from '../requirements/use-requirements.js'
import { filterWords, moved, standWords } from './suite-words.js'
import { useSuiteChanges } from './use-suites.js'

/** A case that moves within its suite, by key. */
const OWN_CASE = new DragKind<string>()

export interface SuiteViewProps {
  suite: SuiteDetail
  stand: SuiteThread | undefined
  onEdit: () => void
}

/** One suite: its cases in order, how they stand, and what changed since it was planned. */
export function SuiteView({ suite, stand, onEdit }: SuiteViewProps) {
  const [params, setAddress] = useAddress()
  const navigate = useNavigate()
  const path = useProjectPath()
  const runs = useCan('run')
  const changes = useSuiteChanges()
  const selected = params.get('case')
  const adding = params.get('do') === 'add'
  const fixed = suite.filter === null && !suite.template && runs
  const keys = useMemo(() => suite.rows.map(({ key }) => key), [suite.rows])

  const setOrder = (next: string[], words: string) => {
    if (next.join() === keys.join()) return
    changes.setCases.mutate(
      { id: suite.id, keys: next },
      { onSuccess: () => notifyUndo(words, () => changes.setCases.mutate({ id: suite.id, keys })) },
    )
  }
  const step = (by: number) => {
    const at = selected === null ? -1 : keys.indexOf(selected)
    if (!fixed || selected === null || at < 0 || !keys[at + by]) return
    const rest = keys.filter((key) => key !== selected)
    rest.splice(at + by, 0, selected)
    changes.setCases.mutate({ id: suite.id, keys: rest })
  }
  const removeSelected = () => {
    if (!fixed || selected === null) return
    setOrder(keys.filter((key) => key !== selected), `${selected} was taken out of the suite`) // prettier-ignore
    setAddress({ case: keys[keys.indexOf(selected) + 1] ?? null }, { replace: true })
  }
  const plan = () => void navigate(path(`plans?do=new&suite=${suite.id}`))
  useKeys({
    a: () => fixed && setAddress({ do: adding ? null : 'add' }),
    p: () => runs && !suite.template && plan(),
    u: () => runs && suite.differences.length > 0 && changes.updateSnapshot.mutate(suite.id),
    Delete: removeSelected,
    Escape: () => setAddress({ do: null }),
  })
  const moveByKey = (event: KeyboardEvent) => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
    event.preventDefault()
    event.stopPropagation()
    step(event.key === 'ArrowUp' ? -1 : 1)
  }
  /** Takes a case of the suite before another one, or at the end; others are added. */
  const takeBefore =
    (before: string | null): Take =>
    (item) => {
      const own = OWN_CASE.valueOf(item)
      if (own !== undefined) return () => setOrder(moved(keys, own, before), `${own} was moved`)
      const added = ADDED_CASES.valueOf(item)
      return added ? () => changes.addCases.mutate({ id: suite.id, ...added }) : null
    }
  return (
    <DragArea>
      <section aria-label="Suite" className="@container flex min-w-0 flex-1 flex-col">
        <header className="flex flex-wrap items-start gap-x-4 gap-y-2 border-b border-hairline px-5 pt-4 pb-3">
          <div className="min-w-[260px] flex-1">
            <h1 className="text-xl">{suite.name}</h1>
            <SuiteSentence suite={suite} stand={stand} />
            {suite.note && <p className="mt-1 text-soft">{suite.note}</p>}
          </div>
          <div className="flex items-center gap-2">
            <CommentsButton kind="suite" subject={String(suite.id)} of={suite.name} />
            {suite.template ? (
              <CanButton
                right="run"
                kind="strong"
                onClick={() => changes.copy.mutate(suite.id, { onSuccess: ({ id }) => setAddress({ suite: String(id) }) })}
              >
                Copy the template
              </CanButton>
            ) : (
              <>
                {suite.filter === null && (
                  <CanButton right="run" onClick={() => setAddress({ do: adding ? null : 'add' })}>
                    Add cases <Key>a</Key>
                  </CanButton>
                )}
                <CanButton right="run" kind="strong" onClick={plan}>
                  Plan it <Key>p</Key>
                </CanButton>
                {runs && <SuiteMenu suite={suite} onEdit={onEdit} />}
              </>
            )}
          </div>
        </header>
        <DropPlace label="the end of the suite" take={fixed ? takeBefore(null) : null} onKeyDownCapture={moveByKey}>
          {suite.rows.length === 0 ? (
            <NoCases suite={suite} />
          ) : (
            <>
              <Head />
              <RowList
                label="Cases of the suite"
                items={suite.rows}
                keyOf={({ key }) => key}
                selected={selected}
                onSelect={(key, how) =>
                  how === 'open' && selected === key
                    ? void navigate(path(`cases?case=${key}`))
                    : setAddress({ case: key }, { replace: true })
                }
                heightOf={() => 34}
                {...(fixed && {
                  dragged: (key: string) => OWN_CASE.item(key, key),
                  take: takeBefore,
                })}
                render={(row) => <CaseLine row={row} nth={keys.indexOf(row.key) + 1} />}
              />
              {fixed && (
                <p className="border-t border-hairline px-5 py-2 text-soft">
                  Drag or <Key>Alt</Key> <Key>↑</Key> <Key>↓</Key> to move · <Key>Delete</Key> to take out
                </p>
              )}
            </>
          )}
        </DropPlace>
      </section>
      {adding && fixed ? <AddCasesPanel suite={suite} onClose={() => setAddress({ do: null })} /> : <SuiteChanges suite={suite} />}
    </DragArea>
  )
}

interface DropPlaceProps {
  label: string
  take: Take | null
  onKeyDownCapture: (event: KeyboardEvent) => void
  children: ReactNode
}

/** Everything under the head of a suite takes cases: a row takes them before itself, the rest at the end. */
function DropPlace({ label, take, onKeyDownCapture, children }: DropPlaceProps) {
  const { setNode, isOver } = useDropPlace(label, take)
  return (
    <div ref={setNode} onKeyDownCapture={onKeyDownCapture} className={`flex min-h-0 flex-1 flex-col ${isOver ? 'bg-dye-wash/40' : ''}`}>
      {children}
    </div>
  )
}

function SuiteSentence({ suite, stand }: { suite: SuiteDetail; stand: SuiteThread | undefined }) {
  const { project } = useSession()
  const path = { project: project.slug }
  const areas = useQuery({
    queryKey: keyFor('areas', project.slug),
    queryFn: () => api.get('/projects/{project}/areas', { path }),
    enabled: suite.filter !== null,
  })
  const members = useQuery({
    queryKey: keyFor('members', project.slug),
    queryFn: () => api.get('/projects/{project}/members', { path }),
    enabled: suite.filter !== null,
  })
  const requirements = useRequirements(null, suite.filter?.requirementId !== undefined)
  const names = {
    requirements: new Map(requirements.data?.rows.map(({ id, key }) => [id, key]) ?? []),
    areas: new Map(areas.data?.map(({ id, name }) => [id, name]) ?? []),
    people: new Map(members.data?.map(({ id, name }) => [id, name]) ?? []),
  }
  const words = stand && standWords(stand)
  return (
    <p className="mt-0.5">
      {suite.template && 'A template, copied to be used. '}
      {count(suite.rows.length, 'case')}
      {suite.filter ? `: ${filterWords(suite.filter, names)}` : ' in this order'}
      {suite.automatedMs > 0 && `, ${formatDuration(suite.automatedMs)} on one agent`}
      {suite.byHandMs > 0 && `, ${formatDuration(suite.byHandMs)} by hand`}.{' '}
      {words && (
        <span>
          Newest builds: <span className={words.red ? 'text-failed' : ''}>{words.text}</span>.
        </span>
      )}{' '}
      {suite.plans.map(({ id, name }, i) => (
        <span key={id}>
          {i === 0 ? 'In ' : ', '}
          <ProjectLink to={`plans?plan=${id}`}>{name}</ProjectLink>
          {i === suite.plans.length - 1 && '.'}
        </span>
      ))}
    </p>
  )
}

function SuiteMenu({ suite, onEdit }: { suite: SuiteDetail; onEdit: () => void }) {
  const [, setAddress] = useAddress()
  const changes = useSuiteChanges()
  const [dialog, setDialog] = useState<'history' | 'delete' | null>(null)
  const close = () => setDialog(null)
  const { folder, name, note, filter } = suite
  return (
    <>
      <Menu label="Actions for the suite" trigger={<Button aria-label="Actions for the suite">…</Button>}>
        <MenuItem onSelect={onEdit}>Rename, move, filter …</MenuItem>
        <MenuItem onSelect={() => changes.copy.mutate(suite.id, { onSuccess: ({ id }) => setAddress({ suite: String(id) }) })}>
          Copy
        </MenuItem>
        <CanMenuItem
          right="manage"
          onSelect={() => changes.save.mutate({ id: suite.id, dto: { folder, name, note, filter, template: true } })}
        >
          Make it a template
        </CanMenuItem>
        <MenuItem onSelect={() => setDialog('history')}>History</MenuItem>
        <MenuItem onSelect={() => setDialog('delete')}>Delete the suite …</MenuItem>
      </Menu>
      {dialog === 'history' && <HistoryDialog kind="suite" id={suite.id} name={suite.name} onClose={close} />}
      {dialog === 'delete' && (
        <ConfirmDialog
          title={`Delete ${suite.name}?`}
          description="Its cases stay, and so does everything that was run of it."
          action="Delete the suite"
          onConfirm={() => changes.remove.mutate(suite.id, { onSuccess: () => setAddress({ suite: null, case: null }) })}
          onClose={close}
        />
      )}
    </>
  )
}

function NoCases({ suite }: { suite: SuiteDetail }) {
  const [, setAddress] = useAddress()
  if (suite.filter) return <EmptyState title="No case fits the filter now">It is asked each time the suite runs.</EmptyState>
  return (
    <EmptyState
      title="No cases yet"
      action={
        <CanButton right="run" kind="strong" onClick={() => setAddress({ do: 'add' })}>
          Add cases
        </CanButton>
      }
    >
      Add cases one by one or by area. They run in the order they have here.
    </EmptyState>
  )
}

function Head() {
  return (
    <div aria-hidden="true" className="flex h-[30px] shrink-0 items-center border-b border-hairline text-soft">
      <span className="w-[44px] pl-4" />
      <span className="w-[92px]">key</span>
      <span className="flex-1">title</span>
      <span className="w-[112px]">last 12 builds</span>
      <span className="w-[76px] pr-4 text-right">takes</span>
      <span className="w-[104px] truncate pr-4 @max-[760px]:hidden">for</span>
    </div>
  )
}

function CaseLine({ row, nth }: { row: SuiteCase; nth: number }) {
  const { key, title, thread, expectedMs, scripts, owner, priority, state } = row
  return (
    <>
      <div role="gridcell" className="w-[41px] shrink-0 pl-4 text-soft tabular-nums">
        {nth}
      </div>
      <div role="gridcell" className="w-[92px] shrink-0 truncate font-mono text-dye">
        {key}
      </div>
      <div role="gridcell" className="min-w-0 flex-1 truncate pr-3" title={`${title}, priority ${PRIORITY_WORDS[priority - 1]}`}>
        {title}
        {state === 'retired' && <span className="text-soft"> · retired</span>}
      </div>
      <div role="gridcell" className="w-[112px] shrink-0">
        {thread === '' ? (
          <span className="text-soft">{scripts === 0 ? 'by hand, never run' : 'never run'}</span>
        ) : (
          <Thread outcomes={readThread(thread)} />
        )}
      </div>
      <div role="gridcell" className="w-[76px] shrink-0 pr-4 text-right font-mono">
        {formatDuration(expectedMs)}
      </div>
      <div role="gridcell" className="w-[104px] shrink-0 truncate pr-4 text-soft @max-[760px]:hidden">
        {scripts > 0 ? 'any agent' : (owner ?? 'nobody')}
      </div>
    </>
  )
}
