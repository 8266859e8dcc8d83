import type { Report, ReportRow, ReportSum } from '@bobbin/client'
import { FileDown, Printer } from 'lucide-react'
import { useState } from 'react'
import { useParams } from 'react-router'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatNumber, ownZone } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { OUTCOME_WORDS } from '../../ui/outcome-words.js'
import { Button, EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { Time } from '../../ui/time.js'
import { aboutWords } from '../plans/plan-words.js'
import { SignOffPart } from './sign-off-part.js'
import { type ReportOf, useReport } from './use-manual.js'

/** What a row of the report counts to. */
export type ReportPart = 'passed' | 'failed' | 'errored' | 'other' | 'underWay' | 'planned'

const PARTS: readonly [part: ReportPart, words: string, fill: string][] = [
  ['passed', 'passed', 'bg-passed'],
  ['failed', 'failed', 'bg-failed'],
  ['errored', 'errored', 'bg-errored'],
  ['other', 'skipped or blocked', 'bg-skipped'],
  ['underWay', 'under way', 'bg-dye'],
  ['planned', 'planned', 'bg-hairline'],
]

export function partOf({ state, outcome }: Pick<ReportRow, 'state' | 'outcome'>): ReportPart {
  if (state === 'planned') return 'planned'
  if (state === 'under way') return 'underWay'
  if (outcome === 'passed' || outcome === 'recovered') return 'passed'
  return outcome === 'failed' || outcome === 'errored' ? outcome : 'other'
}

const KINDS = ['release', 'plan', 'run'] as const

/** By hand and by scripts together: planned, under way, done; what is missing and whose it is. */
export function ReportPage() {
  const params = useParams()
  const kind = KINDS.find((one) => one === params['kind'])
  const id = Number(params['id'])
  const of: ReportOf | null = kind && Number.isInteger(id) ? { [kind]: id } : null
  const report = useReport(of)
  if (!of)
    return (
      <div className="flex-1">
        <h1 className="sr-only">Report</h1>
        <EmptyState title="Nothing is chosen to report on">Open the report of a release, a plan or a run from its page.</EmptyState>
      </div>
    )
  if (report.isPending) return <Loading what="the report" />
  if (!report.data) return <ErrorState error={report.error} onRetry={() => void report.refetch()} />
  return <ReportView report={report.data} of={of} />
}

function ReportView({ report, of }: { report: Report; of: ReportOf }) {
  const [params, setAddress] = useAddress()
  const shown = PARTS.find(([part]) => part === params.get('show'))?.[0] ?? null
  const onlyMissing = params.get('show') === 'missing'
  const by = (name: 'cell' | 'area' | 'person' | 'requirement') => params.get(name)
  const show = (change: Record<string, string | null>) =>
    setAddress({ show: null, cell: null, area: null, person: null, requirement: null, ...change }, { replace: true })
  const cellOf = ({ environment, profile }: ReportRow) => [environment, profile].filter(Boolean).join(', ')
  const rows = report.rows.filter(
    (row) =>
      (shown === null || partOf(row) === shown) &&
      (!onlyMissing || row.state !== 'done') &&
      (by('cell') === null || cellOf(row) === by('cell')) &&
      (by('area') === null || (row.area || 'no area') === by('area')) &&
      (by('requirement') === null || row.requirements.includes(by('requirement') ?? '')) &&
      (by('person') === null || (row.manual !== null && (row.person ?? 'nobody yet') === by('person'))),
  )
  const filtered = rows.length !== report.rows.length
  const { total, missing, defects } = report
  const all = total.planned + total.underWay + total.done
  return (
    <section aria-label="Report" className="min-w-0 flex-1 overflow-y-auto px-8 py-5 print:overflow-visible print:p-0" tabIndex={0}>
      <title>{`Report, ${report.title} · Bobbin`}</title>
      <header className="flex flex-wrap items-start gap-3">
        <div>
          <h1 className="text-xl">{report.title}</h1>
          <p className="text-soft">
            Report of the {report.of.kind}, <Time iso={report.at} />
          </p>
        </div>
        <span className="ml-auto flex gap-2 print:hidden">
          <Downloads of={of} />
          <Button onClick={() => window.print()}>
            <Printer size={14} aria-hidden="true" /> Print
          </Button>
        </span>
      </header>
      <p className="mt-3 text-lg">
        <strong>
          {formatNumber(total.done)} of {formatNumber(all)} done
        </strong>
        : {total.passed} passed, <span className={total.failed > 0 ? 'text-failed' : ''}>{total.failed} failed</span>,{' '}
        <span className={total.errored > 0 ? 'text-errored' : ''}>{total.errored} errored</span>.{' '}
        {missing.length === 0 ? (
          'Nothing is missing.'
        ) : (
          <button type="button" className="link" onClick={() => show({ show: 'missing' })}>
            {formatNumber(missing.length)} missing
          </button>
        )}
        {missing.length > 0 && '.'}
        {report.spentMs > 0 && ` ${aboutWords(report.spentMs)} by hand so far${report.expectedLeftMs > 0 ? ',' : '.'}`}
        {report.expectedLeftMs > 0 && ` about ${aboutWords(report.expectedLeftMs)} left.`}
      </p>
      <Bar total={total} shown={shown} onShow={(part) => show({ show: part })} />
      <SignOffPart of={of} />
      <div className="mt-5 grid grid-cols-2 gap-x-8 gap-y-5 max-[1000px]:grid-cols-1 print:grid-cols-1">
        <Sums title="By environment and profile" sums={report.cells} onShow={(name) => show({ cell: name })} />
        <Sums title="By area" sums={report.areas} onShow={(name) => show({ area: name })} />
        {report.requirements.length > 0 && (
          <Sums title="By requirement" sums={report.requirements} onShow={(name) => show({ requirement: name })} />
        )}
        {report.people.length > 0 && <Sums title="By person, by hand" sums={report.people} onShow={(name) => show({ person: name })} />}
        {defects.length > 0 && (
          <section aria-label="Defects">
            <h2 className="mb-1 text-base">Defects</h2>
            <ul>
              {defects.map((defect) => (
                <li key={`${defect.key}-${defect.title}`} className="flex gap-3 border-t border-hairline py-1.5">
                  {defect.url ? (
                    <a href={defect.url} target="_blank" rel="noreferrer" className="link font-mono">
                      {defect.key ?? 'new'}
                    </a>
                  ) : (
                    <code>{defect.key ?? 'new'}</code>
                  )}
                  <span className="min-w-0 flex-1">{defect.title}</span>
                  <span className="text-soft">{defect.state}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
      <h2 className="mt-6 mb-1 text-base">
        {filtered ? `${count(rows.length, 'case')} of ${formatNumber(report.rows.length)}` : count(rows.length, 'case')}
        {filtered && (
          <Button kind="quiet" className="ml-2 print:hidden" onClick={() => show({})}>
            Show all
          </Button>
        )}
      </h2>
      <Rows rows={rows} />
    </section>
  )
}

function Bar({ total, shown, onShow }: { total: ReportSum; shown: ReportPart | null; onShow: (part: ReportPart | null) => void }) {
  const parts = PARTS.filter(([part]) => total[part] > 0)
  return (
    <div className="mt-3 print:[print-color-adjust:exact]">
      <div className="flex h-4 gap-px" aria-hidden="true">
        {parts.map(([part, words, fill]) => (
          <button
            key={part}
            type="button"
            tabIndex={-1}
            title={`${total[part]} ${words}`}
            className={`${fill} min-w-[3px] ${shown !== null && shown !== part ? 'opacity-35' : ''}`}
            style={{ flexGrow: total[part] }}
            onClick={() => onShow(shown === part ? null : part)}
          />
        ))}
      </div>
      <p className="mt-1.5 flex flex-wrap gap-x-5 gap-y-1">
        {parts.map(([part, words, fill]) => (
          <button
            key={part}
            type="button"
            aria-pressed={shown === part}
            className={`flex items-center gap-1.5 hover:underline ${shown === part ? 'font-semibold' : ''}`}
            onClick={() => onShow(shown === part ? null : part)}
          >
            <span aria-hidden="true" className={`inline-block size-2.5 ${fill}`} />
            {formatNumber(total[part])} {words}
          </button>
        ))}
      </p>
    </div>
  )
}

function Sums({ title, sums, onShow }: { title: string; sums: ReportSum[]; onShow: (name: string) => void }) {
  return (
    <section aria-label={title}>
      <h2 className="mb-1 text-base">{title}</h2>
      <table className="w-full border-collapse text-right">
        <thead className="text-soft">
          <tr>
            <th scope="col" className="text-left font-normal">
              <span className="sr-only">{title}</span>
            </th>
            {['planned', 'under way', 'done', 'passed', 'failed', 'errored', 'other'].map((words) => (
              <th key={words} scope="col" className="pl-3 font-normal whitespace-nowrap">
                {words}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sums.map((sum) => (
            <tr key={sum.name} className="border-t border-hairline">
              <th scope="row" className="max-w-0 w-full truncate py-1 text-left font-normal">
                <button type="button" className="max-w-full truncate hover:underline" title={sum.name} onClick={() => onShow(sum.name)}>
                  {sum.name}
                </button>
              </th>
              {[sum.planned, sum.underWay, sum.done, sum.passed].map((value, i) => (
                <td key={i} className={`pl-3 ${value === 0 ? 'text-soft' : ''}`}>
                  {formatNumber(value)}
                </td>
              ))}
              <td className={`pl-3 ${sum.failed > 0 ? 'font-semibold text-failed' : 'text-soft'}`}>{formatNumber(sum.failed)}</td>
              <td className={`pl-3 ${sum.errored > 0 ? 'font-semibold text-errored' : 'text-soft'}`}>{formatNumber(sum.errored)}</td>
              <td className="pl-3 text-soft">{formatNumber(sum.other)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** So many rows are drawn at first; a report of thousands is read in parts. */
const MOST_ROWS = 200

function Rows({ rows }: { rows: ReportRow[] }) {
  const [most, setMost] = useState(MOST_ROWS)
  return (
    <>
      <table className="w-full table-fixed border-collapse">
        <thead className="text-left text-soft">
          <tr>
            <th scope="col" className="w-[92px] font-normal">
              Case
            </th>
            <th scope="col" className="font-normal">
              Title
            </th>
            <th scope="col" className="w-[170px] font-normal">
              Where
            </th>
            <th scope="col" className="w-[130px] font-normal">
              By hand
            </th>
            <th scope="col" className="w-[110px] font-normal">
              By scripts
            </th>
            <th scope="col" className="w-[120px] font-normal">
              Whose
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, most).map((row) => (
            <Row key={`${row.key}-${row.environment}-${row.profile ?? ''}`} row={row} />
          ))}
        </tbody>
      </table>
      {rows.length > most && (
        <Button className="mt-3 print:hidden" onClick={() => setMost(most + MOST_ROWS * 5)}>
          Show more of {count(rows.length, 'case')}
        </Button>
      )}
    </>
  )
}

function Row({ row }: { row: ReportRow }) {
  const { manual, automated } = row
  return (
    <>
      <tr className="border-t border-hairline align-baseline">
        <td className="py-1.5">
          <ProjectLink to={`cases?case=${row.key}`} className="font-mono text-dye">
            {row.key}
          </ProjectLink>
        </td>
        <td className="truncate pr-3" title={row.title}>
          {row.title}
        </td>
        <td className="truncate text-soft">{[row.environment, row.profile].filter(Boolean).join(', ')}</td>
        <td>{manual && <Said outcome={manual.outcome} runId={row.runId} scriptId={manual.scriptId} open={row.state} />}</td>
        <td>{automated && <Said outcome={automated.outcome} runId={row.runId} scriptId={automated.scriptId} open={row.state} />}</td>
        <td className="truncate text-soft">{manual?.by ?? row.person ?? (manual ? 'nobody yet' : '')}</td>
      </tr>
      {row.steps.length > 0 && (
        <tr>
          <td />
          <td colSpan={5} className="pb-1.5">
            <details className="print:block">
              <summary className="cursor-pointer text-soft">
                {count(row.steps.length, 'step')}
                {manual?.message && <span className="text-failed"> · {manual.message.split('\n', 1)[0]}</span>}
              </summary>
              <ol className="mt-1">
                {row.steps.map((step, i) => (
                  <li key={i} className="flex gap-3 py-0.5">
                    <span className="w-5 text-right text-soft">{i + 1}</span>
                    <OutcomeGlyph outcome={step.outcome} />
                    <span className="min-w-0 flex-1">
                      {step.text}
                      {step.message && <span className="block whitespace-pre-wrap text-soft">{step.message}</span>}
                    </span>
                  </li>
                ))}
              </ol>
            </details>
          </td>
        </tr>
      )}
    </>
  )
}

function Said({
  outcome,
  runId,
  scriptId,
  open,
}: {
  outcome: ReportRow['outcome']
  runId: number
  scriptId: number
  open: ReportRow['state']
}) {
  if (!outcome) return <span className="text-soft">{open === 'done' ? '' : open}</span>
  return (
    <ProjectLink to={`runs/${runId}?script=${scriptId}`} className="flex items-center gap-1.5 hover:underline">
      <OutcomeGlyph outcome={outcome} label={null} /> {OUTCOME_WORDS[outcome]}
    </ProjectLink>
  )
}

const FILES = [
  ['pdf', 'PDF, on A4'],
  ['xlsx', 'Workbook (.xlsx)'],
  ['csv', 'CSV'],
] as const

function Downloads({ of }: { of: ReportOf }) {
  const { project } = useSession()
  const path = { project: project.slug }
  const address = (kind: 'pdf' | 'xlsx' | 'csv') =>
    api.address(`/projects/{project}/report/${kind}`, { path, query: { ...of, zone: ownZone() } })
  return (
    <Menu
      label="Save the report"
      trigger={
        <Button>
          <FileDown size={14} aria-hidden="true" /> Save <span aria-hidden="true">…</span>
        </Button>
      }
    >
      {FILES.map(([kind, words]) => (
        <MenuItem key={kind} onSelect={() => window.location.assign(address(kind))}>
          {words}
        </MenuItem>
      ))}
    </Menu>
  )
}
