import { useEffect, useRef } from 'react'
import { useNavigate } from 'react-router'
import { useProjectPath } from '../context/project-link.js'
import { isTyping } from '../lib/use-keys.js'
import { ALL_SECTIONS } from './sections.js'

/** How long after g the second key counts. */
const WAIT_MS = 1500

/** g and a letter go to a section, from anywhere but a field. */
export function useGoKeys(): void {
  const navigate = useNavigate()
  const path = useProjectPath()
  const began = useRef(-Infinity)
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return
      if (document.querySelector('[role="dialog"],[role="menu"]')) return
      const section = ALL_SECTIONS.find(({ key }) => key === event.key)
      if (section && event.timeStamp - began.current < WAIT_MS) {
        event.preventDefault()
        event.stopImmediatePropagation()
        began.current = -Infinity
        void navigate(path(section.to))
      } else began.current = event.key === 'g' ? event.timeStamp : -Infinity
    }
    // before the page's own keys: the letter after g is not one of them
    window.addEventListener('keydown', listen, true)
    return () => window.removeEventListener('keydown', listen, true)
  }, [navigate, path])
}

/** Ctrl+K or ⌘K, also while typing. */
export function useCommandKey(open: () => void): void {
  const current = useRef(open)
  useEffect(() => {
    current.current = open
  })
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'k' || !(event.ctrlKey || event.metaKey) || event.shiftKey || event.altKey) return
      event.preventDefault()
      current.current()
    }
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [])
}
