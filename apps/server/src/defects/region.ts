/** A part of a picture, in shares of its width and height. */
interface Region {
  x: number
  y: number
  width: number
  height: number
}

/** A small file can unpack to a picture that fills the memory. */
const MOST_PIXELS = 50_000_000
/** Larger pictures are made smaller before they are sent. */
const MOST_SIDE = 1600

/** A picture as PNG, with a frame around a part of it. @returns null for what is no picture, or one beyond all measure */
export async function withRegion(content: Buffer, region: Region | null): Promise<Buffer | null> {
  const { default: sharp } = await import('sharp')
  try {
    const picture = sharp(content, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize({ width: MOST_SIDE, height: MOST_SIDE, fit: 'inside', withoutEnlargement: true })
    const { data, info } = await picture.png().toBuffer({ resolveWithObject: true })
    if (!region) return data
    const [x, y] = [region.x * info.width, region.y * info.height]
    const [width, height] = [Math.min(region.width, 1 - region.x) * info.width, Math.min(region.height, 1 - region.y) * info.height]
    const frame = (stroke: string, thick: number) =>
      `<rect x="${x}" y="${y}" width="${width}" height="${height}" rx="4" fill="none" stroke="${stroke}" stroke-width="${thick}"/>`
    // a light frame under a dark one is seen on every ground
    const drawn = `<svg xmlns="http://www.w3.org/2000/svg" width="${info.width}" height="${info.height}">${frame('#ffffff', 8)}${frame('#a8283a', 4)}</svg>`
    return await sharp(data)
      .composite([{ input: Buffer.from(drawn) }])
      .png()
      .toBuffer()
  } catch {
    // the defect is reported without it
    return null
  }
}
