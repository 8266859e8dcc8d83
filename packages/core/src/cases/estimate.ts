/** What is longer says no duration. */
const LONGEST = 100

const UNITS: Record<string, number> = { s: 1, sec: 1, min: 60, m: 60, h: 3600 }

/**
 * Reads how long a case takes by hand, as people write it: `90 s`, `3 min`, `1 h 30 min`, `1:30` (h:min), or a bare number of minutes.
 * @returns whole seconds; null for an empty text; undefined for a text that says no duration
 */
export function readEstimate(text: string): number | null | undefined {
  const words = text.slice(0, LONGEST).trim().toLowerCase()
  if (words === '') return null
  const clock = /^(\d{1,3}):([0-5]\d)$/.exec(words)
  if (clock) return Number(clock[1]) * 3600 + Number(clock[2]) * 60
  if (/^\d+([.,]\d+)?$/.test(words)) return Math.round(Number(words.replace(',', '.')) * 60)
  const parts = [...words.matchAll(/(?<![\d.,])(\d{1,9}(?:[.,]\d{1,9})?) ?(h|min|m|sec|s)\b */g)]
  if (
    parts.length === 0 ||
    parts
      .map((part) => part[0])
      .join('')
      .trim() !== words
  )
    return undefined
  return Math.round(parts.reduce((sum, [, value = '', unit = '']) => sum + Number(value.replace(',', '.')) * (UNITS[unit] ?? 0), 0))
}

/** `90 s`, `3 min`, `1 h 30 min`; '' for none. What it writes, `readEstimate` reads back. */
export function writeEstimate(seconds: number | null): string {
  if (seconds === null) return ''
  const [h, min, s] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60), seconds % 60]
  const parts = [h && `${h} h`, min && `${min} min`, s && `${s} s`].filter(Boolean)
  return parts.length > 0 ? parts.join(' ') : '0 s'
}
