import { joined } from './joined.js'

/** What the end of a zip archive is kept for: its directory says which entries are links, long after they came. */
const MOST_DIRECTORY = 4 * 1024 ** 2
const [END, ENTRY] = [0x06054b50, 0x02014b50]
/** The record at the end, with the longest comment (APPNOTE 4.3.16). */
const MOST_END = 22 + 0xffff
const UNIX = 3
const [KIND, LINK] = [0o170000, 0o120000]

/** Reads the names of links in a zip archive from its last bytes (PKWARE APPNOTE 4.3.12; Unix modes as Info-ZIP keeps them). */
export class ZipDirectory {
  private pieces: Uint8Array[] = []
  private size = 0

  add(chunk: Uint8Array): void {
    this.pieces.push(chunk.slice())
    this.size += chunk.length
    while (this.size - (this.pieces[0]?.length ?? 0) > MOST_DIRECTORY) this.size -= this.pieces.shift()?.length ?? 0
  }

  /** The names of links; of an archive whose directory is damaged or beyond all measure, none. */
  links(): Set<string> {
    const bytes = joined(this.pieces)
    const view = new DataView(bytes.buffer)
    const end = endIn(view)
    const links = new Set<string>()
    if (end < 0) return links
    const size = view.getUint32(end + 12, true)
    for (let at = end - size; at >= 0 && at + 46 <= end && view.getUint32(at, true) === ENTRY;) {
      const [name, extra, comment] = [28, 30, 32].map((offset) => view.getUint16(at + offset, true)) as [number, number, number]
      const mode = view.getUint8(at + 5) === UNIX ? view.getUint32(at + 38, true) >>> 16 : 0
      if ((mode & KIND) === LINK) links.add(new TextDecoder().decode(bytes.subarray(at + 46, at + 46 + name)))
      at += 46 + name + extra + comment
    }
    return links
  }
}

function endIn(view: DataView): number {
  for (let at = view.byteLength - 22; at >= Math.max(0, view.byteLength - MOST_END); at--) if (view.getUint32(at, true) === END) return at
  return -1
}
