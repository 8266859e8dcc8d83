const LATIN1_ONLY = /^[\u0000-\u00ff]*$/
const HIGH = /[\u0080-\u00ff]/
const UTF8 = new TextDecoder('utf-8', { fatal: true })

/** GoogleTest escapes each byte of UTF-8 as a character of its own (`\u00E2\u009B\u00B4` for ⛴): put together again where that is UTF-8. */
export function unescapedBytes(text: string): string {
  if (!HIGH.test(text) || !LATIN1_ONLY.test(text)) return text
  const bytes = new Uint8Array(text.length)
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i)
  try {
    return UTF8.decode(bytes)
  } catch {
    return text
  }
}
