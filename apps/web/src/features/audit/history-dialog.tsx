import { Dialog } from '../../ui/dialog.js'
import { ActHistory, type ActHistoryProps } from './act-history.js'

export interface HistoryDialogProps extends ActHistoryProps {
  name: string
  onClose: () => void
}

/** The history of something that has no inspector of its own. */
export function HistoryDialog({ kind, id, name, onClose }: HistoryDialogProps) {
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={name} description="What was done to it, newest first.">
      <ActHistory kind={kind} id={id} />
    </Dialog>
  )
}
