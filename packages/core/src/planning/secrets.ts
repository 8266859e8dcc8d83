/** What stands where a secret was. */
export const MASK = '•••'

/** Shorter ones would mask what has nothing to do with them. */
const SHORTEST = 4

export interface Masker {
  mask: (text: string) => string
  /** So many characters at the end of a text may be the beginning of a secret, of which the rest is still to come. */
  begun: (text: string) => number
}

/**
 * What hides secrets in text: as they are, and as programs write them: in addresses and forms, XML and HTML, JSON (also JSON in JSON), in
 * hexadecimal, and in base64 at each of its three alignments (RFC 4648).
 * @param secrets values; those under 4 characters are not looked for
 */
export function masker(secrets: readonly string[]): Masker {
  const forms = [...new Set(secrets.filter((secret) => secret.length >= SHORTEST).flatMap(formsOf))].sort((a, b) => b.length - a.length)
  const longest = forms[0]?.length ?? 0
  return {
    begun: (text) => {
      for (let from = Math.max(0, text.length - longest + 1); from < text.length; from++) {
        const end = text.slice(from)
        if (forms.some((form) => form.startsWith(end))) return end.length
      }
      return 0
    },
    mask: (text) => forms.reduce((masked, form) => (masked.includes(form) ? masked.replaceAll(form, MASK) : masked), text),
  }
}

function formsOf(secret: string): string[] {
  const bytes = new TextEncoder().encode(secret)
  const lines = secret.split(/\r?\n/).filter((line) => line.length >= 8)
  return [
    secret,
    ...lines,
    ...addressForms(secret),
    ...markupForms(secret),
    ...jsonForms(secret),
    ...hexForms(bytes),
    ...[0, 1, 2].flatMap((lead) => base64Forms(bytes, lead)),
  ]
}

/** Percent signs as URLs (RFC 3986) and forms (the URL standard) have them, in either case. */
function addressForms(secret: string): string[] {
  // half of a pair is no text that an address can hold
  const whole = secret.replace(/[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g, '\ufffd')
  const uri = encodeURIComponent(whole)
  const strict = uri.replace(/[!'()*]/g, (sign) => `%${sign.charCodeAt(0).toString(16).toUpperCase()}`)
  const all = [uri, strict, encodeURI(whole), strict.replaceAll('%20', '+'), uri.replaceAll('%20', '+')]
  return [...all, ...all.map((form) => form.replace(/%[0-9A-F]{2}/g, (code) => code.toLowerCase()))]
}

/** Text and attributes of XML and HTML: what must be escaped, what often is, and everything that is not ASCII as numbers. */
function markupForms(secret: string): string[] {
  const NAMES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&apos;' }
  const least = secret.replace(/[&<]/g, (sign) => NAMES[sign] ?? sign)
  const text = secret.replace(/[&<>]/g, (sign) => NAMES[sign] ?? sign)
  const quoted = secret.replace(/[&<>"]/g, (sign) => NAMES[sign] ?? sign)
  const all = secret.replace(/[&<>"']/g, (sign) => NAMES[sign] ?? sign)
  const forms = [
    least,
    text,
    quoted,
    all,
    ...['&#39;', '&#x27;', '&#039;', '&#x2019;'].map((apostrophe) => all.replaceAll('&apos;', apostrophe)),
  ]
  const numbered = (radix: 10 | 16) => (form: string) =>
    // eslint-disable-next-line no-control-regex
    form.replace(/[^\x00-\x7f]/gu, (sign) => `&#${radix === 16 ? 'x' : ''}${(sign.codePointAt(0) ?? 0).toString(radix)};`)
  const decimal = forms.map((form) =>
    form.replace(/&(amp|lt|gt|quot);/g, (_, name: string) => ({ amp: '&#38;', lt: '&#60;', gt: '&#62;', quot: '&#34;' })[name] ?? ''),
  )
  return [
    ...forms,
    ...decimal,
    ...forms.map(numbered(10)),
    ...forms.map(numbered(16)),
    ...forms.map((form) => form.replaceAll('\n', '&#10;')),
  ]
}

/** Texts of JSON, also within a text of JSON, and with everything that is not ASCII as `\uXXXX`, in either case. */
function jsonForms(secret: string): string[] {
  const inside = (text: string) => JSON.stringify(text).slice(1, -1)
  const ascii = (text: string) => text.replace(/[^\x20-\x7e]/g, (sign) => `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`)
  const once = [inside(secret), ascii(inside(secret)), inside(secret).replaceAll('/', '\\/')]
  const upper = once.map((form) => form.replace(/\\u[0-9a-f]{4}/g, (code) => `\\u${code.slice(2).toUpperCase()}`))
  return [...once, ...upper, ...once.map(inside)]
}

function hexForms(bytes: Uint8Array): string[] {
  const pairs = [...bytes].map((byte) => byte.toString(16).padStart(2, '0'))
  const all = [pairs.join(''), pairs.join(' '), pairs.join(':'), pairs.map((pair) => `\\x${pair}`).join('')]
  return [...all, ...all.map((form) => form.replace(/[a-f]/g, (digit) => digit.toUpperCase()))]
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
