import { useState } from 'react'

export interface Picture {
  name: string
  address: string
  about: string
}

/** Two pictures on top of each other, with an edge that one draws across them; or beside each other. */
export function ComparePictures({ first, second, beside }: { first: Picture; second: Picture; beside: boolean }) {
  const [edge, setEdge] = useState(50)
  if (beside) {
    return (
      <div className="flex max-h-[68vh] gap-3 overflow-auto" tabIndex={0} role="group" aria-label="Images side by side">
        {[first, second].map((picture) => (
          <figure key={picture.address} className="min-w-0 flex-1">
            <img src={picture.address} alt={picture.name} className="max-w-full" />
            <figcaption className="truncate text-soft">{picture.name}</figcaption>
          </figure>
        ))}
      </div>
    )
  }
  return (
    <div>
      <div className="relative max-h-[64vh] w-fit overflow-hidden">
        <img src={first.address} alt={first.name} className="max-h-[64vh] max-w-full" />
        <img
          src={second.address}
          alt={second.name}
          className="absolute inset-0 max-h-[64vh] max-w-full"
          style={{ clipPath: `inset(0 0 0 ${edge}%)` }}
        />
        <div className="pointer-events-none absolute inset-y-0 w-px bg-dye" style={{ left: `${edge}%` }} />
      </div>
      <label className="mt-2 flex items-center gap-3">
        <span className="max-w-[30%] truncate text-soft">{first.name}</span>
        <input
          type="range"
          min={0}
          max={100}
          value={edge}
          onChange={(event) => setEdge(Number(event.target.value))}
          onKeyDown={(event) => event.stopPropagation()}
          aria-label="Edge between the pictures"
          className="flex-1 accent-dye"
        />
        <span className="max-w-[30%] truncate text-soft">{second.name}</span>
      </label>
    </div>
  )
}
