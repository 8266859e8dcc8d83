/** A file that a source holds. */
export interface FoundFile {
  /** By which it is known again: its path below the folder, or its address. */
  path: string
  bytes: number
  /** Differs when the file does. */
  stamp: string
  /** When it was written, in milliseconds since the epoch. */
  at: number
  /** The folder below the source that it stands in; null where it stands in none. */
  folder: string | null
  open(): AsyncIterable<Uint8Array>
}

/** What a look into a source found. */
export interface Found {
  files: FoundFile[]
  /** Of an address: what it says of itself, to be asked for only if it changed. */
  etag: string | null
  lastModified: string | null
  dispose(): void
}

/** The build that a file belongs to: as the source names it, or by the time of the file, in UTC. */
export function buildOf(pattern: string | null, { at, folder }: Pick<FoundFile, 'at' | 'folder'>): string {
  const time = new Date(at).toISOString().slice(0, 16).replace('T', ' ')
  return pattern === null ? time : pattern.replaceAll('{folder}', folder ?? time)
}
