const SIGNATURES: readonly { type: string; at: number; bytes: readonly number[] }[] = [
  { type: 'image/png', at: 0, bytes: [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] },
  { type: 'image/jpeg', at: 0, bytes: [0xff, 0xd8, 0xff] },
  { type: 'image/gif', at: 0, bytes: [0x47, 0x49, 0x46, 0x38] },
  { type: 'image/webp', at: 8, bytes: [0x57, 0x45, 0x42, 0x50] },
  { type: 'video/webm', at: 0, bytes: [0x1a, 0x45, 0xdf, 0xa3] },
  { type: 'video/mp4', at: 4, bytes: [0x66, 0x74, 0x79, 0x70] },
  { type: 'application/pdf', at: 0, bytes: [0x25, 0x50, 0x44, 0x46] },
  { type: 'application/zip', at: 0, bytes: [0x50, 0x4b, 0x03, 0x04] },
  { type: 'application/gzip', at: 0, bytes: [0x1f, 0x8b] },
]

/**
 * What a content is, by its bytes alone, whatever it is called (after the signatures of the WHATWG MIME Sniffing standard). Text of
 * any kind is plain text: nothing that could run as script is ever named so.
 * @param head the first 512 bytes or more
 */
export function mediaTypeOf(head: Uint8Array): string {
  const known = SIGNATURES.find(({ at, bytes }) => bytes.every((byte, i) => head[at + i] === byte))
  if (known) return known.type
  const text = new TextDecoder('utf-8').decode(head.subarray(0, 512), { stream: true })
  return /[\0-\x08\x0e-\x1a\x1c-\x1f\uFFFD]/.test(text) ? 'application/octet-stream' : 'text/plain'
}
