import { useEffect, useRef } from 'react'

type Handlers = Record<string, (event: KeyboardEvent) => void>

export const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

/** What Enter and space press by themselves. */
const isPressable = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('button, a[href], summary, [role="button"]') !== null

/** Keys of a page, by `event.key`; left alone while somebody types, while a dialog is open, on what the key presses by itself, and with modifiers. */
export function useKeys(handlers: Handlers): void {
  const current = useRef(handlers)
  useEffect(() => {
    current.current = handlers
  })
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return
      if (event.key !== 'Escape' && isTyping(event.target)) return
      if ((event.key === 'Enter' || event.key === ' ') && isPressable(event.target)) return
      if (document.querySelector('[role="dialog"],[role="menu"]')) return
      const handler = current.current[event.key]
      if (!handler) return
      event.preventDefault()
      handler(event)
    }
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [])
}
