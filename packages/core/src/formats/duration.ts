/** Ten years: a longer test is a mistake in the file. */
const MOST_SECONDS = 315_576_000

/**
 * Seconds as runners write them, in milliseconds. Reads `1.5`, `.5`, `1e-3`, a decimal comma (`0,5`) and
 * thousands (`1,234.5`). Negative, not finite, with a unit, or ambiguous (`1,234`: 1.234 s or 1234 s?) is null,
 * that is unknown: never 0.
 */
export function secondsToMs(text: string): number | null {
  const seconds = readSeconds(text.trim())
  if (seconds === null || seconds > MOST_SECONDS) return null
  return Math.round(seconds * 1_000_000) / 1000
}

function readSeconds(text: string): number | null {
  if (/^\d+\.\d+$/.test(text)) return Number(text) // nearly all
  if (/^(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(text)) return Number(text)
  if (/^[1-9]\d{0,2}(,\d{3})+\.\d+$/.test(text)) return Number(text.replaceAll(',', ''))
  if (/^[1-9]\d{0,2},\d{3}$/.test(text)) return null
  if (/^\d+,\d+$/.test(text)) return Number(text.replace(',', '.'))
  return null
}
