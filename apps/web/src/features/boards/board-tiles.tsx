import type { BoardData } from '@bobbin/client'
import { useContext } from 'react'
import { ProjectLink } from '../../context/project-link.js'
import { TILES } from './board-words.js'
import { OnWall, TileView } from './tile-view.js'

/** The tiles of a board, in two columns. */
export function BoardTiles({ data }: { data: BoardData }) {
  const wall = useContext(OnWall)
  const { tiles } = data.board
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
            <TileView tile={tile} data={data} />
          </section>
        )
      })}
    </div>
  )
}
