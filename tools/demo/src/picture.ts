import { deflateSync } from 'node:zlib'

/** A made-up screen of one of Gullhaven's programs at the moment of a failure, as a PNG: header, lines of a form, and a red note. */
export function screenPicture(seed: number): Buffer {
  const [width, height] = [640, 400]
  const pixels = Buffer.alloc(height * (width * 3 + 1))
  const fill = (x: number, y: number, w: number, h: number, colour: number) => {
    for (let row = y; row < y + h; row++) {
      for (let column = x; column < x + w; column++) pixels.writeUIntBE(colour, row * (width * 3 + 1) + 1 + column * 3, 3)
    }
  }
  const tints = [0x22505c, 0x3b3f8f, 0x5c4022, 0x2e5c3a, 0x5c2246, 0x44505c]
  fill(0, 0, width, height, 0xf4f5f3)
  fill(0, 0, width, 44, tints[seed % tints.length] ?? 0x22505c)
  fill(20, 14, 120 + (seed % 3) * 30, 16, 0xe8ecec)
  for (let i = 0; i < 5; i++) {
    fill(20, 72 + i * 44, 90 + ((seed + i * 37) % 60), 10, 0xb8bfc0)
    fill(200, 64 + i * 44, 400, 28, 0xffffff)
    fill(210, 73 + i * 44, 60 + ((seed * 13 + i * 53) % 240), 10, 0x6c7478)
  }
  fill(20, 300, 600, 40, 0xf6dcdf)
  fill(20, 300, 5, 40, 0xa8283a)
  fill(40, 315, 220 + ((seed * 7) % 160), 10, 0xa8283a)
  fill(500, 358, 120, 28, tints[seed % tints.length] ?? 0x22505c)
  return png(width, height, pixels)
}

/** PNG (ISO/IEC 15948): signature, IHDR (8 bit RGB), IDAT, IEND. */
function png(width: number, height: number, pixels: Buffer): Buffer {
  const header = Buffer.alloc(13)
  header.writeUInt32BE(width, 0)
  header.writeUInt32BE(height, 4)
  header.set([8, 2, 0, 0, 0], 8)
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(pixels)),
    chunk('IEND', Buffer.alloc(0)),
  ])
}

function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data])
  const frame = Buffer.alloc(8)
  frame.writeUInt32BE(data.length, 0)
  frame.writeUInt32BE(crc(body), 4)
  return Buffer.concat([frame.subarray(0, 4), body, frame.subarray(4)])
}

function crc(bytes: Buffer): number {
  let value = 0xffffffff
  for (const byte of bytes) {
    value ^= byte
    for (let bit = 0; bit < 8; bit++) value = value & 1 ? (value >>> 1) ^ 0xedb88320 : value >>> 1
  }
  return (value ^ 0xffffffff) >>> 0
}
