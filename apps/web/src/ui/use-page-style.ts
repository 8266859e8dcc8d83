import { useEffect, useState } from 'react'

const reader = () => (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()

/**
 * Reads CSS variables of the page, for what is drawn on a canvas: `style('failed')`. It is another function once the theme changed or the
 * fonts have come, so that what depends on it is drawn anew.
 */
export function usePageStyle(): (name: string) => string {
  const [style, setStyle] = useState(reader)
  useEffect(() => {
    const again = () => setStyle(reader)
    const scheme = window.matchMedia('(prefers-color-scheme: dark)')
    scheme.addEventListener('change', again)
    const watch = new MutationObserver(again)
    watch.observe(document.documentElement, { attributes: true })
    void document.fonts?.ready.then(again)
    return () => {
      scheme.removeEventListener('change', again)
      watch.disconnect()
    }
  }, [])
  return style
}
