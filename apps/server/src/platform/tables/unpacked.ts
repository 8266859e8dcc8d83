import { promisify } from 'node:util'
import { inflateRaw } from 'node:zlib'

const inflate = promisify(inflateRaw)

const DIRECTORY_END = Buffer.from('PK\x05\x06')
const ENTRY = 0x02014b50
const STORED = 0
const DEFLATED = 8

/** A file inside an archive, as it is packed. */
interface Packed {
  method: number
  data: Buffer
}

/**
 * Whether the files of a zip archive, unpacked, come to no more than `limit` bytes. The sizes that an archive states are not
 * believed: each file is unpacked up to what is left of the limit, and thrown away. Layout: PKWARE's APPNOTE.TXT 6.3, section 4.3.
 * @throws RangeError when the archive is cut or broken
 */
export async function unpacksWithin(zip: Buffer, limit: number): Promise<boolean> {
  let left = limit
  for (const file of packedFiles(zip)) {
    left -= await unpackedSize(file, left)
    if (left < 0) return false
  }
  return true
}

/** Sizes and counts that do not fit say that larger fields stand elsewhere (ZIP64), which no table needs and other readers would follow. */
const [TOO_MANY, TOO_LARGE] = [0xffff, 0xffffffff]

function* packedFiles(zip: Buffer): Generator<Packed> {
  const end = zip.lastIndexOf(DIRECTORY_END)
  if (end < 0) throw new RangeError('the archive has no directory')
  const [disk, firstDisk, here, entries] = [4, 6, 8, 10].map((field) => zip.readUInt16LE(end + field))
  const [bytes = 0, start = 0] = [12, 16].map((field) => zip.readUInt32LE(end + field))
  if (disk !== 0 || firstDisk !== 0 || here !== entries || entries === TOO_MANY || bytes === TOO_LARGE || start === TOO_LARGE)
    throw new RangeError('the archive is in parts, or larger than its directory can say')
  // what stands before the archive would shift every place in it for some readers and not for others
  if (start + bytes !== end) throw new RangeError('the directory of the archive does not end where it should')
  let at = start
  for (let i = 0; i < (entries ?? 0); i++) {
    if (zip.readUInt32LE(at) !== ENTRY) throw new RangeError('the directory of the archive is broken')
    if ([20, 24, 42].some((field) => zip.readUInt32LE(at + field) === TOO_LARGE)) throw new RangeError('the archive is of the ZIP64 kind')
    const size = zip.readUInt32LE(at + 20)
    const local = zip.readUInt32LE(at + 42)
    const content = local + 30 + zip.readUInt16LE(local + 26) + zip.readUInt16LE(local + 28)
    if (content + size > zip.length) throw new RangeError('the archive is cut')
    yield { method: zip.readUInt16LE(at + 10), data: zip.subarray(content, content + size) }
    at += 46 + zip.readUInt16LE(at + 28) + zip.readUInt16LE(at + 30) + zip.readUInt16LE(at + 32)
  }
}

async function unpackedSize({ method, data }: Packed, most: number): Promise<number> {
  if (method === STORED) return data.length
  if (method !== DEFLATED) throw new RangeError(`the archive is packed by method ${method}`)
  try {
    return (await inflate(data, { maxOutputLength: Math.max(most, 1) })).length
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ERR_BUFFER_TOO_LARGE') return Infinity
    throw new RangeError('a file in the archive cannot be unpacked')
  }
}
