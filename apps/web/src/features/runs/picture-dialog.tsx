import { useState, type KeyboardEvent } from 'react'
import { Dialog } from '../../ui/dialog.js'
import { Button } from '../../ui/states.js'

interface PictureDialogProps {
  pictures: { name: string; address: string; about: string }[]
  /** Which is open; null for none. */
  shown: number | null
  onShow: (shown: number | null) => void
}

/** One picture in full; arrow keys and buttons go to the next, a click or z turns between fitting and its own size. */
export function PictureDialog({ pictures, shown, onShow }: PictureDialogProps) {
  const [own, setOwn] = useState(false)
  const picture = shown === null ? undefined : pictures[shown]
  const go = (by: number) => shown !== null && onShow((shown + by + pictures.length) % pictures.length)
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'ArrowRight') go(1)
    else if (event.key === 'ArrowLeft') go(-1)
    else if (event.key === 'z') setOwn(!own)
    else return
    // the list behind must not move as well
    event.stopPropagation()
  }
  return (
    <Dialog
      open={picture !== undefined}
      onOpenChange={(open) => !open && onShow(null)}
      title={picture?.name ?? ''}
      description={picture?.about ?? ''}
      size="content"
    >
      {picture && (
        <div onKeyDown={keys}>
          <div className="max-h-[70vh] overflow-auto" tabIndex={0} role="group" aria-label="Picture">
            <button
              type="button"
              onClick={() => setOwn(!own)}
              className="block"
              aria-label={own ? 'Fit to the window' : 'Show at its own size'}
            >
              <img src={picture.address} alt={picture.name} className={own ? 'max-w-none' : 'max-h-[68vh] max-w-full'} />
            </button>
          </div>
          <div className="mt-3 flex items-center gap-2">
            {pictures.length > 1 && (
              <>
                <Button onClick={() => go(-1)}>Previous</Button>
                <Button onClick={() => go(1)}>Next</Button>
                <span className="text-soft">
                  {(shown ?? 0) + 1} of {pictures.length}
                </span>
              </>
            )}
            <Button onClick={() => setOwn(!own)}>{own ? 'Fit to the window' : 'Own size'}</Button>
            <a href={picture.address} target="_blank" rel="noreferrer" className="link ml-auto">
              Open by itself
            </a>
          </div>
        </div>
      )}
    </Dialog>
  )
}
