/** Pieces as one. */
export function joined(pieces: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0))
  let at = 0
  for (const piece of pieces) {
    all.set(piece, at)
    at += piece.length
  }
  return all
}
