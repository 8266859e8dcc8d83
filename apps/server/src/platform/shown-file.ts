import { StreamableFile } from '@nestjs/common'
import type { Readable } from 'node:stream'

/** What a browser may show by itself; everything else is handed out to be saved. */
const SHOWN = new Set(['image/png', 'image/jpeg', 'image/gif', 'image/webp', 'video/webm', 'video/mp4', 'text/plain'])

/** A content that somebody sent, under the type of its bytes where a browser may show it; its route is sandboxed. @param bytes so many are sent */
export function shownFile(
  { name, mediaType, content }: { name: string; mediaType: string; content: Readable },
  bytes: number,
): StreamableFile {
  const shown = SHOWN.has(mediaType)
  return new StreamableFile(content, {
    type: mediaType === 'text/plain' ? 'text/plain; charset=utf-8' : shown ? mediaType : 'application/octet-stream',
    disposition: `${shown ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(name)}`,
    length: bytes,
  })
}
