import { ARCHIVE_HEAD, archiveKind, type OpenEntry, Refusal, unpacker } from '@bobbin/core'
import type { ArchiveEntry } from '../contract/index.js'
import { Problem } from '../platform/problem.js'

/** Files in an archive, with their sizes unpacked; what is in them is read and dropped. Links and what leads out of it are none. */
export async function entriesOf(name: string, content: AsyncIterable<Buffer>): Promise<ArchiveEntry[]> {
  const entries: ArchiveEntry[] = []
  const open: OpenEntry = (path, refused) => {
    const entry = { name: path, bytes: 0 }
    if (!refused) entries.push(entry)
    return { write: (chunk) => void (entry.bytes += chunk.length), end: () => undefined, abort: () => undefined }
  }
  try {
    let head = Buffer.alloc(0)
    let reader: ReturnType<typeof unpacker> | null = null
    for await (const chunk of content) {
      if (reader) {
        reader.write(chunk)
        continue
      }
      head = Buffer.concat([head, chunk])
      if (head.length < ARCHIVE_HEAD) continue
      reader = begin(name, head, open)
    }
    reader ??= begin(name, head, open)
    reader.end()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    throw new Problem('invalid', 'archive', error.message)
  }
  return entries
}

function begin(name: string, head: Buffer, open: OpenEntry) {
  const kind = archiveKind(head)
  if (!kind) throw new Problem('invalid', 'archive', `“${name}” is not an archive`)
  const reader = unpacker(kind, name, open)
  reader.write(head)
  return reader
}
