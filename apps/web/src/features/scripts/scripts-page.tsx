import { visibleText } from '@bobbin/core'
import type { ScriptDetail, ScriptRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { useAllPages } from '../../lib/use-all-pages.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { Inspector } from '../../ui/inspector.js'
import { RowList } from '../../ui/row-list.js'
import { SearchField } from '../../ui/search-field.js'
import { Button, EmptyState, ErrorState, Key, Loading, PartMissing } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { notifyUndo } from '../../ui/toast.js'
import { ActHistory } from '../audit/act-history.js'
import { LaneHistory } from '../history/lane-history.js'
import { DecideBar } from './decide-bar.js'
import { LinkDialog, useLinking } from './link-dialog.js'
import { ScriptSourcePart } from './script-source.js'

type Line = { kind: 'file'; name: string; count: number } | { kind: 'script'; row: ScriptRow }

const FILTERS = [
  [null, 'all'],
  ['unlinked', 'without a case'],
  ['aside', 'set aside'],
  ['unknownKeys', 'with a key that no case has'],
] as const

const NONE: ReadonlySet<string> = new Set()

/** Of the picked scripts those that the list shows: what is not seen is not decided about. */
const pickedOf = (rows: readonly ScriptRow[], picked: ReadonlySet<string>) => rows.filter(({ id }) => picked.has(String(id)))

/** Every automated test that results have named, in the files they stand in. */
export function ScriptsPage() {
  const { project } = useSession()
  const [params, setAddress] = useAddress()
  const search = params.get('search') ?? ''
  const only = (['unlinked', 'aside', 'unknownKeys'] as const).find((word) => word === params.get('only'))
  const query = { ...(search && { search }), ...(only && { only }) }
  const scripts = useAllPages(keyFor('scripts', project.slug, query), (offset, signal) =>
    api.get('/projects/{project}/scripts', { path: { project: project.slug }, query: { ...query, offset }, signal }),
  )
  const selected = params.get('script')
  const [picked, setPicked] = useState<ReadonlySet<string>>(NONE)
  const pick = (keys: string[], on: boolean) =>
    setPicked((now) => {
      const next = new Set(now)
      for (const key of keys)
        if (on) next.add(key)
        else next.delete(key)
      return next
    })
  const { data } = scripts
  if (!data && !scripts.error) return <Loading what="the scripts" />
  if (!data) return <ErrorState error={scripts.error} onRetry={() => void scripts.refetch()} />
  const { rows, total } = data
  return (
    <>
      <section aria-label="Scripts" className="@container flex min-w-0 flex-1 flex-col">
        <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-hairline px-5 pt-4 pb-3">
          <h1 className="text-xl">Scripts</h1>
          <div className="flex gap-3">
            {FILTERS.map(([value, words]) => (
              <button
                key={words}
                type="button"
                aria-pressed={(only ?? null) === value}
                onClick={() => setAddress({ only: value })}
                className={
                  (only ?? null) === value
                    ? 'border-b-2 border-dye font-semibold'
                    : 'border-b-2 border-transparent text-soft hover:text-ink'
                }
              >
                {value && `${data[value]} `}
                {words}
              </button>
            ))}
          </div>
          <span className="ml-auto" />
          <SearchField
            value={search}
            placeholder="Name, class or file"
            onChange={(value) => setAddress({ search: value }, { replace: true })}
          />
        </header>
        {scripts.partError && <PartMissing error={scripts.partError} onRetry={scripts.goOn} />}
        {rows.length === 0 ? (
          <NoScripts filtered={search !== '' || only !== undefined} onClear={() => setAddress({ search: null, only: null })} />
        ) : (
          <RowList
            label={`Scripts, ${total}`}
            items={layOut(rows)}
            keyOf={(line) => (line.kind === 'script' ? String(line.row.id) : null)}
            selected={selected}
            onSelect={(key) => setAddress({ script: key }, { replace: selected !== null })}
            picked={picked}
            onPick={pick}
            heightOf={(line) => (line.kind === 'file' ? 38 : 30)}
            render={(line) => <LineView line={line} />}
          />
        )}
        {picked.size > 0 && <DecideBar scripts={pickedOf(rows, picked)} onDone={() => setPicked(NONE)} />}
      </section>
      {selected && <ScriptInspector key={selected} id={selected} onClose={() => setAddress({ script: null })} />}
    </>
  )
}

function NoScripts({ filtered, onClear }: { filtered: boolean; onClear: () => void }) {
  if (filtered) {
    return (
      <EmptyState title="No matching script" action={<Button onClick={onClear}>Show all scripts</Button>}>
        Nothing matches the search and filter above.
      </EmptyState>
    )
  }
  return (
    <EmptyState title="No scripts yet" action={<ProjectLink to="intake">Deliver result files</ProjectLink>}>
      Every distinct test in the results becomes a script, and is linked to its case by the key it declares.
    </EmptyState>
  )
}

const placeOf = (row: ScriptRow) => visibleText(row.file ?? row.classname ?? (row.suites.join(' › ') || '(no file)'))

function layOut(rows: ScriptRow[]): Line[] {
  const lines: Line[] = []
  let heading = null as Extract<Line, { kind: 'file' }> | null
  for (const row of rows) {
    if (heading?.name !== placeOf(row)) lines.push((heading = { kind: 'file', name: placeOf(row), count: 0 }))
    heading.count++
    lines.push({ kind: 'script', row })
  }
  return lines
}

function LineView({ line }: { line: Line }) {
  if (line.kind === 'file') {
    return (
      <div role="gridcell" className="flex min-w-0 gap-2 self-end px-5 pb-1.5 font-mono text-soft">
        <span className="truncate">{line.name}</span>
        <span>{line.count}</span>
      </div>
    )
  }
  const { row } = line
  return (
    <>
      <div role="gridcell" className="flex w-[46px] shrink-0 justify-end pr-2.5">
        {row.lastOutcome && <OutcomeGlyph outcome={row.lastOutcome} />}
      </div>
      <div role="gridcell" className="min-w-0 flex-1 truncate" title={visibleText(row.name)}>
        {visibleText(row.name)}
        {row.profile && <span className="text-soft"> · {row.profile}</span>}
      </div>
      <div role="gridcell" className="w-[200px] shrink-0 truncate px-3 font-mono text-dye @max-[620px]:w-[110px]">
        {row.cases.join(' ')}
        {row.unknownKeys.length > 0 && <span className="text-errored"> {row.unknownKeys.join(' ')}?</span>}
        {row.cases.length + row.unknownKeys.length === 0 && <span className="text-soft">{row.aside ? 'set aside' : 'no case'}</span>}
      </div>
      <div role="gridcell" className="w-[140px] shrink-0 truncate pr-5 text-right text-soft @max-[620px]:hidden">
        {row.lastSeen && <Time iso={row.lastSeen} />}
      </div>
    </>
  )
}

function ScriptInspector({ id, onClose }: { id: string; onClose: () => void }) {
  const { project } = useSession()
  const [linking, setLinking] = useState(false)
  const script = useQuery({
    queryKey: keyFor('script', project.slug, id),
    queryFn: ({ signal }) => api.get('/projects/{project}/scripts/{id}', { path: { project: project.slug, id: Number(id) }, signal }),
  })
  const links = useCan('link')
  useKeys({ l: () => links && setLinking(true) })
  return (
    <Inspector
      label="Script"
      onClose={onClose}
      footer={
        links && (
          <button type="button" onClick={() => setLinking(true)} className="flex items-center gap-1.5 hover:text-dye">
            <Key>l</Key> link a case
          </button>
        )
      }
    >
      {script.isPending && <Loading what="the script" />}
      {script.error && <ErrorState error={script.error} onRetry={() => void script.refetch()} />}
      {script.data && <ScriptBody script={script.data} onLink={() => setLinking(true)} />}
      {script.data && <LinkDialog script={script.data} open={linking} onOpenChange={setLinking} />}
    </Inspector>
  )
}

function ScriptBody({ script, onLink }: { script: ScriptDetail; onLink: () => void }) {
  const { link, unlink } = useLinking(script)
  const links = useCan('link')
  const remove = (key: string) => unlink.mutate(key, { onSuccess: () => notifyUndo(`Unlinked from ${key}`, () => link.mutate(key)) })
  return (
    <>
      <p className="truncate pr-16 font-mono text-soft">{placeOf(script)}</p>
      <h2 className="mt-1 text-lg break-words">{visibleText(script.name)}</h2>
      <p className="mt-1 text-soft">
        {[script.framework, script.profile && `on ${script.profile}`, count(script.histories.length, 'place') + ' where it ran']
          .filter(Boolean)
          .join(' · ')}
      </p>
      <section className="mt-5">
        <h3 className="mb-1 text-sm">Cases</h3>
        {script.links.length === 0 && (
          <p className="text-soft">
            No case is verified by this script.{' '}
            {links && (
              <button type="button" className="link" onClick={onLink}>
                Link one
              </button>
            )}
          </p>
        )}
        <ul>
          {script.links.map((own) => (
            <li key={own.caseKey} className="flex min-h-[30px] items-center gap-3 border-t border-hairline">
              <ProjectLink to={`cases?case=${own.caseKey}`} className="link font-mono">
                {own.caseKey}
              </ProjectLink>
              <span className="min-w-0 flex-1 truncate" title={own.caseTitle}>
                {own.caseTitle}
              </span>
              <span className="text-soft">{own.origin === 'manual' ? 'by hand' : own.origin}</span>
              {links && (
                <button type="button" className="text-soft hover:text-failed" onClick={() => remove(own.caseKey)}>
                  Unlink<span className="sr-only"> {own.caseKey}</span>
                </button>
              )}
            </li>
          ))}
        </ul>
        {script.unknownKeys.length > 0 && (
          <p className="mt-2 border-l-[3px] border-errored pl-3">
            It declares <span className="font-mono">{script.unknownKeys.join(', ')}</span>, which no case has. Correct the key in the code,
            or create the case.
          </p>
        )}
      </section>
      <ScriptSourcePart script={script} />
      <section className="mt-6">
        <h3 className="text-sm">Last builds</h3>
        {script.histories.length === 0 && <p className="text-soft">It has not run yet.</p>}
        {script.histories.map((history) => (
          <LaneHistory key={history.lane.id} history={history} scriptId={script.id} />
        ))}
      </section>
      <ActHistory kind="script" id={script.id} />
    </>
  )
}
