import type { AreaNode } from '@bobbin/client'
import { MoreHorizontal } from 'lucide-react'
import { useState } from 'react'
import { CanMenuItem } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { useDone } from '../../context/use-undo.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { useInvalidate } from '../../lib/query-keys.js'
import { DragKind, type Take, useDragged, useDropPlace } from '../../ui/drag.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'
import { HistoryDialog } from '../audit/history-dialog.js'
import { areaSums, isWithin, placesBeside, type PlacesBeside } from './area-paths.js'
import { AreaPicker } from './area-picker.js'
import { NameDialog } from './name-dialog.js'

/** What is dragged onto an area: cases by key, or another area by id. */
export const CASES = new DragKind<readonly string[]>()
const AREA = new DragKind<number>()

export interface AreaTreeProps {
  areas: AreaNode[]
  chosen: number | null
  onChoose: (id: number | null) => void
  onDropCases: (keys: readonly string[], area: AreaNode) => void
}

type Act =
  | { kind: 'rename'; area: AreaNode }
  | { kind: 'move'; area: AreaNode }
  | { kind: 'history'; area: AreaNode }
  | { kind: 'new'; parent: AreaNode | null }

/** The areas: chosen, made, renamed, moved by dragging or by the menu, and deleted with undo. */
export function AreaTree({ areas, chosen, onChoose, onDropCases }: AreaTreeProps) {
  const [act, setAct] = useState<Act | null>(null)
  const changes = useAreaChanges()
  const sums = areaSums(areas)
  const { setNode: setTop, isOver: overTop } = useDropPlace('the top level', (item) => {
    const moved = AREA.valueOf(item)
    return moved === undefined ? null : () => void changes.move(moved, null)
  })
  const branch = (parentId: number | null, depth: number): React.ReactNode =>
    areas
      .filter((area) => area.parentId === parentId)
      .map((area) => (
        <li key={area.id}>
          <AreaLine
            area={area}
            cases={sums.get(area.id) ?? 0}
            depth={depth}
            chosen={chosen === area.id}
            onChoose={() => onChoose(chosen === area.id ? null : area.id)}
            onAct={setAct}
            onDelete={() => void changes.remove(area)}
            places={placesBeside(areas, area.id)}
            onPlace={(before) => void changes.place(area.id, before)}
            take={(item) => {
              const keys = CASES.valueOf(item)
              if (keys) return () => onDropCases(keys, area)
              const moved = AREA.valueOf(item)
              return moved === undefined || isWithin(areas, area.id, moved) ? null : () => void changes.move(moved, area.id)
            }}
          />
          <ul>{branch(area.id, depth + 1)}</ul>
        </li>
      ))
  return (
    <nav aria-label="Areas" className="w-[206px] shrink-0 overflow-y-auto border-r border-hairline py-4 max-[1180px]:hidden" tabIndex={0}>
      <div ref={setTop} className={`flex items-center pr-1 ${overTop ? OVER : ''}`}>
        <button
          type="button"
          aria-pressed={chosen === null}
          onClick={() => onChoose(null)}
          className={`min-h-[26px] flex-1 pl-4 text-left ${chosen === null ? 'font-semibold' : 'text-soft hover:text-ink'}`}
        >
          All areas
        </button>
        <AreaMenu label="Areas">
          <CanMenuItem right="editCases" onSelect={() => setAct({ kind: 'new', parent: null })}>
            New area
          </CanMenuItem>
        </AreaMenu>
      </div>
      <ul>{branch(null, 0)}</ul>
      {act?.kind === 'move' && (
        <AreaPicker
          title={`Move ${act.area.name}`}
          description="Choose its parent area; “No area” is the top level."
          not={(id) => isWithin(areas, id, act.area.id)}
          onClose={() => setAct(null)}
          onPick={(id) => {
            setAct(null)
            void changes.move(act.area.id, id)
          }}
        />
      )}
      {act?.kind === 'history' && <HistoryDialog kind="area" id={act.area.id} name={act.area.name} onClose={() => setAct(null)} />}
      {(act?.kind === 'rename' || act?.kind === 'new') && (
        <NameDialog
          title={act.kind === 'rename' ? `Rename ${act.area.name}` : act.parent ? `New area in ${act.parent.name}` : 'New area'}
          label="Name of the area"
          value={act.kind === 'rename' ? act.area.name : ''}
          onClose={() => setAct(null)}
          onName={(name) => (act.kind === 'rename' ? changes.rename(act.area.id, name) : changes.make(name, act.parent?.id ?? null))}
        />
      )}
    </nav>
  )
}

interface AreaLineProps {
  area: AreaNode
  cases: number
  depth: number
  chosen: boolean
  onChoose: () => void
  onAct: (act: Act) => void
  onDelete: () => void
  places: PlacesBeside
  onPlace: (before: number | null) => void
  take: Take
}

const OVER = 'outline-2 -outline-offset-2 outline-dye'

function AreaLine({ area, cases, depth, chosen, onChoose, onAct, onDelete, places: { up, down }, onPlace, take }: AreaLineProps) {
  const place = useDropPlace(area.name, take)
  const { setNode, onPointerDown } = useDragged(AREA.item(area.id, area.name))
  return (
    <div
      ref={(element) => {
        setNode(element)
        place.setNode(element)
      }}
      onPointerDown={onPointerDown}
      className={`group flex items-center pr-1 ${chosen ? 'bg-dye-wash' : 'hover:bg-surface'} ${place.isOver ? OVER : ''}`}
    >
      <button
        type="button"
        aria-pressed={chosen}
        onClick={onChoose}
        style={{ paddingLeft: 16 + depth * 14 }}
        className={`flex min-h-[26px] min-w-0 flex-1 items-center gap-2 text-left ${chosen ? 'font-semibold' : depth === 0 ? '' : 'text-soft'}`}
      >
        <span className="truncate" title={area.name}>
          {area.name}
        </span>
        <span className="ml-auto font-normal text-soft">{cases}</span>
      </button>
      <AreaMenu label={`Area ${area.name}`}>
        <CanMenuItem right="editCases" onSelect={() => onAct({ kind: 'new', parent: area })}>
          New subarea
        </CanMenuItem>
        <CanMenuItem right="organize" onSelect={() => onAct({ kind: 'rename', area })}>
          Rename
        </CanMenuItem>
        {up !== undefined && (
          <CanMenuItem right="organize" onSelect={() => onPlace(up)}>
            Move up
          </CanMenuItem>
        )}
        {down !== undefined && (
          <CanMenuItem right="organize" onSelect={() => onPlace(down)}>
            Move down
          </CanMenuItem>
        )}
        <CanMenuItem right="organize" onSelect={() => onAct({ kind: 'move', area })}>
          Move …
        </CanMenuItem>
        <MenuItem onSelect={() => onAct({ kind: 'history', area })}>History</MenuItem>
        <CanMenuItem right="organize" onSelect={onDelete}>
          Delete (its contents move up)
        </CanMenuItem>
      </AreaMenu>
    </div>
  )
}

function AreaMenu({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <Menu
      label={label}
      trigger={
        <button
          type="button"
          aria-label={`${label}: what to do`}
          className="p-1 text-soft opacity-0 group-hover:opacity-100 hover:text-ink focus-visible:opacity-100 data-[state=open]:opacity-100 [div:not(.group)>&]:opacity-100"
        >
          <MoreHorizontal size={14} />
        </button>
      }
    >
      {children}
    </Menu>
  )
}

function useAreaChanges() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const done = useDone()
  const refresh = () => invalidate('areas', 'cases', 'case')
  const fail = (error: unknown) => notifyError(messageOf(error))
  const at = (id: number) => ({ project: project.slug, id })
  const edit = async (id: number, body: { name?: string; parentId?: number | null; before?: number | null }) => {
    await api.patch('/projects/{project}/areas/{id}', { path: at(id), body })
    void refresh()
  }
  return {
    rename: (id: number, name: string) => edit(id, { name }),
    move: (id: number, parentId: number | null) => (id > 0 ? edit(id, { parentId }).catch(fail) : Promise.resolve()),
    place: (id: number, before: number | null) => edit(id, { before }).catch(fail),
    make: async (name: string, parentId: number | null) => {
      await api.post('/projects/{project}/areas', { path: { project: project.slug }, body: { name, parentId } })
      void refresh()
    },
    remove: (area: AreaNode) =>
      api
        .delete('/projects/{project}/areas/{id}', { path: at(area.id) })
        .then(({ cases, actId }) => {
          void refresh()
          done(`Deleted the area ${area.name}; ${count(cases, 'case')} moved up`, actId)
        })
        .catch(fail),
  }
}
