import type { MappingCase, MappingRow } from '@bobbin/client'

/** How a thread between a script and a case is drawn: solid, dashed, or frayed. */
export type ThreadKind = 'active' | 'suggested' | 'broken'

export interface BlockThread {
  scriptId: number
  caseKey: string
  kind: ThreadKind
  /** Places of its ends among the lines of each side. */
  from: number
  to: number
}

export type CaseLine = { kind: 'area'; name: string } | { kind: 'case'; at: MappingCase }

/** Scripts of one file, and beside them the cases that they verify or may verify. */
export interface Block {
  key: string
  file: string
  /** It goes on with the scripts of a long file. */
  continued: boolean
  scripts: MappingRow[]
  cases: CaseLine[]
  threads: BlockThread[]
}

/** A file with more scripts is drawn in parts, so that no part takes long. */
const MOST_SCRIPTS = 40

/** Stands above cases of no area. */
export const NO_AREA = 'No area'

/** What somebody decided that the list does not know yet. */
export type Decided = ReadonlyMap<number, { caseKey: string; verdict: 'accept' | 'reject' }>

export const placeOf = ({ file, suites }: MappingRow): string => file ?? (suites.join(' › ') || '(no file)')

/** The case that a script is most likely about, of those that nobody decided about. */
export function proposalOf(row: MappingRow, decided: Decided) {
  const own = decided.get(row.id)
  if (row.links.some(({ state }) => state === 'active') || own?.verdict === 'accept') return null
  return row.suggestions.find(({ caseKey }) => own?.caseKey !== caseKey) ?? null
}

/** Lays out rows, which come in the order of their files. */
export function blocksOf(rows: readonly MappingRow[], cases: ReadonlyMap<string, MappingCase>, decided: Decided = new Map()): Block[] {
  const blocks: Block[] = []
  for (const row of rows) {
    const file = placeOf(row)
    const last = blocks.at(-1)
    if (last?.file === file && last.scripts.length < MOST_SCRIPTS) last.scripts.push(row)
    else blocks.push({ key: `${file} ${row.id}`, file, continued: last?.file === file, scripts: [row], cases: [], threads: [] })
  }
  for (const block of blocks) tie(block, cases, decided)
  return blocks
}

function tie(block: Block, cases: ReadonlyMap<string, MappingCase>, decided: Decided): void {
  const ends: { scriptId: number; caseKey: string; kind: ThreadKind; from: number }[] = []
  block.scripts.forEach((row, place) => {
    const add = (caseKey: string, kind: ThreadKind) => {
      if (cases.has(caseKey)) ends.push({ scriptId: row.id, caseKey, kind, from: place + 1 })
    }
    for (const { caseKey, state } of row.links) {
      if (state === 'active') add(caseKey, row.goneAt === null ? 'active' : 'broken')
      else if (state === 'broken') add(caseKey, 'broken')
    }
    const own = decided.get(row.id)
    if (own?.verdict === 'accept' && !row.links.some(({ caseKey }) => caseKey === own.caseKey)) add(own.caseKey, 'active')
    const proposal = proposalOf(row, decided)
    if (proposal) add(proposal.caseKey, 'suggested')
  })
  // cases stand as high as the scripts that lead to them, on the whole: threads seldom cross
  const heights = new Map<string, number[]>()
  for (const { caseKey, from, kind } of ends)
    if (kind !== 'suggested' || !ends.some((end) => end.caseKey === caseKey && end.kind !== 'suggested'))
      heights.set(caseKey, [...(heights.get(caseKey) ?? []), from])
  const heightOf = (key: string): number => {
    const own = heights.get(key) ?? []
    return own.reduce((sum, from) => sum + from, 0) / Math.max(1, own.length)
  }
  ends.sort((a, b) => heightOf(a.caseKey) - heightOf(b.caseKey) || a.from - b.from)
  // areas by the first of their cases
  const byArea = new Map<string, MappingCase[]>()
  const seen = new Set<string>()
  for (const { caseKey } of ends) {
    const at = cases.get(caseKey)
    if (!at || seen.has(caseKey)) continue
    seen.add(caseKey)
    const area = at.areas.join(' › ') || NO_AREA
    byArea.set(area, [...(byArea.get(area) ?? []), at])
  }
  for (const [name, list] of byArea) {
    block.cases.push({ kind: 'area', name })
    for (const at of list) block.cases.push({ kind: 'case', at })
  }
  const places = new Map(block.cases.flatMap((line, place) => (line.kind === 'case' ? [[line.at.key, place] as const] : [])))
  block.threads = ends.map((end) => ({ ...end, to: places.get(end.caseKey) ?? 0 }))
}

/** Lines of the taller side; the heading of the file is one. */
export const linesOf = ({ scripts, cases }: Block): number => Math.max(scripts.length + 1, cases.length)
