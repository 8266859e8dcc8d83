import { visibleText } from '@bobbin/core'
import type { MappingCase, MappingRow } from '@bobbin/client'
import { useEffect, useRef } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { count } from '../../lib/format.js'
import { DragKind, type Take, useDragged, useDropPlace } from '../../ui/drag.js'
import { OutcomeGlyph } from '../../ui/thread.js'
import { type Block, type BlockThread, type CaseLine, type Decided, linesOf, NO_AREA, proposalOf } from './blocks.js'
import { percent } from './reason-words.js'

/** Scripts that are dragged onto a case or an area. */
const SCRIPTS = new DragKind<readonly MappingRow[]>()

/** Scripts were dropped on a case, or on an area in which each gets one. */
export type OnDrop = (rows: readonly MappingRow[], on: { caseKey: string } | { area: string[] }) => void

export const LINE = 32
const BETWEEN = 180

interface BlockViewProps {
  block: Block
  selectedId: number | null
  onSelect: (id: number) => void
  decided: Decided
  onDrop: OnDrop
}

/** Scripts of a file, the cases beside them, and the threads between. */
export function BlockView({ block, selectedId, onSelect, decided, onDrop }: BlockViewProps) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_180px_minmax(0,1.05fr)] px-5">
      <div>
        <FileHeading block={block} />
        <ul data-scripts>
          {block.scripts.map((row) => (
            <ScriptLine key={row.id} row={row} isSelected={row.id === selectedId} onSelect={onSelect} decided={decided} />
          ))}
        </ul>
      </div>
      <Threads threads={block.threads} lines={linesOf(block)} selectedId={selectedId} />
      <ul>
        {block.cases.map((line) => (
          <CaseLineView key={line.kind === 'area' ? `area ${line.name}` : line.at.key} line={line} onDrop={onDrop} />
        ))}
      </ul>
    </div>
  )
}

/** A file is dragged with all of its scripts that have no case. */
function FileHeading({ block: { file, continued, scripts } }: { block: Block }) {
  const rows = scripts.filter(({ links, goneAt }) => goneAt === null && !links.some(({ state }) => state === 'active'))
  const { setNode, onPointerDown } = useDragged(rows.length === 0 ? null : SCRIPTS.item(rows, count(rows.length, 'script')))
  return (
    <h2
      ref={setNode}
      onPointerDown={onPointerDown}
      className="flex items-end truncate pb-1.5 font-mono font-normal text-soft"
      style={{ height: LINE }}
      title={visibleText(file)}
    >
      <span className="truncate">
        {visibleText(file)}
        {continued && ' (continued)'}
      </span>
    </h2>
  )
}

interface ScriptLineProps {
  row: MappingRow
  isSelected: boolean
  onSelect: (id: number) => void
  decided: Decided
}

function ScriptLine({ row, isSelected, onSelect, decided }: ScriptLineProps) {
  const own = useRef<HTMLButtonElement>(null)
  // by keys a case is looked for with e
  const { setNode, onPointerDown, isDragging } = useDragged(SCRIPTS.item([row], visibleText(row.name)))
  useEffect(() => {
    const at = document.activeElement
    // focus goes from script to script, and is taken from nothing else
    if (isSelected && (at === document.body || at?.closest('[data-scripts]'))) own.current?.focus({ preventScroll: true })
  }, [isSelected])
  const name = [...row.suites, row.name].map(visibleText).join(' › ')
  return (
    <li style={{ height: LINE }}>
      <button
        ref={(element) => {
          own.current = element
          setNode(element)
        }}
        onPointerDown={onPointerDown}
        type="button"
        aria-current={isSelected ? 'true' : undefined}
        onClick={() => onSelect(row.id)}
        className={`flex h-full w-full min-w-0 items-center gap-2.5 border-l-[3px] pr-2 text-left ${isDragging ? 'opacity-50 ' : ''}${isSelected ? 'border-dye bg-dye-wash' : 'border-transparent hover:bg-surface'}`}
        title={name}
      >
        <span className="flex w-8 shrink-0 justify-end">{row.lastOutcome && <OutcomeGlyph outcome={row.lastOutcome} />}</span>
        <span className="min-w-0 truncate">
          {row.suites.length > 0 && <span className="text-soft">{row.suites.map(visibleText).join(' › ')} › </span>}
          {visibleText(row.name)}
        </span>
        {row.variants > 1 && <span className="shrink-0 text-soft">× {row.variants}</span>}
        <span className="ml-auto shrink-0 text-soft">{stateWords(row, decided)}</span>
      </button>
    </li>
  )
}

/** What a person looks for at the end of a line. */
function stateWords(row: MappingRow, decided: Decided): string {
  if (row.findings.includes('broken')) return row.goneAt ? 'gone from the code' : 'key no longer declared'
  if (row.findings.includes('unknownKeys')) return `${row.unknownKeys.join(' ')}?`
  if (row.findings.includes('claimedTwice')) return `${row.claimedKeys.join(' ')} declared twice`
  if (row.findings.includes('stale')) return 'code changed'
  if (row.findings.includes('reworded')) return 'case reworded'
  if (row.findings.includes('retired')) return 'case retired'
  if (row.links.some(({ state }) => state === 'active') || decided.get(row.id)?.verdict === 'accept')
    return row.findings.includes('silent') ? 'not reported lately' : ''
  const proposal = proposalOf(row, decided)
  return proposal ? percent(proposal.confidence) : 'no likely case'
}

function CaseLineView({ line, onDrop }: { line: CaseLine; onDrop: OnDrop }) {
  if (line.kind === 'area') return <AreaLine name={line.name} onDrop={onDrop} />
  return <CaseLineOf at={line.at} onDrop={onDrop} />
}

/** An area takes scripts that are dropped on it: each gets a case there. */
function AreaLine({ name, onDrop }: { name: string; onDrop: OnDrop }) {
  const take: Take = (item) => {
    const rows = SCRIPTS.valueOf(item)
    return rows ? () => onDrop(rows, { area: name.split(' › ') }) : null
  }
  const { setNode, isOver } = useDropPlace(visibleText(name), name === NO_AREA ? null : take)
  return (
    <li
      ref={setNode}
      className={`flex items-end truncate pb-1.5 font-semibold text-soft ${isOver ? 'bg-dye-wash' : ''}`}
      style={{ height: LINE }}
    >
      <span className="truncate">{visibleText(name)}</span>
    </li>
  )
}

/** A case takes the script that is dropped on it. */
function CaseLineOf({ at, onDrop }: { at: MappingCase; onDrop: OnDrop }) {
  const { setNode, isOver } = useDropPlace(at.key, (item) => {
    const rows = SCRIPTS.valueOf(item)
    return rows ? () => onDrop(rows, { caseKey: at.key }) : null
  })
  return (
    <li ref={setNode} className={`flex min-w-0 items-center gap-2.5 ${isOver ? 'bg-dye-wash' : ''}`} style={{ height: LINE }}>
      <ProjectLink to={`cases?case=${at.key}`} className="min-w-[84px] shrink-0 font-mono text-dye hover:underline">
        {at.key}
      </ProjectLink>
      <span className="min-w-0 truncate" title={visibleText(at.title)}>
        {visibleText(at.title)}
      </span>
      {at.state === 'retired' && <span className="ml-auto shrink-0 pl-2 text-errored">retired</span>}
    </li>
  )
}

const LOOK: Record<BlockThread['kind'], { colour: string; dash?: string }> = {
  active: { colour: 'var(--passed)' },
  suggested: { colour: 'var(--dye)', dash: '5 4' },
  broken: { colour: 'var(--errored)', dash: '1.5 3' },
}

/** Said by the scripts' own words; this is the drawing. */
function Threads({ threads, lines, selectedId }: { threads: readonly BlockThread[]; lines: number; selectedId: number | null }) {
  const height = lines * LINE
  return (
    <svg width={BETWEEN} height={height} viewBox={`0 0 ${BETWEEN} ${height}`} aria-hidden="true" className="block">
      {threads.map(({ scriptId, caseKey, kind, from, to }) => {
        const [a, b] = [(from + 0.5) * LINE, (to + 0.5) * LINE]
        const { colour, dash } = LOOK[kind]
        const isSelected = scriptId === selectedId
        return (
          <g key={`${scriptId} ${caseKey}`} stroke={colour} fill="none" strokeWidth={isSelected ? 2.25 : 1.5}>
            <path d={`M7 ${a} C ${BETWEEN * 0.45} ${a}, ${BETWEEN * 0.55} ${b}, ${BETWEEN - 13} ${b}`} strokeDasharray={dash} />
            <circle cx={4.5} cy={a} r={2.5} />
            {kind === 'broken' ? (
              <path d={`M${BETWEEN - 13} ${b} l6 -4 M${BETWEEN - 13} ${b} l7 0 M${BETWEEN - 13} ${b} l6 4`} />
            ) : (
              <circle cx={BETWEEN - 10.5} cy={b} r={2.5} />
            )}
          </g>
        )
      })}
    </svg>
  )
}
