/** The same with every text in it masked, names of members too; contents in base64 are masked where they are text. */
export function maskedAll(value: unknown, mask: (text: string) => string): unknown {
  if (typeof value === 'string') return mask(value)
  if (Array.isArray(value)) return value.map((one: unknown) => maskedAll(one, mask))
  if (typeof value !== 'object' || value === null) return value
  const { encoding, text } = value as { encoding?: unknown; text?: unknown }
  if (encoding === 'base64' && typeof text === 'string') return { ...value, text: maskedContent(text, mask) }
  return Object.fromEntries(Object.entries(value).map(([name, inner]) => [name, maskedAll(inner, mask)]))
}

function maskedContent(base64: string, mask: (text: string) => string): string {
  const bytes = Buffer.from(base64, 'base64')
  const text = bytes.toString('utf8')
  // a picture is none, and is left as it is
  if (text.includes('\ufffd')) return base64
  const clean = mask(text)
  return clean === text ? base64 : Buffer.from(clean).toString('base64')
}
