import type { AttemptDetail } from '@bobbin/client'
import { copyText } from '../../ui/copy.js'
import { Dialog } from '../../ui/dialog.js'
import { Button } from '../../ui/states.js'
import { failureText } from './failure-text.js'
import { FailureView } from './failure-view.js'

/** Message and stack full screen. */
export function FailureDialog({ attempt, name, onClose }: { attempt: AttemptDetail; name: string; onClose: () => void }) {
  const text = failureText(attempt)
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={name}
      description={`Attempt ${attempt.ordinal}, from ${attempt.file}`}
      size="window"
    >
      <div>
        <Button onClick={() => void copyText(text, 'Message and stack')}>Copy message and stack</Button>
      </div>
      {attempt.failures.map((failure, i) => (
        <FailureView key={i} failure={failure} outcome={attempt.outcome} />
      ))}
      {attempt.failures.length === 0 && <pre className="font-mono whitespace-pre-wrap">{text}</pre>}
    </Dialog>
  )
}
