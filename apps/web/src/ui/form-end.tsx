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

/** Why what a form asked for was refused. */
export function FormError({ error, className = '' }: { error: unknown; className?: string }) {
  if (error === null) return null
  return (
    <p role="alert" className={`break-words text-failed ${className}`}>
      {messageOf(error)}
    </p>
  )
}

/** The end of a form in a dialog: why it was refused, and its buttons. */
export function FormEnd({ error, isPending, action = 'Save', onCancel }: FormEndProps) {
  return (
    <>
      <FormError error={error} />
      <div className="flex justify-end gap-2">
        {onCancel && <Button onClick={onCancel}>Cancel</Button>}
        <Button type="submit" kind="strong" disabled={isPending}>
          {action}
        </Button>
      </div>
    </>
  )
}
