export type Theme = 'system' | 'light' | 'dark'

const KEY = 'bobbin.theme'
const dark = () => window.matchMedia('(prefers-color-scheme: dark)')

export function readTheme(): Theme {
  const stored = localStorage.getItem(KEY)
  return stored === 'light' || stored === 'dark' ? stored : 'system'
}

export function writeTheme(theme: Theme): void {
  localStorage.setItem(KEY, theme)
  show(theme)
}

/** Shows the chosen theme, and follows the system while that is the choice. */
export function applyTheme(): void {
  show(readTheme())
  dark().addEventListener('change', () => show(readTheme()))
}

function show(theme: Theme): void {
  document.documentElement.dataset['theme'] = theme === 'system' ? (dark().matches ? 'dark' : 'light') : theme
}
