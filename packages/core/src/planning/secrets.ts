/** What stands where a secret was. */
export const MASK = '•••'

/** Shorter ones would mask what has nothing to do with them. */
const SHORTEST = 4

/**
 * A function that hides secrets in text: as they are, as an address writes them, and in base64 at each of its three alignments (RFC 4648).
 * @param secrets values; those under 4 characters are not looked for
 */
export function masker(secrets: readonly string[]): { mask: (text: string) => string; longest: number } {
  const forms = [...new Set(secrets.filter((secret) => secret.length >= SHORTEST).flatMap(formsOf))].sort((a, b) => b.length - a.length)
  const longest = forms[0]?.length ?? 0
  return {
    longest,
    mask: (text) => forms.reduce((masked, form) => (masked.includes(form) ? masked.replaceAll(form, MASK) : masked), text),
  }
}

function formsOf(secret: string): string[] {
  const bytes = new TextEncoder().encode(secret)
  const lines = secret.split(/\r?\n/).filter((line) => line.length >= 8)
  return [
    secret,
    ...lines,
    encodeURIComponent(secret),
    JSON.stringify(secret).slice(1, -1),
    ...[0, 1, 2].flatMap((lead) => base64Forms(bytes, lead)),
  ]
}

/** The characters of base64 that only these bytes decide, when so many others stand before them. */
function base64Forms(bytes: Uint8Array, lead: number): string[] {
  const padded = new Uint8Array(lead + bytes.length)
  padded.set(bytes, lead)
  const whole = toBase64(padded)
  const from = Math.ceil((lead * 8) / 6)
  const to = Math.floor(((lead + bytes.length) * 8) / 6)
  const sure = whole.slice(from, to)
  return sure.length >= SHORTEST ? [sure, sure.replaceAll('+', '-').replaceAll('/', '_')] : []
}

function toBase64(bytes: Uint8Array): string {
  const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'
  let text = ''
  for (let i = 0; i < bytes.length; i += 3) {
    const word = ((bytes[i] ?? 0) << 16) | ((bytes[i + 1] ?? 0) << 8) | (bytes[i + 2] ?? 0)
    for (const shift of [18, 12, 6, 0]) text += ALPHABET[(word >> shift) & 63] ?? ''
  }
  return text
}
