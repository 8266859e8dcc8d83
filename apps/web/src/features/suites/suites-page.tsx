import { SUITE_TEMPLATES, type SuiteTemplate } from '@bobbin/core'
import type { SuiteRow, SuiteThread } from '@bobbin/client'
import { Plus } from 'lucide-react'
import { useEffect, useMemo } from 'react'
import { CanButton, useCan } from '../../context/can.js'
import { formatNumber } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { readThread } from '../../ui/outcome-words.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Key, Loading } from '../../ui/states.js'
import { Thread } from '../../ui/thread.js'
import { SuiteDialog } from './suite-dialog.js'
import { SuiteView } from './suite-view.js'
import { templateAddress, templateAt, TemplateView } from './template-view.js'
import { standWords } from './suite-words.js'
import { useSuite, useSuites, useSuiteThreads } from './use-suites.js'

type Line = { kind: 'folder'; name: string } | { kind: 'suite'; suite: SuiteRow } | { kind: 'template'; template: SuiteTemplate }

/** Suites in their folders on the left, the chosen one beside them. */
export function SuitesPage() {
  const [params, setAddress] = useAddress()
  const suites = useSuites()
  const threads = useSuiteThreads()
  const runs = useCan('run')
  const doing = params.get('do')
  const chosen = params.get('suite')
  const rows = suites.data?.rows
  const template = templateAt(chosen)
  const id = chosen === null || template ? null : Number(chosen)
  const suite = useSuite(id)
  const lines = useMemo(() => linesOf(rows ?? []), [rows])
  const first = rows?.[0]?.id
  useEffect(() => {
    if (chosen === null && first !== undefined) setAddress({ suite: String(first) }, { replace: true })
  }, [chosen, first, setAddress])
  useKeys({ n: () => runs && setAddress({ do: 'new' }) })
  if (suites.isPending) return <Loading what="the suites" />
  if (suites.error) return <ErrorState error={suites.error} onRetry={() => void suites.refetch()} />
  const standOf = (suiteId: number) => threads.data?.rows.find((row) => row.suiteId === suiteId)
  const create = (
    <CanButton right="run" kind={rows?.length ? 'quiet' : 'strong'} onClick={() => setAddress({ do: 'new' })}>
      <Plus size={14} aria-hidden="true" /> New suite <Key>n</Key>
    </CanButton>
  )
  return (
    <>
      <section aria-label="Suites" className="flex w-[248px] shrink-0 flex-col border-r border-hairline max-[1100px]:w-[210px]">
        <div className="flex items-center justify-between px-2 py-2">{create}</div>
        <RowList
          label="Suites"
          items={lines}
          keyOf={keyOfLine}
          selected={chosen}
          onSelect={(key) => setAddress({ suite: key, case: null, do: null }, { replace: true })}
          heightOf={(line) => (line.kind === 'suite' ? 52 : line.kind === 'template' ? 30 : 34)}
          render={(line) =>
            line.kind === 'folder' ? (
              <FolderLine name={line.name} />
            ) : line.kind === 'template' ? (
              <TemplateLine template={line.template} />
            ) : (
              <SuiteLine suite={line.suite} stand={standOf(line.suite.id)} />
            )
          }
        />
      </section>
      {template && <TemplateView key={template.id} template={template} taken={new Set(rows?.map(({ name }) => name))} />}
      {!template && rows?.length === 0 && (
        <EmptyState title="No suites yet" action={create}>
          A suite is an ordered selection of cases: what must work each day, what is tried before a release. Plans run suites on
          environments. Begin with one of your own, or copy a template.
        </EmptyState>
      )}
      {id !== null && suite.isPending && <Loading what="the suite" />}
      {id !== null && suite.error && <ErrorState error={suite.error} onRetry={() => void suite.refetch()} />}
      {id !== null && suite.data && (
        <SuiteView key={suite.data.id} suite={suite.data} stand={standOf(suite.data.id)} onEdit={() => setAddress({ do: 'edit' })} />
      )}
      {(doing === 'new' || (doing === 'edit' && suite.data)) && (
        <SuiteDialog
          suite={doing === 'edit' ? (suite.data ?? null) : null}
          folders={[...new Set((rows ?? []).map(({ folder }) => folder).filter((folder) => folder !== ''))]}
          onClose={() => setAddress({ do: null }, { replace: true })}
          onSaved={(made) => setAddress({ suite: String(made), do: null })}
        />
      )}
    </>
  )
}

function linesOf(rows: readonly SuiteRow[]): Line[] {
  const lines: Line[] = []
  let before: string | null = null
  for (const suite of rows) {
    const folder = suite.template ? 'Templates' : suite.folder || (suite.filter ? 'By filter' : 'Without a folder')
    if (folder !== before) lines.push({ kind: 'folder', name: folder })
    before = folder
    lines.push({ kind: 'suite', suite })
  }
  if (before !== 'Templates') lines.push({ kind: 'folder', name: 'Templates' })
  return [...lines, ...SUITE_TEMPLATES.map((template): Line => ({ kind: 'template', template }))]
}

const keyOfLine = (line: Line): string | null =>
  line.kind === 'suite' ? String(line.suite.id) : line.kind === 'template' ? templateAddress(line.template.id) : null

function TemplateLine({ template: { name, cases } }: { template: SuiteTemplate }) {
  return (
    <div role="gridcell" className="min-w-0 flex-1 py-1 pr-4 pl-[13px]">
      <p className="flex items-baseline justify-between gap-2">
        <span className="truncate">{name}</span>
        <span className="text-soft tabular-nums">{cases.length > 0 ? formatNumber(cases.length) : 'filter'}</span>
      </p>
    </div>
  )
}

function FolderLine({ name }: { name: string }) {
  return (
    <div role="gridcell" className="self-end px-4 pb-1">
      <h2 className="text-sm text-soft">{name}</h2>
    </div>
  )
}

function SuiteLine({ suite, stand }: { suite: SuiteRow; stand: SuiteThread | undefined }) {
  const words = stand && standWords(stand)
  return (
    <div role="gridcell" className="min-w-0 flex-1 py-1.5 pr-4 pl-[13px]">
      <p className="flex items-baseline justify-between gap-2">
        <span className="truncate font-semibold">{suite.name}</span>
        <span className="text-soft tabular-nums">{formatNumber(suite.cases)}</span>
      </p>
      <p className="flex items-center gap-2">
        {suite.template ? (
          <span className="text-soft">template</span>
        ) : (
          stand && (
            <>
              {stand.thread !== '000000000000' && <Thread outcomes={readThread(stand.thread)} cell={7} height={14} />}
              <span className={`truncate ${words?.red ? 'text-failed' : 'text-soft'}`}>{words?.text}</span>
            </>
          )
        )}
      </p>
    </div>
  )
}
