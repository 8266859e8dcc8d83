import type { Weave, WeaveBuild, WeaveRow } from '@bobbin/client'
import { WEAVE_ORDERS, type WeaveOrder, weaveOrder, weaveSum } from '@bobbin/core'
import { Download, Rows3 } from 'lucide-react'
import { useMemo } from 'react'
import { useNavigate } from 'react-router'
import { useLensChange } from '../../context/lens.js'
import { ProjectLink, useProjectPath } from '../../context/project-link.js'
import { count, formatNumber } from '../../lib/format.js'
import { csvOf, saveFile } from '../../lib/save-file.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { Menu, MenuCheck, MenuItem } from '../../ui/menu.js'
import { OUTCOME_WORDS, readThread } from '../../ui/outcome-words.js'
import { RowList } from '../../ui/row-list.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { OutcomeGlyph, Thread } from '../../ui/thread.js'
import { PipelineMenu } from '../runs/pipeline-menu.js'
import { useWeave } from './use-weave.js'
import { WeaveCanvas, useWeaveColours } from './weave-canvas.js'
import { drawWeave, FOOT, HEAD, ROW, type WeaveLine } from './weave-drawing.js'
import { type Marked, partOf } from './weave-marks.js'
import { buildsWords, outageWords, partWords } from './weave-words.js'

const ORDER_WORDS: Record<WeaveOrder, string> = {
  area: 'by area, then by what changed last',
  change: 'by what changed last',
  likeness: 'by likeness: what fails together',
  flakiness: 'by flakiness',
}
/** Builds that the zoom goes through. */
const ZOOM = [12, 30, 60, 120, 200, 400] as const
/** A picture is no higher than browsers draw. */
const MOST_PICTURE = 16_000

/** The one picture in which regressions, outages and flakiness look different. */
export function WeavePage() {
  const [params, setAddress] = useAddress()
  const [lens, changed] = useLensChange()
  const all = params.get('all') === '1'
  const order = WEAVE_ORDERS.find((one) => one === params.get('order')) ?? 'area'
  const table = params.get('view') === 'table'
  const weave = useWeave(params.get('pipeline'), all)
  const lines = useMemo(() => linesOf(weave.data?.rows ?? [], order), [weave.data, order])
  const zoom = (step: 1 | -1) => {
    const next = step > 0 ? ZOOM.find((builds) => builds > lens.span) : ZOOM.findLast((builds) => builds < lens.span)
    if (next) setAddress(changed({ span: next }), { replace: true })
  }
  useKeys({
    '-': () => zoom(1),
    '+': () => zoom(-1),
    '=': () => zoom(-1),
    a: () => setAddress({ all: all ? null : '1' }),
    v: () => setAddress({ view: table ? null : 'table' }),
    o: () => setAddress({ order: WEAVE_ORDERS[(WEAVE_ORDERS.indexOf(order) + 1) % WEAVE_ORDERS.length] ?? null }, { replace: true }),
    Escape: () => setAddress({ mark: null }, { replace: true }),
  })
  if (weave.isPending) return <Loading what="the weave" />
  if (weave.error) return <ErrorState error={weave.error} onRetry={() => void weave.refetch()} />
  const { rows, builds } = weave.data
  const marked = readMark(params.get('mark'), lines, rows, builds)
  const mark = (next: Marked) => setAddress({ mark: writeMark(next, lines, rows, builds) }, { replace: true })
  return (
    <section aria-label="Weave" className="flex min-w-0 flex-1 flex-col" aria-busy={weave.isPlaceholderData}>
      <header className="px-5 pt-4 pb-2">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h1 className="text-xl">Weave</h1>
          <Head weave={weave.data} all={all} order={order} />
          <Tools weave={weave.data} lines={lines} order={order} table={table} />
        </div>
      </header>
      {rows.length === 0 ? (
        <Nothing weave={weave.data} all={all} />
      ) : (
        <div className="flex min-h-0 flex-1">
          <div className="flex min-h-0 min-w-0 flex-1 flex-col pl-5">
            {table ? (
              <WeaveTable
                rows={rows}
                lines={lines}
                selected={params.get('row')}
                onSelect={(row) => setAddress({ row }, { replace: true })}
              />
            ) : (
              <Drawn lines={lines} rows={rows} builds={builds} marked={marked} onMark={mark} />
            )}
            <Legend />
          </div>
          <Part marked={marked} lines={lines} rows={rows} builds={builds} />
        </div>
      )}
    </section>
  )
}

function Head({ weave, all, order }: { weave: Weave; all: boolean; order: WeaveOrder }) {
  const [, setAddress] = useAddress()
  const { rows, tests, more, pipelines, pipeline, builds } = weave
  return (
    <p className="text-soft">
      {all ? count(rows.length, 'test') : `${count(rows.length, 'test')} did not always pass · ${formatNumber(tests)} in the newest builds`}
      {more > 0 && `, and ${formatNumber(more)} more that are not shown`} · {count(builds.length, 'build')} of{' '}
      <PipelineMenu pipelines={pipelines} pipeline={pipeline} clears="mark" className="link" /> · sorted{' '}
      <Menu
        label="Order"
        trigger={
          <button type="button" className="link" title="Next order (o)">
            {ORDER_WORDS[order]}
          </button>
        }
      >
        {WEAVE_ORDERS.map((one) => (
          <MenuCheck key={one} checked={one === order} onChange={() => setAddress({ order: one })}>
            {ORDER_WORDS[one]}
          </MenuCheck>
        ))}
      </Menu>
    </p>
  )
}

function Tools({ weave, lines, order, table }: { weave: Weave; lines: readonly WeaveLine[]; order: WeaveOrder; table: boolean }) {
  const [params, setAddress] = useAddress()
  const look = useWeaveColours()
  const all = params.get('all') === '1'
  const name = `weave-${weave.pipeline ?? ''}-${order}`
  const picture = () => {
    const shown = lines.slice(0, Math.floor((MOST_PICTURE - HEAD - FOOT) / ROW))
    const [width, height] = [1600, HEAD + shown.length * ROW + FOOT]
    const canvas = document.createElement('canvas')
    Object.assign(canvas, { width: width * 2, height: height * 2 })
    const context = canvas.getContext('2d')
    if (!context) return
    context.scale(2, 2)
    drawWeave(context, { lines: shown, builds: columnsOf(weave.builds), width, height, top: 0, chosen: null, ...look })
    canvas.toBlob((blob) => blob && saveFile(`${name}.png`, blob))
  }
  const csv = () => {
    const head = ['Area', 'Test', 'File', 'Cases', ...weave.builds.map(({ build }) => build)]
    const body = lines.flatMap((line) => {
      const row = 'row' in line ? weave.rows[line.row] : undefined
      if (!row) return []
      const outcomes = readThread(row.thread).map((outcome) => (outcome ? OUTCOME_WORDS[outcome] : ''))
      return [[row.area, row.script.name, row.script.file ?? row.script.classname, row.cases.join(' '), ...outcomes]]
    })
    saveFile(`${name}.csv`, csvOf([head, ...body]))
  }
  return (
    <div className="ml-auto flex items-center gap-4 text-soft">
      <label className="flex items-center gap-1.5" title="Also those that always passed (a)">
        <input type="checkbox" checked={all} onChange={({ target }) => setAddress({ all: target.checked ? '1' : null })} />
        All tests
      </label>
      <button
        type="button"
        title="Drawn or as a table (v)"
        aria-pressed={table}
        onClick={() => setAddress({ view: table ? null : 'table' })}
        className={`flex items-center gap-1.5 hover:text-ink ${table ? 'text-dye' : ''}`}
      >
        <Rows3 size={14} aria-hidden="true" /> Table
      </button>
      <Menu
        label="Save the weave"
        trigger={
          <button type="button" className="flex items-center gap-1.5 hover:text-ink">
            <Download size={14} aria-hidden="true" /> Save
          </button>
        }
      >
        <MenuItem onSelect={picture}>Picture (PNG)</MenuItem>
        <MenuItem onSelect={csv}>CSV, a column for each build</MenuItem>
      </Menu>
    </div>
  )
}

interface DrawnProps {
  lines: readonly WeaveLine[]
  rows: readonly WeaveRow[]
  builds: readonly WeaveBuild[]
  marked: Marked | null
}

function Drawn({ lines, rows, builds, marked, onMark }: DrawnProps & { onMark: (marked: Marked) => void }) {
  const columns = useMemo(() => columnsOf(builds), [builds])
  const navigate = useNavigate()
  const path = useProjectPath()
  const part = marked && describe({ lines, rows, builds, marked })
  const open = () => {
    if (part?.single && part.newest?.runs[0]) void navigate(path(`runs/${part.newest.runs.at(-1)?.id}?script=${part.single.script.id}`))
  }
  const words = part
    ? `${part.title}. ${part.sentences.join(' ')}`
    : 'Move with the arrow keys; with Shift a part is marked. Enter opens a result.'
  return <WeaveCanvas lines={lines} builds={columns} marked={marked} onMark={onMark} words={words} onOpen={open} />
}

/** The same as a table: for who reads rather than looks. */
function WeaveTable({
  rows,
  lines,
  selected,
  onSelect,
}: {
  rows: readonly WeaveRow[]
  lines: readonly WeaveLine[]
  selected: string | null
  onSelect: (key: string) => void
}) {
  return (
    <RowList
      label="Weave as a table"
      items={lines}
      keyOf={(line) => ('row' in line ? String(rows[line.row]?.script.id) : null)}
      selected={selected}
      onSelect={onSelect}
      render={(line) =>
        'heading' in line ? (
          <div role="gridcell" className="font-semibold">
            {line.heading}
          </div>
        ) : (
          <>
            <div role="gridcell" className="w-[268px] shrink-0 truncate pr-3 pl-3" title={line.name}>
              {line.name}
            </div>
            <div role="gridcell" className="min-w-0 flex-1 overflow-hidden">
              <Thread
                outcomes={readThread(line.thread)}
                cell={Math.max(3, Math.min(20, Math.floor(600 / Math.max(1, line.thread.length))))}
              />
            </div>
          </>
        )
      }
    />
  )
}

function Part({ marked, lines, rows, builds }: DrawnProps) {
  const [, setAddress] = useAddress()
  const part = marked && describe({ lines, rows, builds, marked })
  if (!part)
    return (
      <aside aria-label="Marked part" className="w-[226px] shrink-0 px-4 pt-6 text-soft max-[1100px]:w-[180px]">
        <p>Drag over builds and tests to sum them up. A name marks its whole thread.</p>
        <p className="mt-2">
          <kbd>+</kbd> and <kbd>-</kbd> zoom, arrow keys move, with Shift they mark.
        </p>
      </aside>
    )
  const { title, sentences, newest, single, tests } = part
  const outage = newest && outageWords(newest)
  return (
    <aside aria-label="Marked part" className="w-[226px] shrink-0 overflow-y-auto px-4 pt-6 pb-4 max-[1100px]:w-[180px]">
      <div className="rounded border border-hairline bg-surface p-3">
        <h2 className="text-sm font-semibold">{title}</h2>
        {single && <p className="mt-1 break-words">{single.script.name}</p>}
        {single && single.cases.length > 0 && (
          <p className="mt-1">
            {single.cases.map((key) => (
              <ProjectLink key={key} to={`cases?case=${key}`} className="link mr-2 font-mono">
                {key}
              </ProjectLink>
            ))}
          </p>
        )}
        {sentences.map((sentence) => (
          <p key={sentence} className="mt-1 text-soft">
            {sentence}
          </p>
        ))}
        {outage && (
          <p className="mt-1 text-errored">
            Build {newest.build}: {outage}.
          </p>
        )}
        <ul className="mt-2 space-y-1">
          {single && (
            <li>
              <ProjectLink to={`tests/${single.script.id}`}>Its life</ProjectLink>
            </li>
          )}
          {newest?.runs.map((run) => (
            <li key={run.id}>
              <ProjectLink to={`runs/${run.id}${single ? `?script=${single.script.id}` : ''}`}>
                Build {newest.build} in {run.environment}
                {run.profile && `, ${run.profile}`}
              </ProjectLink>
            </li>
          ))}
        </ul>
        {!single && (
          <details className="mt-2">
            <summary className="cursor-pointer text-soft">{count(tests.length, 'test')}</summary>
            <ul className="mt-1 space-y-0.5">
              {tests.slice(0, 50).map(({ script }) => (
                <li key={script.id} className="truncate" title={script.name}>
                  <ProjectLink to={`tests/${script.id}`}>{script.name}</ProjectLink>
                </li>
              ))}
              {tests.length > 50 && <li className="text-soft">and {formatNumber(tests.length - 50)} more</li>}
            </ul>
          </details>
        )}
        <button type="button" className="link mt-2" onClick={() => setAddress({ mark: null }, { replace: true })}>
          Clear
        </button>
      </div>
    </aside>
  )
}

const LEGEND = ['passed', 'failed', 'errored', 'recovered', 'skipped', 'blocked'] as const

function Legend() {
  return (
    <ul aria-label="What the shapes mean" className="flex flex-wrap gap-x-5 gap-y-1 py-2.5 text-xs text-soft">
      {LEGEND.map((outcome) => (
        <li key={outcome} className="flex items-center gap-1.5">
          <OutcomeGlyph outcome={outcome} label={null} /> {OUTCOME_WORDS[outcome]}
        </li>
      ))}
      <li>one column, one build; the worst of its environments</li>
    </ul>
  )
}

function Nothing({ weave, all }: { weave: Weave; all: boolean }) {
  const [, setAddress] = useAddress()
  if (weave.builds.length === 0)
    return (
      <EmptyState title="No builds to weave">
        The weave shows tests down and builds across. What the lens looks through has no build: choose another branch, or deliver results.
      </EmptyState>
    )
  return (
    <EmptyState
      title="Everything always passed"
      action={
        !all && (
          <button type="button" className="link" onClick={() => setAddress({ all: '1' })}>
            Show all {formatNumber(weave.tests)} tests
          </button>
        )
      }
    >
      In {weave.builds.length === 1 ? 'this build' : `these ${formatNumber(weave.builds.length)} builds`} no test failed, errored, was
      blocked or had to be tried again.
    </EmptyState>
  )
}

const columnsOf = (builds: readonly WeaveBuild[]) => builds.map((build) => ({ name: build.build, outage: outageWords(build) }))

function linesOf(rows: readonly WeaveRow[], order: WeaveOrder): WeaveLine[] {
  const lines: WeaveLine[] = []
  let area: string | null | undefined
  for (const row of weaveOrder(rows, order)) {
    const one = rows[row]
    if (!one) continue
    if (order === 'area' && one.area !== area) {
      area = one.area
      lines.push({ heading: area ?? 'Without a case' })
    }
    lines.push({ row, name: one.script.name, thread: one.thread })
  }
  return lines
}

/** What a marked part is, in words and with what it leads to. */
function describe({ lines, rows, builds, marked }: DrawnProps & { marked: Marked }) {
  const part = partOf(marked)
  const tests = lines
    .slice(part.lines[0], part.lines[1] + 1)
    .flatMap((line) => ('row' in line ? [rows[line.row]] : []))
    .filter((row) => row !== undefined)
  const sum = weaveSum(
    tests.map(({ thread }) => thread),
    ...part.builds,
  )
  const shown = builds.slice(part.builds[0], part.builds[1] + 1)
  const single = tests.length === 1 ? tests[0] : undefined
  const outcome = shown.length === 1 && single ? readThread(single.thread)[part.builds[0]] : undefined
  const since = sum.redSince === null ? null : (builds[sum.redSince] ?? null)
  const sentences = outcome === null ? ['It has no result there.'] : outcome === 'passed' ? ['It passed.'] : partWords(sum, since)
  return { title: buildsWords(shown), sentences, newest: shown.at(-1), single, tests }
}

/** `script.build~script.build`: ids, so that a link still means the same after the next build. */
function writeMark({ from, to }: Marked, lines: readonly WeaveLine[], rows: readonly WeaveRow[], builds: readonly WeaveBuild[]): string {
  const end = ({ line, build }: Marked['from']) => {
    const own = lines[line]
    return `${own && 'row' in own ? rows[own.row]?.script.id : ''}.${builds[build]?.id}`
  }
  return `${end(from)}~${end(to)}`
}

function readMark(
  text: string | null,
  lines: readonly WeaveLine[],
  rows: readonly WeaveRow[],
  builds: readonly WeaveBuild[],
): Marked | null {
  const ends = (text ?? '').split('~').map((end) => {
    const [script, build] = end.split('.').map(Number)
    return {
      line: lines.findIndex((line) => 'row' in line && rows[line.row]?.script.id === script),
      build: builds.findIndex(({ id }) => id === build),
    }
  })
  const [from, to] = ends
  return from && to && ends.every(({ line, build }) => line >= 0 && build >= 0) ? { from, to } : null
}
