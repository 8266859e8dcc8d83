/** `0.42 s`, `4.2 s`, `3 min 10 s`, `1 h 52 min`; null is unknown. */
export function formatDuration(ms: number | null): string {
  if (ms === null) return '–'
  if (ms > 0 && ms < 0.5) return '< 0.001 s'
  if (ms < 1000) return `${(ms / 1000).toFixed(ms < 100 ? 3 : 2)} s`
  if (ms < 60_000) return `${(ms / 1000).toFixed(ms < 10_000 ? 2 : 1)} s`
  const seconds = Math.round(ms / 1000)
  if (seconds < 3600) return `${Math.floor(seconds / 60)} min ${seconds % 60} s`
  return `${Math.floor(seconds / 3600)} h ${Math.floor((seconds % 3600) / 60)} min`
}

const numbers = new Intl.NumberFormat('en')
export const formatNumber = (value: number): string => numbers.format(value)

/** `1 test`, `3 tests`, `1,204 tests`. */
export function count(value: number, one: string, many = `${one}s`): string {
  return `${formatNumber(value)} ${value === 1 ? one : many}`
}

/** `a`, `a and b`, `a, b and c`. */
export function formatList(items: readonly string[]): string {
  return items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`
}
