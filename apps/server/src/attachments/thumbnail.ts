/** Twice as large as it is shown, for screens with small pixels. */
const SIZE = { width: 352, height: 220 }
/** A small file can unpack to a picture that fills the memory. */
const MOST_PIXELS = 50_000_000

/** Loaded when the first picture comes. */
async function loadSharp() {
  const { default: sharp } = await import('sharp')
  // pictures are made small one after the other: results come first
  sharp.concurrency(1)
  return sharp
}

/** @returns a WebP, or null for what is no picture, or one beyond all measure */
export async function thumbnailOf(content: Buffer): Promise<Buffer | null> {
  const sharp = await loadSharp()
  try {
    return await sharp(content, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' })
      .rotate()
      .resize({ ...SIZE, fit: 'cover', position: 'top' })
      .webp({ quality: 80 })
      .toBuffer()
  } catch {
    // whatever is wrong with it, the browser may still show the picture itself
    return null
  }
}
