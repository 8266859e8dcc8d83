import { Check, ChevronRight } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { ReactNode } from 'react'

export interface MenuProps {
  trigger: ReactNode
  label: string
  children: ReactNode
}

const CONTENT = 'z-30 max-h-[60vh] min-w-[200px] overflow-y-auto rounded border border-hairline bg-raised p-1 text-ink shadow-lg'

export function Menu({ trigger, label, children }: MenuProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content aria-label={label} align="start" sideOffset={6} className={CONTENT}>
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

const ITEM =
  'flex min-h-[28px] cursor-default items-center gap-2 rounded-[3px] px-2 outline-none data-[disabled]:text-soft data-[highlighted]:bg-dye-wash'

export interface MenuItemProps {
  children: ReactNode
  onSelect: () => void
  disabled?: boolean
}

export function MenuItem({ children, onSelect, disabled = false }: MenuItemProps) {
  return (
    <DropdownMenu.Item className={ITEM} onSelect={onSelect} disabled={disabled}>
      {children}
    </DropdownMenu.Item>
  )
}

/** A menu within a menu. */
export function MenuSub({ name, children }: { name: ReactNode; children: ReactNode }) {
  return (
    <DropdownMenu.Sub>
      <DropdownMenu.SubTrigger className={ITEM}>
        {name}
        <ChevronRight size={13} className="ml-auto text-soft" />
      </DropdownMenu.SubTrigger>
      <DropdownMenu.Portal>
        <DropdownMenu.SubContent sideOffset={4} className={CONTENT}>
          {children}
        </DropdownMenu.SubContent>
      </DropdownMenu.Portal>
    </DropdownMenu.Sub>
  )
}

export const MenuRule = () => <DropdownMenu.Separator className="my-1 border-t border-hairline" />

export const MenuLabel = ({ children }: { children: ReactNode }) => (
  <DropdownMenu.Label className="px-2 pt-1.5 pb-1 text-soft">{children}</DropdownMenu.Label>
)

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
