import type { AreaList, AreaRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { lensQuery, useLens } from '../../context/lens.js'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatNumber } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { csvOf, saveFile } from '../../lib/save-file.js'
import { useAddress } from '../../lib/use-address.js'
import { Menu, MenuCheck } from '../../ui/menu.js'
import { Sparkline } from '../../ui/sparkline.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'

const BY: readonly AreaList['by'][] = ['area', 'suite', 'requirement']

/** How areas, suites or requirements stand: covered, failing, planned; how the share of automated cases moves. */
export function AreasPart() {
  const { project } = useSession()
  const lens = useLens()
  const [params] = useAddress()
  const by = BY.find((one) => one === params.get('by')) ?? 'area'
  const plan = Number(params.get('plan')) || null
  const areas = useQuery({
    queryKey: keyFor('areas-status', project.slug, lens, by, plan),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/trends/areas', {
        path: { project: project.slug },
        query: { ...lensQuery(lens), by, ...(plan !== null && { plan }) },
        signal,
      }),
  })
  if (areas.isPending) return <Loading what="the areas" />
  if (areas.error) return <ErrorState error={areas.error} onRetry={() => void areas.refetch()} />
  const { rows } = areas.data
  if (rows.length === 0)
    return (
      <EmptyState title="No cases yet" action={<ProjectLink to="cases">Go to the cases</ProjectLink>}>
        Each area of cases becomes a row: how many cases it has, how many are automated, and how they stand in the newest runs.
      </EmptyState>
    )
  return (
    <section aria-label="Areas" className="min-w-0 flex-1 overflow-y-auto px-5 pt-4 pb-8" tabIndex={0}>
      <Head list={areas.data} plan={plan} />
      <table className="mt-4 w-full">
        <thead className="text-left text-soft">
          <tr>
            <th className="py-1 font-normal">{by}</th>
            <th className="py-1 text-right font-normal">cases</th>
            <th className="py-1 text-right font-normal" title="With an active link to a script">
              automated
            </th>
            <th className="py-1 text-right font-normal" title="Automated, and with a result in the newest run of a lane">
              covered
            </th>
            <th className="w-[24%] py-1 pl-6 font-normal">now</th>
            <th className="py-1 text-right font-normal">causes</th>
            <th className="py-1 text-right font-normal">defects</th>
            <th className="py-1 text-right font-normal" title="Tests of the newest start: with a result, being run, planned">
              done / under way / planned
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <AreaLine key={row.id ?? 'none'} row={row} by={by} />
          ))}
        </tbody>
      </table>
    </section>
  )
}

function Head({ list, plan }: { list: AreaList; plan: number | null }) {
  const [, setAddress] = useAddress()
  const { rows, by, plans, moves } = list
  // a case may stand in several suites: of areas alone the sum is that of the project
  const sum = (of: 'cases' | 'automated' | 'covered') => rows.reduce((total, row) => total + row[of], 0)
  // before there were cases there is no share
  const shares = moves.filter(({ cases }) => cases > 0).map(({ cases, automated }) => (100 * automated) / cases)
  const [first, last] = [shares[0] ?? 0, shares.at(-1) ?? 0]
  return (
    <header>
      <div className="flex items-baseline gap-4">
        <h1 className="text-xl">
          {by === 'area'
            ? `${formatNumber(sum('covered'))} of ${count(sum('cases'), 'case')} are covered`
            : `${count(rows.filter(({ id }) => id !== null).length, by)} with cases`}
        </h1>
        <span className="ml-auto flex gap-4">
          <Choice label="By" words={`by ${by}`} options={BY} chosen={by} onChoose={(next) => setAddress({ by: next })} />
          {plans.length > 0 && (
            <Choice
              label="Plan"
              words={plans.find(({ id }) => id === plan)?.name ?? 'all plans'}
              options={['all plans', ...plans.map(({ name }) => name)]}
              chosen={plans.find(({ id }) => id === plan)?.name ?? 'all plans'}
              onChoose={(name) => setAddress({ plan: String(plans.find((one) => one.name === name)?.id ?? '') })}
            />
          )}
          <button type="button" className="link" onClick={() => saveFile(`${by}s.csv`, csvFile(list))}>
            CSV
          </button>
        </span>
      </div>
      <div className="mt-1 flex items-center gap-5">
        <p className="max-w-[80ch] text-soft">
          Covered means: an active link to a script that has a result in the newest run of a lane which the lens shows. Retired cases are
          not counted.{by === 'suite' && ' A case may stand in several suites.'}
          {by === 'requirement' && ' A case may verify several requirements.'}
        </p>
        <div className="ml-auto flex shrink-0 items-center gap-3">
          {shares.length > 1 && (
            <Sparkline
              values={shares}
              width={130}
              label={`Share of automated cases over ${shares.length} weeks, from ${Math.round(first)} to ${Math.round(last)} %`}
            />
          )}
          <p>
            {Math.floor(last)} % automated
            {shares.length > 1 && (
              <>
                <br />
                <span className="text-soft">
                  {Math.round(last - first) === 0
                    ? 'as'
                    : `${Math.round(last - first) > 0 ? '+' : '−'}${Math.abs(Math.round(last - first))} points since`}{' '}
                  {shares.length - 1} weeks ago
                </span>
              </>
            )}
          </p>
        </div>
      </div>
    </header>
  )
}

interface ChoiceProps {
  label: string
  words: string
  options: readonly string[]
  chosen: string
  onChoose: (option: string) => void
}

function Choice({ label, words, options, chosen, onChoose }: ChoiceProps) {
  return (
    <Menu
      label={label}
      trigger={
        <button type="button" className="link">
          {words}
        </button>
      }
    >
      {options.map((option) => (
        <MenuCheck key={option} checked={option === chosen} onChange={() => onChoose(option)}>
          {option}
        </MenuCheck>
      ))}
    </Menu>
  )
}

const IN_NONE: Record<AreaList['by'], string> = { area: 'In no area', suite: 'In no suite', requirement: 'Of no requirement' }
const LEADS_TO: Record<AreaList['by'], (row: AreaRow) => string> = {
  area: ({ id }) => `cases?area=${id}`,
  suite: ({ id }) => `suites?suite=${id}`,
  requirement: ({ name }) => `cases/requirements?search=${encodeURIComponent(name?.split(' ', 1)[0] ?? '')}`,
}

function AreaLine({ row, by }: { row: AreaRow; by: AreaList['by'] }) {
  const name = row.name ?? IN_NONE[by]
  const link = row.id === null ? null : LEADS_TO[by](row)
  return (
    <tr className="border-t border-hairline">
      <td className="max-w-0 w-[26%] truncate py-2 pr-3" title={name}>
        {link ? (
          <ProjectLink to={link} className="font-semibold hover:underline">
            {name}
          </ProjectLink>
        ) : (
          <span className="text-soft">{name}</span>
        )}
      </td>
      <td className="py-2 text-right tabular-nums">{formatNumber(row.cases)}</td>
      <td className="py-2 text-right tabular-nums">{formatNumber(row.automated)}</td>
      <td className="py-2 text-right tabular-nums">{formatNumber(row.covered)}</td>
      <td className="py-2 pl-6">
        <Now row={row} />
      </td>
      <td className="py-2 text-right tabular-nums">
        {row.causes > 0 ? (
          <ProjectLink to={by === 'area' && row.id !== null ? `failures?area=${row.id}` : 'failures'} className="link">
            {row.causes}
          </ProjectLink>
        ) : (
          0
        )}
      </td>
      <td className="py-2 text-right tabular-nums">{row.defects}</td>
      <td className="py-2 text-right tabular-nums">
        {row.planned === 0 ? <span className="text-soft">not planned</span> : `${row.done} / ${row.underWay} / ${row.planned}`}
      </td>
    </tr>
  )
}

/** Covered cases by the worst of their newest results. */
function Now({ row }: { row: AreaRow }) {
  const parts = [
    [row.failed, 'failed', 'bg-failed', 'text-failed'],
    [row.errored, 'errored', 'bg-errored', 'text-errored'],
    [row.recovered, 'recovered', 'bg-recovered', 'text-recovered'],
    [row.notJudged, 'not judged', 'bg-hairline', 'text-soft'],
    [row.passed, 'passed', 'bg-passed/70', 'text-passed'],
  ] as const
  const said = parts.filter(([value, words]) => value > 0 && words !== 'passed')
  return (
    <>
      <span aria-hidden="true" className="flex h-[6px] gap-px overflow-hidden rounded-[1px] bg-hairline/40">
        {parts.map(
          ([value, , colour]) => value > 0 && <span key={colour} className={`${colour} min-w-[2px]`} style={{ flexGrow: value }} />,
        )}
        <span style={{ flexGrow: row.cases - row.covered }} />
      </span>
      <span className="mt-1 block truncate text-xs">
        {row.covered === 0 ? (
          <span className="text-soft">no result</span>
        ) : said.length === 0 ? (
          <span className="text-soft">all {formatNumber(row.passed)} pass</span>
        ) : (
          said.map(([value, words, , colour], i) => (
            <span key={words} className={colour}>
              {i > 0 && ', '}
              {formatNumber(value)} {words}
            </span>
          ))
        )}
      </span>
    </>
  )
}

function csvFile({ rows, moves, by }: AreaList): string {
  const columns = ['cases', 'automated', 'covered', 'byHand', 'passed', 'failed', 'errored', 'recovered', 'notJudged', 'causes', 'defects', 'planned', 'underWay', 'done'] as const // prettier-ignore
  return csvOf([
    [by, ...columns],
    ...rows.map((row) => [row.name, ...columns.map((column) => row[column])]),
    [],
    ['week', 'cases', 'automated'],
    ...moves.map(({ day, cases, automated }) => [day, cases, automated]),
  ])
}
