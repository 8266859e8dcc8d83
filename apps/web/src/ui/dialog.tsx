import { X } from 'lucide-react'
import { Dialog as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

const SIZES = {
  plain: 'top-[12vh] max-h-[78vh] w-[min(680px,92vw)]',
  content: 'top-[4vh] max-h-[92vh] w-fit min-w-[min(560px,92vw)] max-w-[94vw]',
  window: 'top-[3vh] h-[94vh] w-[96vw]',
}

export interface DialogProps {
  open: boolean
  onOpenChange: (open: boolean) => void
  title: string
  description: string
  /** `content`: as large as what is in it, up to the window, for pictures. `window`: the whole window. */
  size?: keyof typeof SIZES
  children: ReactNode
}

export function Dialog({ open, onOpenChange, title, description, size = 'plain', children }: DialogProps) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-20 bg-black/35" />
        <Radix.Content
          className={`fixed left-1/2 z-30 flex -translate-x-1/2 flex-col gap-3 overflow-y-auto rounded border border-hairline bg-raised p-5 shadow-xl outline-none ${SIZES[size]}`}
        >
          <Radix.Title className="pr-8 text-lg">{title}</Radix.Title>
          <Radix.Description className="text-soft">{description}</Radix.Description>
          {children}
          {/* the last, so that a dialog begins with what it is for */}
          <Radix.Close title="Close (Esc)" aria-label="Close" className="absolute top-4 right-4 p-1 text-soft hover:text-ink">
            <X size={16} aria-hidden="true" />
          </Radix.Close>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
