import { Dialog } from './dialog.js'
import { Button } from './states.js'

export interface ConfirmDialogProps {
  title: string
  /** What is lost, and what stays. */
  description: string
  /** What the button does, as `Delete the plan`. */
  action: string
  onConfirm: () => void
  onClose: () => void
}

/** Asks before what can't be taken back. */
export function ConfirmDialog({ title, description, action, onConfirm, onClose }: ConfirmDialogProps) {
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={title} description={description}>
      <div className="flex justify-end gap-2">
        <Button onClick={onClose} autoFocus>
          Cancel
        </Button>
        <Button
          kind="strong"
          onClick={() => {
            onConfirm()
            onClose()
          }}
        >
          {action}
        </Button>
      </div>
    </Dialog>
  )
}
