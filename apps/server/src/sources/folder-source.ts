import { looksLikeResults, RESULT_HEAD } from '@bobbin/core'
import { createReadStream } from 'node:fs'
import { open, readdir, realpath, stat } from 'node:fs/promises'
import { join, relative, sep } from 'node:path'
import { Problem } from '../platform/problem.js'
import type { Found, FoundFile } from './found-file.js'

/** A file that changed so recently may still be written. */
const STILL_MS = 2000
const MOST_FILES = 10_000

/**
 * The result files below a folder, newest last. Links are not followed, so that nothing outside is read.
 * @param allowed folders below which the operator allows to look
 * @throws Problem that says what is wrong with the folder
 */
export async function lookIntoFolder(address: string, allowed: readonly string[], now: number): Promise<Found> {
  const folder = await insideOf(address, allowed)
  const entries = await readdir(folder, { recursive: true, withFileTypes: true })
  const names = entries.filter((entry) => entry.isFile()).map((entry) => join(entry.parentPath, entry.name))
  if (names.length > MOST_FILES)
    throw new Problem(
      'conflict',
      'tooManyFiles',
      `“${address}” holds ${names.length} files; a source may hold ${MOST_FILES}. Name a folder below it`,
    )
  const files: FoundFile[] = []
  for (const name of names.sort()) {
    const { size, mtimeMs } = await stat(name)
    if (size === 0 || now - mtimeMs < STILL_MS || !(await looksRight(name))) continue
    const path = relative(folder, name)
    files.push({
      path,
      bytes: size,
      stamp: `${size} ${Math.round(mtimeMs)}`,
      at: mtimeMs,
      folder: path.includes(sep) ? (path.split(sep)[0] ?? null) : null,
      open: () => createReadStream(name) as AsyncIterable<Uint8Array>,
    })
  }
  return { files: files.sort((a, b) => a.at - b.at), etag: null, lastModified: null, dispose: () => undefined }
}

async function insideOf(address: string, allowed: readonly string[]): Promise<string> {
  if (allowed.length === 0)
    throw new Problem(
      'forbidden',
      'noFolders',
      'This project may look into no folders of the server. An administrator of the server allows them',
    )
  const folder = await realpath(address).catch(() => null)
  const roots = await Promise.all(allowed.map((root) => realpath(root).catch(() => null)))
  if (folder && roots.some((root) => root !== null && (folder === root || folder.startsWith(root + sep)))) {
    if ((await stat(folder)).isDirectory()) return folder
    throw new Problem('conflict', 'noFolder', `“${address}” is a file; give the folder that it is in`)
  }
  // what lies outside is not told apart from what is not there
  throw new Problem('conflict', 'noFolder', `“${address}” is not a folder inside ${allowed.join(' or ')}`)
}

async function looksRight(name: string): Promise<boolean> {
  const file = await open(name)
  try {
    const head = Buffer.alloc(RESULT_HEAD)
    const { bytesRead } = await file.read(head)
    return looksLikeResults(head.subarray(0, bytesRead))
  } finally {
    await file.close()
  }
}
