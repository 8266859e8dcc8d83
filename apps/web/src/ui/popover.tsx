import { Popover as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

export interface PopoverProps {
  trigger: ReactNode
  label: string
  open?: boolean
  onOpenChange?: (open: boolean) => void
  children: ReactNode
}

/** A small form that hangs on what it changes. */
export function Popover({ trigger, label, open, onOpenChange, children }: PopoverProps) {
  return (
    <Radix.Root {...(open !== undefined && { open })} {...(onOpenChange && { onOpenChange })}>
      <Radix.Trigger asChild>{trigger}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          role="dialog"
          aria-label={label}
          align="start"
          sideOffset={6}
          collisionPadding={12}
          className="z-30 flex max-h-[70vh] w-[min(440px,92vw)] flex-col gap-3 overflow-y-auto rounded border border-hairline bg-raised p-4 text-sm text-ink shadow-xl outline-none"
        >
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
