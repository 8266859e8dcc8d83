import type { Board, Tile } from '@bobbin/client'
import { PART_OF_TILE } from '@bobbin/core'
import { useContext } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { Button, Loading, messageOf } from '../../ui/states.js'
import { TILES } from './board-words.js'
import { OnWall, TileView } from './tile-view.js'
import type { PartsOfBoard } from './use-boards.js'

/** The tiles of a board, in two columns; each is shown as soon as its own part is there. */
export function BoardTiles({ board: { tiles }, parts }: { board: Board; parts: PartsOfBoard }) {
  const wall = useContext(OnWall)
  if (tiles.length === 0) return <p className="text-soft">It has no tile. Arrange it to add some.</p>
  return (
    <div className="grid grid-cols-2 gap-4 max-[1100px]:grid-cols-1">
      {tiles.map((tile, i) => {
        const { name, to } = TILES[tile.kind]
        return (
          <section
            key={`${tile.kind}-${i}`}
            aria-label={name}
            className={`min-w-0 rounded border border-hairline bg-surface px-4 pt-3 pb-4 ${tile.wide ? 'col-span-full' : ''}`}
          >
            <h2 className="mb-2 text-sm font-semibold">
              {wall ? (
                name
              ) : (
                <ProjectLink to={to} className="hover:underline">
                  {name}
                </ProjectLink>
              )}
            </h2>
            <TileOrWait tile={tile} name={name} parts={parts} />
          </section>
        )
      })}
    </div>
  )
}

/** What the part says; as it was before, where it cannot be asked for anew. */
function TileOrWait({ tile, name, parts }: { tile: Tile; name: string; parts: PartsOfBoard }) {
  const found = parts.get(PART_OF_TILE[tile.kind])
  if (found?.data) return <TileView tile={tile} data={found.data} />
  if (!found?.error) return <Loading what={name} />
  return (
    <p role="alert" className="flex flex-wrap items-center gap-3 text-failed">
      This part could not be read. {messageOf(found.error)} <Button onClick={() => void found.refetch()}>Try again</Button>
    </p>
  )
}
