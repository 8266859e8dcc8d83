import { Toaster, toast } from 'sonner'

/** Where notices appear. */
export function Toasts() {
  return (
    <Toaster
      position="bottom-left"
      toastOptions={{
        style: {
          background: 'var(--raised)',
          color: 'var(--ink)',
          border: '1px solid var(--hairline)',
          borderRadius: 4,
          fontFamily: 'inherit',
          fontSize: 13,
        },
      }}
    />
  )
}

/** Says that something was done, with the way back. */
export function notifyUndo(message: string, undo: () => void): void {
  toast(message, { duration: 10_000, action: { label: 'Undo', onClick: undo } })
}

export function notifyError(message: string): void {
  toast.error(message, { duration: 15_000 })
}

export function notify(message: string): void {
  toast(message)
}
