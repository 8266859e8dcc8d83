import { type Inspected, Inspection } from '@bobbin/core'

/** A file to look into, and what the worker says about it: how far it is, and in the end what it found. */
export interface InspectOrder {
  id: number
  name: string
  content: Blob
}
export type InspectReport = { id: number; read: number } | { id: number; found: InspectedFile[] } | { id: number; failed: string }

/** An inspected file without its single tests, which nobody looks at here. */
export type InspectedFile = Exclude<Inspected, { tests: unknown }> | Omit<Extract<Inspected, { tests: unknown }>, 'tests'>

const TOLD_EVERY = 4 * 1024 * 1024

self.onmessage = ({ data }: MessageEvent<InspectOrder>) => {
  inspect(data).then(
    (found) => tell({ id: data.id, found }),
    (error: unknown) => tell({ id: data.id, failed: error instanceof Error ? error.message : String(error) }),
  )
}

const tell = (report: InspectReport) => self.postMessage(report)

async function inspect({ id, name, content }: InspectOrder): Promise<InspectedFile[]> {
  const inspection = new Inspection(name)
  const reader = content.stream().getReader()
  let read = 0
  let told = 0
  for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
    inspection.write(piece.value)
    read += piece.value.length
    if (read - told >= TOLD_EVERY) tell({ id, read: (told = read) })
  }
  return inspection.end().map((file) => ('tests' in file ? { ...file, tests: undefined } : file))
}
