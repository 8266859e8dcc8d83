import { useEffect } from 'react'
import { useBlocker } from 'react-router'
import { Dialog } from '../../ui/dialog.js'
import { Button } from '../../ui/states.js'

/** Keeps what is not saved: asks before another case or page is opened, and before the window closes. */
export function Unsaved({ when }: { when: boolean }) {
  const blocker = useBlocker(({ currentLocation, nextLocation }) => {
    const key = (search: string) => new URLSearchParams(search).get('case')
    return when && (currentLocation.pathname !== nextLocation.pathname || key(currentLocation.search) !== key(nextLocation.search))
  })
  useEffect(() => {
    if (!when) return
    const ask = (event: BeforeUnloadEvent) => event.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [when])
  return (
    <Dialog
      open={blocker.state === 'blocked'}
      onOpenChange={(open) => !open && blocker.reset?.()}
      title="This case has changes that are not saved"
      description="Leaving now discards them."
    >
      <div className="flex gap-3">
        <Button kind="strong" onClick={() => blocker.reset?.()}>
          Stay and save
        </Button>
        <Button onClick={() => blocker.proceed?.()}>Discard changes</Button>
      </div>
    </Dialog>
  )
}
