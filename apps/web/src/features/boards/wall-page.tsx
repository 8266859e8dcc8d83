import { ApiError } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { api } from '../../lib/api.js'
import { Mark } from '../../ui/mark.js'
import { EmptyState, ErrorState, Loading } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { BoardTiles } from './board-tiles.js'
import { OnWall } from './tile-view.js'

const REFRESH_MS = 30_000
/** From some metres away. */
const ZOOM = 1.35

/** A board on a wall: large, asked for anew by itself, for whoever has its link. */
export function WallPage() {
  const { key = '' } = useParams()
  const board = useQuery({
    queryKey: ['wall', key],
    queryFn: ({ signal }) => api.get('/wall/{key}', { path: { key }, signal }),
    refetchInterval: REFRESH_MS,
    refetchIntervalInBackground: true,
    retry: false,
  })
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
  const { board: shown, project, at } = board.data
  return (
    <OnWall value={true}>
      <title>{`${shown.name} · Bobbin`}</title>
      <main className="h-full overflow-y-auto px-6 pt-4 pb-6" style={{ zoom: ZOOM }} tabIndex={0}>
        <header className="mb-4 flex items-baseline gap-3">
          <Mark />
          <h1 className="text-xl">{shown.name}</h1>
          <p className="text-soft">{project.name}</p>
          <p role="status" className={`ml-auto ${board.isError ? 'text-failed' : 'text-soft'}`}>
            {board.isError ? 'The server does not answer; as it was ' : 'as it was '}
            <Time iso={at} />
          </p>
        </header>
        <BoardTiles data={board.data} />
      </main>
    </OnWall>
  )
}
