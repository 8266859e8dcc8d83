import { useState } from 'react'
import { count } from '../../lib/format.js'
import { Dialog } from '../../ui/dialog.js'
import { Button } from '../../ui/states.js'

/** What a build changed, as its sender said; nothing where nobody said. */
export function ChangedFiles({ paths }: { paths: readonly string[] | null }) {
  const [open, setOpen] = useState(false)
  if (!paths || paths.length === 0) return null
  const words = count(paths.length, 'changed file')
  return (
    <>
      <Button onClick={() => setOpen(true)}>{words}</Button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title={words}
        description="What the build changed against the one before, as the pipeline told it."
      >
        <ul className="overflow-y-auto font-mono leading-[22px]" tabIndex={0} aria-label={words}>
          {paths.map((path) => (
            <li key={path} className="break-all">
              {path}
            </li>
          ))}
        </ul>
      </Dialog>
    </>
  )
}
