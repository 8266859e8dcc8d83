import { looksLikeResults, mediaTypeOf, RESULT_HEAD } from '@bobbin/core'

export interface DroppedFile {
  name: string
  content: Blob
  /** It is no result file, but one of them may name it. */
  attachment?: boolean
}

/** Files of a drop; folders are walked, and of what is in them only what looks like result files or archives by its content is taken. */
export async function droppedFiles(transfer: DataTransfer): Promise<DroppedFile[]> {
  const entries = [...transfer.items].map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null)
  if (entries.length === 0) return [...transfer.files].map((file) => ({ name: file.name, content: file }))
  return (await Promise.all(entries.map((entry) => walk(entry, true)))).flat()
}

async function walk(entry: FileSystemEntry, top: boolean): Promise<DroppedFile[]> {
  if (entry.isDirectory)
    return (await Promise.all((await childrenOf(entry as FileSystemDirectoryEntry)).map((child) => walk(child, false)))).flat()
  const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject))
  const name = entry.fullPath.replace(/^\//, '')
  const head = new Uint8Array(await file.slice(0, RESULT_HEAD).arrayBuffer())
  if (top || looksLikeResults(head)) return [{ name, content: file }]
  return /^(?:image|video)\//.test(mediaTypeOf(head)) ? [{ name, content: file, attachment: true }] : []
}

/** A directory reader hands out its entries in portions. */
async function childrenOf(folder: FileSystemDirectoryEntry): Promise<FileSystemEntry[]> {
  const reader = folder.createReader()
  const all: FileSystemEntry[] = []
  for (;;) {
    const portion = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject))
    if (portion.length === 0) return all
    all.push(...portion)
  }
}
