import busboy from 'busboy'
import type { IncomingMessage } from 'node:http'
import { pipeline } from 'node:stream/promises'
import { Problem } from './problem.js'

/** Reads the one file of a multipart request whole. @throws Problem when there is none or it is larger than `most` bytes */
export async function readOneFile(request: IncomingMessage, most: number): Promise<Buffer> {
  const pieces: Buffer[] = []
  let files = 0
  let cut = false
  const parser = openMultipart(request, { fileSize: most, files: 1 })
  parser.on('file', (_field, stream) => {
    files++
    stream.on('data', (piece: Buffer) => pieces.push(piece))
    stream.on('limit', () => (cut = true))
  })
  await pipeline(request, parser)
  if (files === 0) throw new Problem('invalid', 'noFiles', 'The request holds no file. Send one as multipart/form-data')
  if (cut) throw new Problem('tooLarge', 'tooLarge', `The file is larger than ${Math.floor(most / 1024 ** 2)} MB`)
  return Buffer.concat(pieces)
}

/** @throws Problem when the request is no multipart/form-data */
export function openMultipart(request: IncomingMessage, limits: busboy.Limits): busboy.Busboy {
  try {
    return busboy({ headers: request.headers, preservePath: true, defParamCharset: 'utf8', limits })
  } catch {
    throw new Problem('invalid', 'noFiles', 'Send files as multipart/form-data')
  }
}
