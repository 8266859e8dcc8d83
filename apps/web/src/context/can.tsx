import { type Right, RIGHTS } from '@bobbin/core'
import { Button, type ButtonProps } from '../ui/states.js'
import { MenuItem, type MenuItemProps } from '../ui/menu.js'
import { useSession } from './session.js'

/** Whether who is signed in may do something in this project. */
export function useCan(right: Right): boolean {
  return useSession().project.rights.includes(right)
}

/** Why somebody may not. */
export const missingWords = (right: Right): string => `Your role does not allow you to ${RIGHTS[right]}. Ask a lead of the project.`

/** A button that is offered disabled, with the reason, to who may not use it. */
export function CanButton({ right, disabled, title, ...props }: ButtonProps & { right: Right }) {
  const can = useCan(right)
  return <Button {...props} disabled={disabled || !can} title={can ? title : missingWords(right)} />
}

/** An entry of a menu that only those see who may use it. */
export function CanMenuItem({ right, ...props }: MenuItemProps & { right: Right }) {
  return useCan(right) ? <MenuItem {...props} /> : null
}
