import { Check } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { ReactNode } from 'react'

export interface MenuProps {
  trigger: ReactNode
  label: string
  children: ReactNode
}

export function Menu({ trigger, label, children }: MenuProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          aria-label={label}
          align="start"
          sideOffset={6}
          className="z-30 max-h-[60vh] min-w-[200px] overflow-y-auto rounded border border-hairline bg-raised p-1 text-ink shadow-lg"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

const ITEM = 'flex min-h-[28px] cursor-default items-center gap-2 rounded-[3px] px-2 outline-none data-[highlighted]:bg-dye-wash'

export function MenuItem({ children, onSelect }: { children: ReactNode; onSelect: () => void }) {
  return (
    <DropdownMenu.Item className={ITEM} onSelect={onSelect}>
      {children}
    </DropdownMenu.Item>
  )
}

export interface MenuCheckProps {
  checked: boolean
  onChange: (checked: boolean) => void
  children: ReactNode
  /** Leaves the menu open, for choosing several. */
  keepOpen?: boolean
}

export function MenuCheck({ checked, onChange, children, keepOpen = false }: MenuCheckProps) {
  return (
    <DropdownMenu.CheckboxItem
      className={ITEM}
      checked={checked}
      onCheckedChange={onChange}
      onSelect={(event) => {
        if (keepOpen) event.preventDefault()
      }}
    >
      <span className="w-4">{checked && <Check size={13} />}</span>
      {children}
    </DropdownMenu.CheckboxItem>
  )
}
