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

/** A longer text is no number that a runner wrote. */
const LONGEST = 50

const [ZERO, NINE] = [0x30, 0x39]

function readSeconds(text: string): number | null {
  if (text.length > LONGEST) return null
  const first = text.charCodeAt(0)
  // nearly all, and no pattern is needed to see it; `0x1f`, `0b1` and `0o7` are numbers to the engine alone
  if (first >= ZERO && first <= NINE && !(first === ZERO && text.charCodeAt(1) > NINE)) {
    const number = Number(text)
    if (!Number.isNaN(number)) return number
  }
  if (/^(\d+(\.\d*)?|\.\d+)(e[+-]?\d+)?$/i.test(text)) return Number(text)
  if (/^[1-9]\d{0,2}(,\d{3})+\.\d+$/.test(text)) return Number(text.replaceAll(',', ''))
  if (/^[1-9]\d{0,2},\d{3}$/.test(text)) return null
  if (/^\d+,\d+$/.test(text)) return Number(text.replace(',', '.'))
  return null
}
