// Reading: our reader against a bare saxes pass over the same file, and the memory of a large file in a process of its own.
import { createReadStream } from 'node:fs'
import { join } from 'node:path'
import { SaxesParser } from 'saxes'
import { ResultFileStream } from '../../packages/core/dist/index.js'
import { writeFileOf } from './files.mjs'
import { leastInTurns, outputOf } from './turns.mjs'

const MB = 1_000_000
const TURNS = 4

/** A parser that does nothing with what it hears: the least that reading XML costs. */
export async function barePass(file) {
  const parser = new SaxesParser({ xmlns: false, position: false })
  const decoder = new TextDecoder()
  for await (const chunk of createReadStream(file)) parser.write(decoder.decode(chunk, { stream: true }))
  parser.close()
}

export async function ourPass(file) {
  let results = 0
  const reader = new ResultFileStream(() => results++)
  for await (const chunk of createReadStream(file)) reader.write(chunk)
  reader.end()
  return results
}

export async function benchParsing(figures, folder) {
  const file = await writeFileOf(join(folder, '50mb.xml'), { bytes: 50 * MB })
  const { bare, ours } = leastInTurns('bare', file, TURNS)
  figures.add(
    'parsing',
    '50 MB JUnit file against a bare saxes pass',
    ours / bare,
    '×',
    1.5,
    `${Math.round(ours)} ms against ${Math.round(bare)} ms`,
  )

  const large = await writeFileOf(join(folder, '500mb.xml'), { bytes: 500 * MB })
  const idle = peakOf('')
  const peak = peakOf(large)
  figures.add(
    'parsing',
    'memory for a 500 MB file above an idle process',
    peak - idle,
    'MB',
    200,
    `${Math.round(peak)} MB against ${Math.round(idle)} MB`,
  )
}

/** Peak resident memory of a process that reads a file, or none, in MB. */
const peakOf = (file) => Number(outputOf('peak.mjs', file))
