import { useState, type KeyboardEvent } from 'react'
import { Dialog } from '../../ui/dialog.js'
import { Button } from '../../ui/states.js'
import { ComparePictures, type Picture } from './compare-pictures.js'

interface PictureDialogProps {
  pictures: Picture[]
  /** Which is open; null for none. */
  shown: number | null
  onShow: (shown: number | null) => void
}

/** One picture in full, or two against each other; arrow keys and buttons go to the next, a click or z turns between fitting and its own size, c compares. */
export function PictureDialog({ pictures, shown, onShow }: PictureDialogProps) {
  const [own, setOwn] = useState(false)
  const [against, setAgainst] = useState<number | null>(null)
  const [beside, setBeside] = useState(false)
  const picture = shown === null ? undefined : pictures[shown]
  const other = against === null || against === shown ? undefined : pictures[against]
  const next = shown === null ? 0 : (shown + 1) % pictures.length
  const go = (by: number) => shown !== null && onShow((shown + by + pictures.length) % pictures.length)
  const compare = () => pictures.length > 1 && setAgainst(other ? null : next)
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'ArrowRight') go(1)
    else if (event.key === 'ArrowLeft') go(-1)
    else if (event.key === 'z') setOwn(!own)
    else if (event.key === 'c') compare()
    else return
    // the list behind must not move as well
    event.stopPropagation()
  }
  return (
    <Dialog
      open={picture !== undefined}
      onOpenChange={(open) => {
        if (open) return
        setAgainst(null)
        onShow(null)
      }}
      title={picture?.name ?? ''}
      description={picture?.about ?? ''}
      size="content"
    >
      {picture && (
        <div onKeyDown={keys}>
          {other ? (
            <ComparePictures first={picture} second={other} beside={beside} />
          ) : (
            <div className="max-h-[70vh] overflow-auto" tabIndex={0} role="group" aria-label="Picture">
              <button
                type="button"
                onClick={() => setOwn(!own)}
                className="block"
                aria-label={own ? 'Fit to the window' : 'Show at actual size'}
              >
                <img src={picture.address} alt={picture.name} className={own ? 'max-w-none' : 'max-h-[68vh] max-w-full'} />
              </button>
            </div>
          )}
          <div className="mt-3 flex flex-wrap items-center gap-2">
            {pictures.length > 1 && (
              <>
                <Button onClick={() => go(-1)}>Previous</Button>
                <Button onClick={() => go(1)}>Next</Button>
                <span className="text-soft">
                  {(shown ?? 0) + 1} of {pictures.length}
                </span>
                <Button aria-pressed={other !== undefined} onClick={compare}>
                  {other ? 'Stop comparing' : 'Compare'}
                </Button>
              </>
            )}
            {other && (
              <>
                <label className="flex items-center gap-2">
                  with
                  <select className="field" value={against ?? next} onChange={(event) => setAgainst(Number(event.target.value))}>
                    {pictures.map((choice, i) => (
                      <option key={choice.address} value={i} disabled={i === shown}>
                        {choice.name}
                      </option>
                    ))}
                  </select>
                </label>
                <Button onClick={() => setBeside(!beside)}>{beside ? 'Overlaid' : 'Side by side'}</Button>
              </>
            )}
            {!other && <Button onClick={() => setOwn(!own)}>{own ? 'Fit to the window' : 'Actual size'}</Button>}
            <a href={picture.address} target="_blank" rel="noreferrer" className="link ml-auto">
              Open in a new tab
            </a>
          </div>
        </div>
      )}
    </Dialog>
  )
}
