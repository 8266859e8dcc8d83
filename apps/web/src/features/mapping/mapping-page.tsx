import { MAPPING_FILTERS, type MappingFilter } from '@bobbin/core'
import type { MappingOverview, MappingRow } from '@bobbin/client'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useMemo, useRef, useState } from 'react'
import { CanButton, useCan } from '../../context/can.js'
import { ProjectLink } from '../../context/project-link.js'
import { count } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { DragArea } from '../../ui/drag.js'
import { SearchField } from '../../ui/search-field.js'
import { Button, EmptyState, ErrorState, Key, Loading, PartMissing } from '../../ui/states.js'
import { notify } from '../../ui/toast.js'
import { LinkDialog } from '../scripts/link-dialog.js'
import { AcceptAllDialog } from './accept-all-dialog.js'
import { BlockView, LINE, type OnDrop } from './block-view.js'
import { blocksOf, linesOf, proposalOf } from './blocks.js'
import { MappingCard } from './mapping-card.js'
import { AlikeDialog } from './alike-dialog.js'
import { RenamesDialog } from './renames-dialog.js'
import { ScanHelp } from './scan-help.js'
import { SuggestingLine } from './suggesting-line.js'
import { useDecisions, useMakeCases, useMapping, useOverview } from './use-mapping.js'

const GAP = 14

/** Scripts on the left in their files, cases on the right in their areas, and the links between them as threads. */
export function MappingPage() {
  const [params, setAddress] = useAddress()
  const overview = useOverview()
  const search = params.get('search') ?? ''
  const word = params.get('only')
  // without a filter the page opens on what is to be done
  const only = word === 'all' ? null : (MAPPING_FILTERS.find((one) => one === word) ?? 'unlinked')
  const list = useMapping(only, search)
  const { decided, decide, undoLast } = useDecisions()
  const [linking, setLinking] = useState<MappingRow | null>(null)
  const [accepting, setAccepting] = useState(false)
  const [renames, setRenames] = useState(false)
  const [alike, setAlike] = useState(false)
  const mayLink = useCan('link')
  const makeCases = useMakeCases()
  const { data, cases } = list
  const rows = useMemo(() => data?.rows ?? [], [data])
  const blocks = useMemo(() => blocksOf(rows, cases, decided), [rows, cases, decided])
  const selectedId = Number(params.get('script') ?? 0)
  const at = rows.findIndex(({ id }) => id === selectedId)
  const selected = rows[at] ?? null
  const select = (row: MappingRow | undefined) => {
    if (row) setAddress({ script: String(row.id) }, { replace: true })
  }
  const move = (step: number) => select(rows[Math.min(rows.length - 1, Math.max(0, at < 0 ? 0 : at + step))])
  const answer = (verdict: 'accept' | 'reject') => {
    if (!selected || !mayLink) return
    const proposal = proposalOf(selected, decided)
    if (!proposal) return
    decide([{ row: selected, caseKey: proposal.caseKey, verdict }])
    // of a rejected one the next best comes; of an accepted one the next script
    if (verdict === 'accept') move(1)
  }
  useKeys({
    j: () => move(1),
    k: () => move(-1),
    ArrowDown: () => move(1),
    ArrowUp: () => move(-1),
    Home: () => select(rows[0]),
    End: () => select(rows.at(-1)),
    y: () => answer('accept'),
    n: () => answer('reject'),
    e: () => mayLink && setLinking(selected),
    u: () => {
      if (!undoLast()) notify('Nothing was decided here that could be undone')
    },
    A: () => mayLink && setAccepting(true),
  })
  if (!data && !list.error) return <Loading what="the mapping" />
  if (!data) return <ErrorState error={list.error} onRetry={() => void list.refetch()} />
  return (
    <section aria-label="Mapping" className="flex min-w-0 flex-1 flex-col">
      <Head
        overview={overview.data}
        only={only}
        total={data.total}
        onFilter={(value) => setAddress({ only: value, script: null })}
        onAcceptAll={() => setAccepting(true)}
        onAlike={() => setAlike(true)}
      />
      <div className="flex items-center gap-4 border-b border-hairline px-5 py-1.5">
        {overview.data && <SuggestingLine state={overview.data.suggesting} />}
        <span className="ml-auto" />
        <SearchField
          value={search}
          placeholder="Name or file"
          onChange={(value) => setAddress({ search: value, script: null }, { replace: true })}
        />
      </div>
      {overview.data && overview.data.questions.length > 0 && (
        <p className="flex items-center gap-3 border-b border-hairline bg-errored-wash px-5 py-2">
          {count(overview.data.questions.length, 'script')} may have been renamed.
          <button type="button" className="link" onClick={() => setRenames(true)}>
            Decide
          </button>
        </p>
      )}
      {list.partError && <PartMissing error={list.partError} onRetry={list.goOn} />}
      {rows.length === 0 ? (
        <Nothing overview={overview.data} only={only} filtered={search !== ''} onClear={() => setAddress({ search: null, only: 'all' })} />
      ) : (
        <Canvas
          blocks={blocks}
          selectedId={selected?.id ?? null}
          onSelect={(id) => setAddress({ script: String(id) }, { replace: true })}
          decided={decided}
          onDrop={(dropped, on) => {
            if (!mayLink) return
            if ('caseKey' in on) decide(dropped.map((row) => ({ row, caseKey: on.caseKey, verdict: 'accept' })))
            else makeCases.mutate({ scripts: dropped.map(({ id }) => id), area: on.area })
          }}
        />
      )}
      {selected && (
        <MappingCard
          key={selected.id}
          row={selected}
          cases={cases}
          decided={decided}
          onAnswer={answer}
          onChoose={() => setLinking(selected)}
          onClose={() => setAddress({ script: null })}
        />
      )}
      {linking && (
        <LinkDialog
          script={{ ...linking, classname: null, profile: null }}
          open
          onOpenChange={(open) => {
            if (!open) setLinking(null)
          }}
        />
      )}
      {accepting && <AcceptAllDialog sureFrom={overview.data?.sureFrom ?? 0.9} onClose={() => setAccepting(false)} onAccept={decide} />}
      {alike && <AlikeDialog onClose={() => setAlike(false)} />}
      {renames && overview.data && <RenamesDialog questions={overview.data.questions} onClose={() => setRenames(false)} />}
    </section>
  )
}

interface HeadProps {
  overview: MappingOverview | undefined
  only: MappingFilter | null
  total: number
  onFilter: (only: string) => void
  onAcceptAll: () => void
  onAlike: () => void
}

const TITLES: Record<MappingFilter | 'all', (n: number) => string> = {
  all: (n) => count(n, 'script'),
  linked: (n) => `${count(n, 'script')} with a case`,
  unlinked: (n) => `${count(n, 'script')} without a case`,
  sure: (n) => `${count(n, 'sure suggestion')}`,
  choose: (n) => `${count(n, 'script')} to choose a case for`,
  broken: (n) => `${count(n, 'script')} gone from the code`,
  stale: (n) => `${count(n, 'script')} changed since the link was made`,
  reworded: (n) => `${count(n, 'script')} whose case was reworded since`,
  retired: (n) => `${count(n, 'script')} whose case is retired`,
  silent: (n) => `${count(n, 'script')} not reported lately`,
  moved: (n) => `${count(n, 'script')} moved or renamed`,
  duplicate: (n) => `${count(n, 'script')} with the same code as another`,
  unknownKeys: (n) => `${count(n, 'script')} with a key that no case has`,
  claimedTwice: (n) => `${count(n, 'script')} with a key that another script declares`,
}

const PLACES: readonly [MappingFilter, (n: number) => string][] = [
  ['unlinked', (n) => `${n} without a case`],
  ['sure', (n) => count(n, 'sure suggestion')],
  ['choose', (n) => `${n} to choose`],
  ['broken', (n) => `${n} broken`],
  ['stale', (n) => `${n} stale`],
  ['reworded', (n) => `${n} with a reworded case`],
  ['retired', (n) => `${n} with a retired case`],
  ['silent', (n) => `${n} silent`],
  ['moved', (n) => `${n} moved`],
  ['duplicate', (n) => `${n} duplicates`],
  ['unknownKeys', (n) => `${n} with unknown keys`],
  ['claimedTwice', (n) => `${n} with a key declared twice`],
]

function Head({ overview, only, total, onFilter, onAcceptAll, onAlike }: HeadProps) {
  const counts = overview?.counts
  const shown = PLACES.filter(([name]) => name !== only && counts && counts[name as keyof typeof counts] > 0)
  return (
    <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-hairline px-5 pt-4 pb-3">
      <h1 className="text-xl">{TITLES[only ?? 'all'](total)}</h1>
      <p className="flex flex-wrap items-center gap-x-1.5 text-soft">
        {shown.map(([name, words], place) => (
          <span key={name} className="flex gap-1.5">
            {place > 0 && <span aria-hidden="true">·</span>}
            <button type="button" className="link" onClick={() => onFilter(name)}>
              {words(counts?.[name as keyof typeof counts] ?? 0)}
            </button>
          </span>
        ))}
        {counts && counts.toAutomate > 0 && (
          <>
            <span aria-hidden="true">·</span>
            <ProjectLink to="cases?only=uncovered" className="link">
              {count(counts.toAutomate, 'case')} to be automated
            </ProjectLink>
          </>
        )}
        {counts && counts.alike > 0 && (
          <>
            <span aria-hidden="true">·</span>
            <button type="button" className="link" onClick={onAlike}>
              {count(counts.alike, 'pair')} of similar cases
            </button>
          </>
        )}
        {only !== null && (
          <>
            <span aria-hidden="true">·</span>
            <button type="button" className="link" onClick={() => onFilter('all')}>
              all {counts ? count(counts.scripts, 'script') : ''}
            </button>
          </>
        )}
      </p>
      <span className="ml-auto" />
      {counts && counts.sure > 0 && (
        <CanButton right="link" onClick={onAcceptAll}>
          Review sure suggestions <Key>A</Key>
        </CanButton>
      )}
    </header>
  )
}

function Nothing({
  overview,
  only,
  filtered,
  onClear,
}: {
  overview: MappingOverview | undefined
  only: MappingFilter | null
  filtered: boolean
  onClear: () => void
}) {
  if (!overview) return <Loading what="the counts" />
  if (overview.counts.scripts === 0 || (overview.scannedAt === null && only === null && !filtered)) return <ScanHelp />
  if (only === 'unlinked' && !filtered)
    return (
      <EmptyState title="Every script has a case" action={<Button onClick={onClear}>Show all scripts</Button>}>
        {overview.scannedAt === null
          ? 'Scan the source tree, and tests that have not run yet are listed, too.'
          : 'New tests appear here with the next scan, or when results name them.'}
      </EmptyState>
    )
  return (
    <EmptyState title="No matching script" action={<Button onClick={onClear}>Show all scripts</Button>}>
      Nothing matches the search and filter above.
    </EmptyState>
  )
}

interface CanvasProps {
  blocks: ReturnType<typeof blocksOf>
  selectedId: number | null
  onSelect: (id: number) => void
  decided: Parameters<typeof proposalOf>[1]
  onDrop: OnDrop
}

/** Blocks of files under one another; only those in sight are drawn. */
function Canvas({ blocks, selectedId, onSelect, decided, onDrop }: CanvasProps) {
  const scroller = useRef<HTMLDivElement>(null)
  const virtualizer = useVirtualizer({
    count: blocks.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => linesOf(blocks[i] as (typeof blocks)[number]) * LINE + GAP,
    getItemKey: (i) => blocks[i]?.key ?? i,
    overscan: 3,
    initialRect: { width: 1000, height: 800 },
  })
  useEffect(() => virtualizer.measure(), [blocks, virtualizer])
  const found = useMemo(() => placeIn(blocks, selectedId), [blocks, selectedId])
  useEffect(() => {
    const element = scroller.current
    if (!found || !element) return
    const top = (virtualizer.measurementsCache[found.block]?.start ?? 0) + (found.line + 1) * LINE
    const [from, to] = [element.scrollTop, element.scrollTop + element.clientHeight]
    // room for the card at the foot
    if (top < from + LINE) element.scrollTop = Math.max(0, top - 2 * LINE)
    else if (top > to - 200) element.scrollTop = top - element.clientHeight + 200
  }, [found, virtualizer])
  return (
    <DragArea>
      <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto pt-3" tabIndex={-1}>
        <ol className="relative" style={{ height: virtualizer.getTotalSize() + 180 }} aria-label="Files">
          {virtualizer.getVirtualItems().map((item) => {
            const block = blocks[item.index]
            return (
              block && (
                <li key={item.key} className="absolute inset-x-0 top-0" style={{ transform: `translateY(${item.start}px)` }}>
                  <BlockView block={block} selectedId={selectedId} onSelect={onSelect} decided={decided} onDrop={onDrop} />
                </li>
              )
            )
          })}
        </ol>
      </div>
    </DragArea>
  )
}

function placeIn(blocks: CanvasProps['blocks'], id: number | null): { block: number; line: number } | null {
  if (id === null) return null
  for (const [block, { scripts }] of blocks.entries()) {
    const line = scripts.findIndex((row) => row.id === id)
    if (line >= 0) return { block, line }
  }
  return null
}
