import type { RequirementList } from '@bobbin/client'
import type { Outcome } from '@bobbin/core'
import { Plus } from 'lucide-react'
import type { ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { CanButton, useCan } from '../../context/can.js'
import { ProjectLink, useProjectPath } from '../../context/project-link.js'
import { count, formatNumber } from '../../lib/format.js'
import { csvOf, saveFile } from '../../lib/save-file.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { RowList } from '../../ui/row-list.js'
import { SearchField } from '../../ui/search-field.js'
import { EmptyState, ErrorState, Key, Loading, PartMissing } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { PasteDialog, RequirementDialog, TieDialog } from './requirement-dialogs.js'
import { isShown, linesOf, NARROWED, type TraceLine, verifiedBy } from './requirement-words.js'
import { useRequirementChanges, useRequirements } from './use-requirements.js'

const ROW = 48
/** Columns of environments that have room. */
const MOST_ENVIRONMENTS = 5

/** What must hold, which cases verify it, by which scripts, and how they stand in each environment. */
export function RequirementsPage() {
  const list = useRequirements()
  if (list.error) return <ErrorState error={list.error} onRetry={() => void list.refetch()} />
  if (!list.data) return <Loading what="the requirements" />
  return <Shown list={list.data} missing={list.partError && <PartMissing error={list.partError} onRetry={list.goOn} />} />
}

function Shown({ list, missing }: { list: RequirementList; missing: ReactNode }) {
  const [params, setAddress, now] = useAddress()
  const navigate = useNavigate()
  const path = useProjectPath()
  const changes = useRequirementChanges()
  const edits = useCan('editCases')
  const only = NARROWED.find((one) => one === params.get('only')) ?? null
  const lines = linesOf(list.rows.filter((row) => isShown(row, only, params.get('search') ?? '')))
  const row = params.get('row')
  // its case may have been untied, or its first one tied: the requirement stays chosen
  const chosen = lines.find(({ key }) => key === row) ?? lines.find((line) => String(line.row.id) === row?.split(':')[0])
  const doing = params.get('do')
  const act = (what: string | null) => setAddress({ do: what })
  const close = () => act(null)
  useKeys({
    n: () => edits && act('new'),
    p: () => edits && act('paste'),
    // keys may come before what was chosen is drawn
    e: () => edits && now().has('row') && act('edit'),
    t: () => edits && now().has('row') && act('tie'),
    Enter: () => chosen?.one && void navigate(path(`cases?case=${chosen.one.key}`)),
  })
  const environments = list.environments.slice(0, MOST_ENVIRONMENTS)
  return (
    <section aria-label="Requirements" className="flex min-w-0 flex-1 flex-col">
      <Head list={list} />
      {missing}
      {lines.length === 0 ? (
        list.rows.length === 0 ? (
          <EmptyState
            title="No requirements yet"
            action={
              <span className="flex gap-2">
                <CanButton right="editCases" kind="strong" onClick={() => act('new')}>
                  New requirement
                </CanButton>
                <CanButton right="editCases" onClick={() => act('paste')}>
                  Paste a list
                </CanButton>
              </span>
            }
          >
            A requirement is something that must hold, kept here or in an outside tracker. Cases that verify it are tied to it; this page
            shows which are missing, and how they stand.
          </EmptyState>
        ) : (
          <EmptyState
            title="No requirement fits"
            action={
              <button type="button" className="link" onClick={() => setAddress({ only: null, search: null })}>
                Show all
              </button>
            }
          >
            None of {count(list.total, 'requirement')} is what is looked for.
          </EmptyState>
        )
      ) : (
        <>
          <div aria-hidden="true" className="flex border-b border-hairline py-1.5 pl-[3px] text-soft">
            <span className="w-[27%] shrink-0 pl-5">requirement</span>
            <span className="min-w-0 flex-1">case</span>
            <span className="w-[190px] shrink-0">verified by</span>
            {environments.map((name) => (
              <span key={name} className="w-[108px] shrink-0 truncate" title={name}>
                {name}
              </span>
            ))}
            <span className="w-[17px] shrink-0" />
          </div>
          <RowList
            label="Requirements and their cases"
            items={lines}
            keyOf={({ key }) => key}
            selected={chosen?.key ?? null}
            onSelect={(key) => setAddress({ row: key }, { replace: true })}
            heightOf={() => ROW}
            render={(line) => <Line line={line} environments={environments} />}
          />
        </>
      )}
      {chosen && <Chosen line={chosen} onAct={act} />}
      {doing === 'new' && <RequirementDialog row={null} onClose={close} />}
      {doing === 'paste' && <PasteDialog onClose={close} />}
      {doing === 'edit' && chosen && <RequirementDialog row={chosen.row} onClose={close} />}
      {doing === 'tie' && chosen && <TieDialog row={chosen.row} onClose={close} />}
      {doing === 'delete' && chosen && (
        <ConfirmDialog
          title={`Delete ${chosen.row.key}?`}
          description="Its cases stay, and are tied to it no more. It can be brought back from the audit log."
          action="Delete"
          onConfirm={() => changes.remove.mutate(chosen.row.id, { onSuccess: () => setAddress({ do: null, row: null }) })}
          onClose={close}
        />
      )}
    </section>
  )
}

function Head({ list }: { list: RequirementList }) {
  const [params, setAddress] = useAddress()
  const { rows, total } = list
  // the later pages are still on their way
  const isWhole = rows.length >= total
  const covered = rows.filter(({ state }) => state === 'covered').length
  const sums = {
    noCase: rows.filter(({ state }) => state === 'noCase').length,
    neverRan: rows.filter(({ state }) => state === 'neverRan').length,
    changed: rows.filter(({ changed }) => changed).length,
    red: rows.filter(({ red }) => red).length,
  }
  const only = params.get('only')
  const words = [
    ['red', sums.red, `${sums.red === 1 ? 'has' : 'have'} a red result`],
    ['noCase', sums.noCase, `${sums.noCase === 1 ? 'has' : 'have'} no case`],
    ['neverRan', sums.neverRan, `only ${sums.neverRan === 1 ? 'has' : 'have'} cases without a result in the newest builds`],
    ['changed', sums.changed, `changed after ${sums.changed === 1 ? 'its' : 'their'} cases were edited`],
  ] as const
  const told = words.filter(([, sum]) => sum > 0)
  return (
    <header className="border-b border-hairline px-5 pt-4 pb-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="text-xl">
          {rows.length === 0
            ? 'Requirements'
            : `${formatNumber(covered)} of ${isWhole ? '' : 'the first '}${count(rows.length, 'requirement')} are covered`}
        </h1>
        <span className="ml-auto" />
        <ProjectLink to="cases" className="link">
          Cases
        </ProjectLink>
        {rows.length > 0 && (
          <>
            <button type="button" className="link" disabled={!isWhole} onClick={() => saveFile('requirements.csv', csvFile(list))}>
              CSV
            </button>
            <SearchField
              value={params.get('search') ?? ''}
              placeholder="Requirement or case"
              onChange={(search) => setAddress({ search }, { replace: true })}
            />
            <CanButton right="editCases" onClick={() => setAddress({ do: 'paste' })}>
              Paste… <Key>p</Key>
            </CanButton>
            <CanButton right="editCases" onClick={() => setAddress({ do: 'new' })}>
              <Plus size={14} /> New requirement <Key>n</Key>
            </CanButton>
          </>
        )}
      </div>
      {rows.length > 0 && (
        <p className="mt-1">
          {told.length === 0 && <span className="text-soft">Each has a case with a result, and none is red.</span>}
          {told.map(([name, sum, does], i) => (
            <span key={name}>
              {i > 0 && ', '}
              <button
                type="button"
                className="link"
                aria-pressed={only === name}
                onClick={() => setAddress({ only: only === name ? null : name }, { replace: true })}
              >
                {formatNumber(sum)} {does}
              </button>
            </span>
          ))}
          {told.length > 0 && '.'}
          {list.environments.length > MOST_ENVIRONMENTS && (
            <span className="text-soft"> {count(list.environments.length - MOST_ENVIRONMENTS, 'more environment')} in the CSV.</span>
          )}
          {only !== null && (
            <button type="button" className="link ml-3" onClick={() => setAddress({ only: null }, { replace: true })}>
              Show all
            </button>
          )}
        </p>
      )}
    </header>
  )
}

function Line({ line: { row, one, first }, environments }: { line: TraceLine; environments: readonly string[] }) {
  return (
    <>
      {first && <div aria-hidden="true" className="absolute inset-x-0 top-0 border-t border-hairline" />}
      <div role="gridcell" className="w-[27%] shrink-0 overflow-hidden py-1 pr-4 pl-5">
        {first && (
          <>
            <p className="truncate font-semibold" title={row.name}>
              {row.name}
            </p>
            <p className="truncate font-mono text-soft">
              {row.key}
              {row.changed && <span className="font-sans text-errored"> changed</span>}
            </p>
          </>
        )}
      </div>
      {one === null ? (
        <div role="gridcell" className="min-w-0 flex-1 text-errored">
          no case yet
        </div>
      ) : (
        <>
          <div role="gridcell" className="line-clamp-2 min-w-0 flex-1 pr-3" title={one.title}>
            <ProjectLink to={`cases?case=${one.key}`} className="link font-mono">
              {one.key}
            </ProjectLink>{' '}
            {one.title}
            {one.state === 'draft' && <span className="text-soft"> · draft</span>}
          </div>
          <div role="gridcell" className="w-[190px] shrink-0 truncate pr-3 font-mono" title={verifiedBy(one)}>
            {one.scripts[0] ? (
              <ProjectLink to={`tests/${one.scripts[0].id}`} className="hover:underline">
                {verifiedBy(one)}
              </ProjectLink>
            ) : one.byHand ? (
              <ProjectLink to={`runs/${one.byHand.runId}`} className="hover:underline">
                {verifiedBy(one)}
              </ProjectLink>
            ) : (
              <span className="text-errored">{verifiedBy(one)}</span>
            )}
          </div>
          {environments.map((name) => (
            <div key={name} role="gridcell" className="w-[108px] shrink-0">
              <Standing outcome={one.outcomes[name]} environment={name} />
            </div>
          ))}
        </>
      )}
      <div className="w-[17px] shrink-0" />
    </>
  )
}

function Standing({ outcome, environment }: { outcome: Outcome | undefined; environment: string }) {
  return outcome ? (
    <span title={`${OUTCOME_WORDS[outcome]} in ${environment}`}>
      <OutcomeGlyph outcome={outcome} />
    </span>
  ) : (
    <span className="text-soft">no result</span>
  )
}

function Chosen({ line: { row, one }, onAct }: { line: TraceLine; onAct: (what: string) => void }) {
  const { write, tie } = useRequirementChanges()
  return (
    <div
      role="group"
      aria-label="Chosen requirement"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-hairline bg-surface px-5 py-2.5"
    >
      <strong className="font-mono font-semibold">{row.key}</strong>
      <span className="max-w-[60ch] min-w-0 truncate text-soft" title={row.note}>
        {row.note || row.name}
      </span>
      <span className="ml-auto flex flex-wrap items-center gap-1.5">
        {row.address && (
          <a href={row.address} target="_blank" rel="noreferrer" className="link mr-2">
            Open its source
          </a>
        )}
        {row.cases.length === 0 && (
          <CanButton right="editCases" disabled={write.isPending} onClick={() => write.mutate({ id: row.id, title: row.name })}>
            Write a case
          </CanButton>
        )}
        <CanButton right="editCases" onClick={() => onAct('tie')}>
          Tie cases… <Key>t</Key>
        </CanButton>
        {one && (
          <CanButton right="editCases" disabled={tie.isPending} onClick={() => tie.mutate({ id: row.id, remove: [one.key] })}>
            Untie {one.key}
          </CanButton>
        )}
        <CanButton right="editCases" onClick={() => onAct('edit')}>
          Change… <Key>e</Key>
        </CanButton>
        <CanButton right="organize" kind="quiet" onClick={() => onAct('delete')}>
          Delete…
        </CanButton>
      </span>
    </div>
  )
}

function csvFile({ rows, environments }: RequirementList): string {
  return csvOf([
    ['requirement', 'title', 'address', 'case', 'case title', 'verified by', ...environments],
    ...linesOf(rows).map(({ row, one }) => [
      row.key,
      row.name,
      row.address,
      one?.key ?? null,
      one?.title ?? null,
      one ? verifiedBy(one) : null,
      ...environments.map((name) => one?.outcomes[name] ?? null),
    ]),
  ])
}
