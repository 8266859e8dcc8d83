import { Button, messageOf } from './states.js'

export interface FormEndProps {
  /** Why it was refused. */
  error: unknown
  isPending: boolean
  /** What the button does, as `Create the suite`. */
  action?: string
  /** Without it there is no way back but that of the dialog. */
  onCancel?: () => void
}

/** The end of a form in a dialog: why it was refused, and its buttons. */
export function FormEnd({ error, isPending, action = 'Save', onCancel }: FormEndProps) {
  return (
    <>
      {error !== null && (
        <p role="alert" className="text-failed">
          {messageOf(error)}
        </p>
      )}
      <div className="flex justify-end gap-2">
        {onCancel && <Button onClick={onCancel}>Cancel</Button>}
        <Button type="submit" kind="strong" disabled={isPending}>
          {action}
        </Button>
      </div>
    </>
  )
}
