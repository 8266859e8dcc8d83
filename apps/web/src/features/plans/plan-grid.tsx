import type { Environment, PlanCell, PlanDetail, PlanDto } from '@bobbin/client'
import { forwardRef, useState, type KeyboardEvent, type MouseEvent } from 'react'
import { useCan } from '../../context/can.js'
import { count } from '../../lib/format.js'
import { Key } from '../../ui/states.js'
import { CellDialog } from './cell-dialog.js'
import { aboutWords } from './plan-words.js'
import type { usePlanParts } from './use-plans.js'

export interface PlanGridProps {
  plan: PlanDetail
  parts: ReturnType<typeof usePlanParts>
  onChange: (part: Partial<PlanDto>, words: string) => void
}

interface Place {
  row: number
  column: number
}

const keyOf = (environmentId: number, profile: string | null) => `${environmentId} ${profile ?? ''}`

/**
 * Environments across, profiles down; a cell is a part of the plan. Arrows move, with Shift they pick several; space switches what is picked,
 * e opens its settings.
 */
export const PlanGrid = forwardRef<HTMLTableElement, PlanGridProps>(function PlanGrid({ plan, parts, onChange }, ref) {
  const { environments, profiles } = parts
  const can = useCan('run')
  const rows: (string | null)[] = [...profiles.map(({ name }) => name), ...extraRows(plan, profiles.map(({ name }) => name))] // prettier-ignore
  const [at, setAt] = useState<Place>({ row: 0, column: 0 })
  const [anchor, setAnchor] = useState<Place | null>(null)
  const [editing, setEditing] = useState(false)
  const cells = new Map(plan.cells.map((cell) => [keyOf(cell.environmentId, cell.profile), cell]))
  const from = anchor ?? at
  const isPicked = (row: number, column: number) =>
    row >= Math.min(at.row, from.row) &&
    row <= Math.max(at.row, from.row) &&
    column >= Math.min(at.column, from.column) &&
    column <= Math.max(at.column, from.column)
  const picked = rows.flatMap((profile, row) =>
    environments.flatMap((environment, column) =>
      isPicked(row, column) && offers(environment, profile) ? [{ environment, profile }] : [],
    ),
  )
  const toggle = (places = picked) => {
    if (!can || places.length === 0) return
    const on = places.every(({ environment, profile }) => cells.has(keyOf(environment.id, profile)))
    const rest = plan.cells.filter(
      (cell) => !places.some(({ environment, profile }) => keyOf(environment.id, profile) === keyOf(cell.environmentId, cell.profile)),
    )
    const fresh = places.map(({ environment, profile }) => cells.get(keyOf(environment.id, profile)) ?? emptyCell(environment.id, profile))
    onChange({ cells: on ? rest : [...rest, ...fresh] }, `${count(places.length, 'cell')} switched ${on ? 'off' : 'on'}`)
  }
  const move = (event: KeyboardEvent<HTMLTableElement>) => {
    const step = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key]
    if (step && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault()
      setAnchor(event.shiftKey ? from : null)
      setAt({
        row: Math.min(rows.length - 1, Math.max(0, at.row + (step[0] ?? 0))),
        column: Math.min(environments.length - 1, Math.max(0, at.column + (step[1] ?? 0))),
      })
    } else if (event.key === ' ') {
      event.preventDefault()
      toggle()
    } else if (event.key === 'e' && can) {
      event.preventDefault()
      setEditing(true)
    }
  }
  const choose = (place: Place) => (event: MouseEvent) => {
    if (event.shiftKey) {
      setAnchor(from)
      return setAt(place)
    }
    const again = at.row === place.row && at.column === place.column && anchor === null
    setAnchor(null)
    setAt(place)
    const environment = environments[place.column]
    const profile = rows[place.row] ?? null
    // the first click chooses and switches on; what is on is switched off by a second one
    if (environment && offers(environment, profile) && (again || !cells.has(keyOf(environment.id, profile))))
      toggle([{ environment, profile }])
  }
  const apply = (change: Partial<PlanCell>) => {
    const keys = new Set(picked.map(({ environment, profile }) => keyOf(environment.id, profile)))
    onChange(
      { cells: plan.cells.map((cell) => (keys.has(keyOf(cell.environmentId, cell.profile)) ? { ...cell, ...change } : cell)) },
      `${count(keys.size, 'cell')} changed`,
    )
  }
  const editable = picked.filter(({ environment, profile }) => cells.has(keyOf(environment.id, profile)))
  if (environments.length === 0) return <p className="text-soft">There is no environment yet. Add one under Settings › Environments.</p>
  return (
    <>
      <div className="overflow-x-auto">
        <table
          ref={ref}
          role="grid"
          aria-label="Environments and profiles"
          aria-multiselectable
          tabIndex={0}
          onKeyDown={move}
          className="group w-full table-fixed border-separate border-spacing-1.5 outline-offset-2"
        >
          <thead>
            <tr>
              <td className="w-[72px]" />
              {environments.map((environment) => (
                <th
                  key={environment.id}
                  scope="col"
                  className="min-w-[150px] truncate pb-1 text-left font-semibold"
                  title={environment.address ?? environment.name}
                >
                  {environment.name} <Protection environment={environment} />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((profile, row) => (
              <tr key={profile ?? ''}>
                <th scope="row" className="truncate text-left font-normal text-soft" title={profile ?? 'any profile'}>
                  {profile ?? 'any'}
                </th>
                {environments.map((environment, column) => (
                  <Cell
                    key={environment.id}
                    environment={environment}
                    profile={profile}
                    plan={plan}
                    cell={cells.get(keyOf(environment.id, profile))}
                    parts={parts}
                    current={at.row === row && at.column === column}
                    picked={isPicked(row, column)}
                    onClick={choose({ row, column })}
                  />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-1 text-soft">
        {count(plan.cells.length, 'cell')} ·{' '}
        {count(
          plan.cellForecasts.reduce((sum, { tests }) => sum + tests, 0),
          'test',
        )}{' '}
        · <Key>space</Key> switches, <Key>e</Key> sets, arrows move, with <Key>Shift</Key> they pick several
      </p>
      {editing && editable.length > 0 && (
        <CellDialog
          cells={editable.map(({ environment, profile }) => cells.get(keyOf(environment.id, profile)) as PlanCell)}
          parts={parts}
          onApply={apply}
          onClose={() => setEditing(false)}
        />
      )}
    </>
  )
})

const emptyCell = (environmentId: number, profile: string | null): PlanCell => ({
  environmentId,
  profile,
  ownerId: null,
  poolId: null,
  handoffId: null,
  releaseId: null,
  parameters: {},
  byHand: 'none',
  people: [],
  inOrder: false,
  dueDays: null,
})

/** Profiles that cells have and nobody keeps any more, and that of no profile. */
function extraRows(plan: PlanDetail, known: readonly string[]): (string | null)[] {
  const gone = [...new Set(plan.cells.flatMap(({ profile }) => profile ?? []))].filter((name) => !known.includes(name))
  return [...gone, null]
}

const offers = (environment: Environment, profile: string | null): boolean =>
  profile === null || environment.profiles.length === 0 || environment.profiles.includes(profile)

function Protection({ environment }: { environment: Environment }) {
  if (!environment.protected) return null
  return environment.open ? (
    <span className="font-normal text-soft" title={`Opened by ${environment.open.by}: ${environment.open.reason}`}>
      open
    </span>
  ) : (
    <span className="font-normal text-errored">protected</span>
  )
}

interface CellProps {
  environment: Environment
  profile: string | null
  plan: PlanDetail
  cell: PlanCell | undefined
  parts: PlanGridProps['parts']
  current: boolean
  picked: boolean
  onClick: (event: MouseEvent) => void
}

const STRIPES = 'repeating-linear-gradient(135deg, transparent 0 6px, color-mix(in srgb, var(--errored) 22%, transparent) 6px 7px)'

function Cell({ environment, profile, plan, cell, parts, current, picked, onClick }: CellProps) {
  const offered = offers(environment, profile)
  const shut = environment.protected && environment.open === null
  const told = plan.cellForecasts.find((one) => one.environmentId === environment.id && one.profile === profile)
  const who = cell && whoOf(cell, parts)
  const label = `${environment.name}, ${profile ?? 'any profile'}: ${cell ? 'on' : 'off'}${shut ? ', protected' : ''}`
  return (
    <td
      role="gridcell"
      aria-label={label}
      aria-selected={picked}
      onClick={offered ? onClick : undefined}
      className={`h-[46px] rounded border px-2.5 align-middle ${
        cell ? 'border-dye bg-dye-wash' : 'border-hairline'
      } ${offered ? 'cursor-pointer' : ''} ${current ? 'outline-dye group-focus:outline-2' : picked ? 'outline-dye group-focus:outline-1' : ''}`}
      style={shut ? { backgroundImage: STRIPES } : undefined}
    >
      {cell ? (
        <span className="flex flex-col">
          <span className="flex justify-between gap-2 whitespace-nowrap">
            <strong className="truncate font-semibold">{told ? cellWords(told) : ''}</strong>
            <span className="text-soft">{told && told.expectedMs > 0 ? aboutWords(told.expectedMs) : ''}</span>
          </span>
          <span className="truncate">{shut ? 'a lead must open it' : who}</span>
        </span>
      ) : (
        <span className="text-soft">{shut ? 'a lead must open it' : offered ? '' : 'not offered'}</span>
      )}
    </td>
  )
}

/** How much there is to do in a cell. */
function cellWords({ cases, tests, manual }: PlanDetail['cellForecasts'][number]): string {
  const scripts = cases > 0 ? count(cases, 'case') : tests > 0 || manual === 0 ? count(tests, 'test') : ''
  return [scripts, manual > 0 && `${manual} by hand`].filter(Boolean).join(', ')
}

function whoOf(cell: PlanCell, { pools, handoffs, members }: PlanGridProps['parts']): string {
  const owner = members.find(({ id }) => id === cell.ownerId)?.name
  const hands = cell.people.flatMap((person) => members.find(({ id }) => id === person)?.name ?? [])
  if (cell.byHand === 'all') return `by hand: ${hands.join(', ') || owner || 'whoever takes it'}`
  const runner =
    cell.handoffId !== null
      ? `pipeline ${handoffs.find(({ id }) => id === cell.handoffId)?.name ?? ''}`
      : cell.poolId !== null
        ? (pools.find(({ id }) => id === cell.poolId)?.name ?? 'a pool')
        : 'any agent that fits'
  return [runner, cell.byHand === 'rest' ? `the rest by ${hands.join(', ') || owner || 'hand'}` : owner].filter(Boolean).join(' · ')
}
