import type { Board, Tile } from '@bobbin/client'
import { DAY_PARTS, TILE_KINDS } from '@bobbin/core'
import { ArrowDown, ArrowUp, Columns2, RectangleHorizontal, X } from 'lucide-react'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { CanButton, useCan } from '../../context/can.js'
import { type Lens, useLens } from '../../context/lens.js'
import { ProjectLink, useProjectPath } from '../../context/project-link.js'
import { formatList } from '../../lib/format.js'
import { useAddress } from '../../lib/use-address.js'
import { useKeys } from '../../lib/use-keys.js'
import { ConfirmDialog } from '../../ui/confirm-dialog.js'
import { Menu, MenuCheck, MenuItem } from '../../ui/menu.js'
import { Button, EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { notify } from '../../ui/toast.js'
import { PART_WORDS } from '../trends/day-words.js'
import { BoardTiles } from './board-tiles.js'
import { FIRST_TILES, moved, TILES } from './board-words.js'
import { type BoardDraft, useBoardChanges, useBoardParts, useBoards } from './use-boards.js'

/** Boards that people arrange of parts of other pages. */
export function BoardsPage() {
  const { id } = useParams()
  const boards = useBoards()
  if (boards.isPending) return <Loading what="the boards" />
  if (boards.error) return <ErrorState error={boards.error} onRetry={() => void boards.refetch()} />
  const { rows } = boards.data
  const chosen = id === undefined ? rows[0] : rows.find((board) => String(board.id) === id)
  return (
    <div className="flex min-w-0 flex-1 flex-col">
      <Bar boards={rows} chosen={chosen} />
      {chosen ? (
        <Shown key={chosen.id} board={chosen} />
      ) : (
        <>
          <h1 className="sr-only">Boards</h1>
          <EmptyState title={id === undefined ? 'No board yet' : 'This board is not here'} action={<NewBoard />}>
            A board keeps parts of other pages together, looked at through a lens of its own: the brief, the newest runs, the weave, charts
            and tables. It can be shared, and shown on a wall.
          </EmptyState>
        </>
      )}
    </div>
  )
}

function Bar({ boards, chosen }: { boards: readonly Board[]; chosen: Board | undefined }) {
  if (boards.length === 0) return null
  return (
    <nav aria-label="Boards" className="flex items-center border-b border-hairline px-5">
      <ul className="flex min-w-0 flex-1 gap-6 overflow-x-auto">
        {boards.map((board) => (
          <li key={board.id}>
            <ProjectLink
              to={`boards/${board.id}`}
              aria-current={board.id === chosen?.id ? 'page' : undefined}
              className={`-mb-px flex h-[36px] items-center border-b-2 whitespace-nowrap ${board.id === chosen?.id ? 'border-dye font-semibold' : 'border-transparent text-soft hover:text-ink'}`}
            >
              {board.name}
            </ProjectLink>
          </li>
        ))}
      </ul>
      <NewBoard />
    </nav>
  )
}

/** A lens as a board keeps it. */
function kept({ branch, environments, profile, release, span }: Lens): Board['lens'] {
  return {
    span,
    ...(branch && { branch }),
    ...(environments && { environments }),
    ...(profile && { profile }),
    ...(release && { release }),
  }
}

/** An error was told already, where the change is defined; what waits for its end may be gone from the page by then. */
const told = () => undefined

function NewBoard() {
  const { data } = useBoards()
  const changes = useBoardChanges()
  const lens = useLens()
  const navigate = useNavigate()
  const path = useProjectPath()
  const add = () => {
    const names = new Set(data?.rows.map(({ name }) => name))
    let nth = 1
    while (names.has(nth === 1 ? 'My board' : `My board ${nth}`)) nth++
    const name = nth === 1 ? 'My board' : `My board ${nth}`
    void changes.add
      .mutateAsync({ name, shared: false, lens: kept(lens), tiles: FIRST_TILES })
      .then(({ id }) => navigate(path(`boards/${id}?edit=1`)), told)
  }
  useKeys({ n: add })
  return (
    <button type="button" className="link ml-4 whitespace-nowrap" disabled={changes.add.isPending} onClick={add} title="New board (n)">
      New board
    </button>
  )
}

const lensWords = ({ branch, environments, span, profile, release }: Board['lens']): string =>
  [
    branch ? `on ${branch}` : 'on all branches',
    environments ? `in ${formatList(environments)}` : 'in all environments',
    profile && `on ${profile}`,
    release && `for ${release}`,
    `over the last ${span ?? 30} builds`,
  ]
    .filter(Boolean)
    .join(', ')

function Shown({ board }: { board: Board }) {
  const parts = useBoardParts(board)
  const [params, setAddress] = useAddress()
  const editing = board.mine && params.get('edit') === '1'
  const setEditing = (on: boolean) => setAddress({ edit: on ? '1' : null }, { replace: true })
  useKeys({ e: () => board.mine && setEditing(!editing), Escape: () => setEditing(false) })
  return (
    <section aria-label={board.name} className="min-h-0 flex-1 overflow-y-auto px-5 pt-4 pb-8" tabIndex={0}>
      <header className="mb-4 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-xl">{board.name}</h1>
        <p className="text-soft">
          {lensWords(board.lens)} ·{' '}
          {board.mine
            ? board.shared
              ? 'shared'
              : 'only you see it'
            : `by ${board.by}${board.shared ? '' : ', not shared, open to walls'}`}
        </p>
        <span className="ml-auto flex items-baseline gap-4">
          {board.wall && (
            <a href={board.wall} className="link" target="_blank" rel="noreferrer">
              On the wall
            </a>
          )}
          {!board.mine && board.onWall && <CloseWall board={board} />}
          {board.mine ? (
            <button type="button" className="link" aria-pressed={editing} onClick={() => setEditing(!editing)} title="Arrange (e)">
              {editing ? 'Done' : 'Arrange'}
            </button>
          ) : (
            <Copy board={board} />
          )}
        </span>
      </header>
      {editing && <Arranging board={board} />}
      <BoardTiles board={board} parts={parts} />
    </section>
  )
}

/** Whoever has the link sees the board: who manages the project can end that, whoever made it. */
function CloseWall({ board }: { board: Board }) {
  const changes = useBoardChanges()
  return useCan('manage') ? (
    <button type="button" className="link" disabled={changes.close.isPending} onClick={() => changes.close.mutate(board.id)}>
      Revoke its link for walls
    </button>
  ) : null
}

function Copy({ board: { name, lens, tiles } }: { board: Board }) {
  const changes = useBoardChanges()
  const navigate = useNavigate()
  const path = useProjectPath()
  return (
    <button
      type="button"
      className="link"
      onClick={() =>
        void changes.add
          .mutateAsync({ name: `${name} (mine)`, shared: false, lens, tiles })
          .then(({ id }) => navigate(path(`boards/${id}`)), told)
      }
    >
      Copy as mine
    </button>
  )
}

/** What a board shows, in which order, through which lens, and who sees it. */
function Arranging({ board }: { board: Board }) {
  const { id, name, shared, lens, tiles } = board
  const changes = useBoardChanges()
  const now = kept(useLens())
  const navigate = useNavigate()
  const path = useProjectPath()
  const manages = useCan('manage')
  const [asking, setAsking] = useState(false)
  const [text, setText] = useState(name)
  const change = (part: Partial<BoardDraft>) => changes.change.mutate({ id, name, shared, lens, tiles, ...part })
  const put = (at: number, tile: Tile) => change({ tiles: tiles.map((one, i) => (i === at ? tile : one)) })
  return (
    <section aria-label="Arrange" className="mb-5 rounded border border-hairline bg-surface p-4">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <label className="flex items-center gap-2">
          Name
          <input
            value={text}
            maxLength={80}
            onChange={({ target }) => setText(target.value)}
            onBlur={() => text.trim() !== '' && text.trim() !== name && change({ name: text.trim() })}
            onKeyDown={({ key, currentTarget }) => key === 'Enter' && currentTarget.blur()}
            className="w-[200px] rounded border border-hairline bg-cloth px-2 py-1"
          />
        </label>
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={shared} onChange={({ target }) => change({ shared: target.checked })} /> Shared with the project
        </label>
        {JSON.stringify(now) !== JSON.stringify(lens) && (
          <button type="button" className="link" onClick={() => change({ lens: now })}>
            Look through the lens above
          </button>
        )}
        {board.wall ? (
          <>
            <button
              type="button"
              className="link"
              onClick={() => {
                void navigator.clipboard.writeText(`${window.location.origin}${board.wall}`)
                notify('The link was copied. Whoever has it sees the board without signing in')
              }}
            >
              Copy the link for walls
            </button>
            <button type="button" className="link" onClick={() => changes.close.mutate(id)}>
              Revoke it
            </button>
          </>
        ) : (
          <CanButton right="manage" onClick={() => changes.open.mutate(id)}>
            Make a link for walls
          </CanButton>
        )}
        {board.wall && manages && (
          <button type="button" className="link" onClick={() => changes.open.mutate(id)}>
            Make a new one
          </button>
        )}
        <button type="button" className="link ml-auto" onClick={() => setAsking(true)}>
          Delete the board
        </button>
      </div>
      <ol aria-label="Tiles" className="mt-3">
        {tiles.map((tile, at) => (
          <li key={`${tile.kind}-${at}`} className="flex items-center gap-3 border-t border-hairline py-1">
            <span className="min-w-0 flex-1">
              {TILES[tile.kind].name}
              {tile.kind === 'days' && (
                <>
                  {' by '}
                  <Menu
                    label="By"
                    trigger={
                      <button type="button" className="link">
                        {PART_WORDS[tile.by ?? 'area']}
                      </button>
                    }
                  >
                    {DAY_PARTS.map((by) => (
                      <MenuCheck key={by} checked={(tile.by ?? 'area') === by} onChange={() => put(at, { ...tile, by })}>
                        {PART_WORDS[by]}
                      </MenuCheck>
                    ))}
                  </Menu>
                </>
              )}
            </span>
            <IconButton
              label={`${TILES[tile.kind].name}: ${tile.wide ? 'half the width' : 'the whole width'}`}
              onClick={() => put(at, { ...tile, wide: !tile.wide })}
            >
              {tile.wide ? <Columns2 size={14} /> : <RectangleHorizontal size={14} />}
            </IconButton>
            <IconButton label={`${TILES[tile.kind].name}: up`} disabled={at === 0} onClick={() => change({ tiles: moved(tiles, at, -1) })}>
              <ArrowUp size={14} />
            </IconButton>
            <IconButton
              label={`${TILES[tile.kind].name}: down`}
              disabled={at === tiles.length - 1}
              onClick={() => change({ tiles: moved(tiles, at, 1) })}
            >
              <ArrowDown size={14} />
            </IconButton>
            <IconButton label={`${TILES[tile.kind].name}: remove`} onClick={() => change({ tiles: tiles.filter((_, i) => i !== at) })}>
              <X size={14} />
            </IconButton>
          </li>
        ))}
      </ol>
      <div className="mt-2">
        <Menu label="Add a tile" trigger={<Button disabled={tiles.length === TILE_KINDS.length}>Add a tile</Button>}>
          {TILE_KINDS.filter((kind) => !tiles.some((tile) => tile.kind === kind)).map((kind) => (
            <MenuItem key={kind} onSelect={() => change({ tiles: [...tiles, { kind, wide: kind === 'weave' || kind === 'days' }] })}>
              {TILES[kind].name}
            </MenuItem>
          ))}
        </Menu>
      </div>
      {asking && (
        <ConfirmDialog
          title={`Delete “${name}”?`}
          description={`What its tiles show stays where it is.${board.wall ? ' Its link for walls ends.' : ''}`}
          action="Delete the board"
          onConfirm={() => void changes.remove.mutateAsync(id).then(() => navigate(path('boards')), told)}
          onClose={() => setAsking(false)}
        />
      )}
    </section>
  )
}

interface IconButtonProps {
  label: string
  disabled?: boolean
  onClick: () => void
  children: React.ReactNode
}

function IconButton({ label, disabled = false, onClick, children }: IconButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      disabled={disabled}
      onClick={onClick}
      className="p-1 text-soft hover:text-ink disabled:opacity-30"
    >
      {children}
    </button>
  )
}
