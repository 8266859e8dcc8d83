import { useState, type FormEvent } from 'react'
import { Dialog } from '../../ui/dialog.js'
import { Button, messageOf } from '../../ui/states.js'

export interface NameDialogProps {
  title: string
  label: string
  value: string
  onName: (name: string) => Promise<unknown>
  onClose: () => void
}

/** Asks for one name, and says what is wrong with it without losing it. */
export function NameDialog({ title, label, value, onName, onClose }: NameDialogProps) {
  const [name, setName] = useState(value)
  const [error, setError] = useState<unknown>(null)
  const submit = (event: FormEvent) => {
    event.preventDefault()
    onName(name.trim()).then(onClose, setError)
  }
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={title} description={label}>
      <form onSubmit={submit} className="flex flex-col gap-3">
        <input autoFocus aria-label={label} className="field" value={name} onChange={(event) => setName(event.target.value)} />
        {error !== null && (
          <p role="alert" className="text-failed">
            {messageOf(error)}
          </p>
        )}
        <div>
          <Button type="submit" kind="strong" disabled={name.trim() === ''}>
            Save
          </Button>
        </div>
      </form>
    </Dialog>
  )
}
