import { ApiError } from '@bobbin/client'
import { useParams } from 'react-router'
import { Mark } from '../../ui/mark.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { BoardTiles } from './board-tiles.js'
import { OnWall } from './tile-view.js'
import { useWall } from './use-boards.js'

/** From some metres away. */
const ZOOM = 1.35

/** A board on a wall: large, asked for anew by itself, for whoever has its link. */
export function WallPage() {
  const { key = '' } = useParams()
  const { head: board, parts } = useWall(key)
  if (board.isPending) return <Loading what="the board" />
  if (board.data === undefined) {
    const { error } = board
    if (error instanceof ApiError && (error.status === 404 || error.status === 400))
      return (
        <EmptyState title="This link shows nothing any more">
          It was revoked, or never was. Ask whoever gave it to you for a new one.
        </EmptyState>
      )
    return <ErrorState error={error} onRetry={() => void board.refetch()} />
  }
  const { board: shown, project } = board.data
  const all = [...parts.values()]
  const isDown = board.isError || all.some(({ error, data }) => error !== null && data !== undefined)
  // the oldest of what is shown
  const [at] = all.flatMap(({ data }) => data?.at ?? []).toSorted()
  return (
    <OnWall value={true}>
      <title>{`${shown.name} · Bobbin`}</title>
      <main className="h-full overflow-y-auto px-6 pt-4 pb-6" style={{ zoom: ZOOM }} tabIndex={0}>
        <header className="mb-4 flex items-baseline gap-3">
          <Mark />
          <h1 className="text-xl">{shown.name}</h1>
          <p className="text-soft">{project.name}</p>
          <p role="status" className={`ml-auto ${isDown ? 'text-failed' : 'text-soft'}`}>
            {isDown ? 'The server does not answer; as it was ' : 'as it was '}
            {at && <Time iso={at} />}
          </p>
        </header>
        <BoardTiles board={shown} parts={parts} />
      </main>
    </OnWall>
  )
}
