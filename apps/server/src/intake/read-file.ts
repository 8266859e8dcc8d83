import { Refusal, ResultFileStream, TotalsCounter, type FileFindings, type OutcomeTotals } from '@bobbin/core'
import { createHash } from 'node:crypto'
import { Stage } from './staging.js'

/** A file as it comes in, in pieces. `cut` is true once it passed the size limit. */
export interface IncomingFile {
  name: string
  chunks: AsyncIterable<Uint8Array>
  cut(): boolean
}

/** A file that was read to its end; its results wait in the stage. */
export interface ReadFile {
  name: string
  findings: FileFindings
  totals: OutcomeTotals
  stage: Stage
  sha256: Buffer
  bytes: number
}

/**
 * Parses and stages while the bytes come in: memory does not grow with the file. The rest of a refused file is read and dropped,
 * so that the next one can follow. The caller disposes of the stage.
 */
export async function readFile(file: IncomingFile): Promise<ReadFile | Refusal> {
  const hash = createHash('sha256')
  const stage = new Stage()
  const totals = new TotalsCounter()
  const reader = new ResultFileStream((result) => {
    totals.add(result.outcome)
    stage.add(result)
  })
  let bytes = 0
  let refusal: Refusal | null = null
  const attempt = <T>(step: () => T): T | null => {
    try {
      return refusal ? null : step()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      refusal = error
      return null
    }
  }
  try {
    for await (const chunk of file.chunks) {
      hash.update(chunk)
      bytes += chunk.length
      attempt(() => reader.write(chunk))
    }
    if (file.cut()) refusal = new Refusal('binary', 'The file is larger than the server takes')
    const findings = attempt(() => reader.end())
    if (findings) return { name: file.name, findings, totals: totals.settled(findings.settlement), stage, sha256: hash.digest(), bytes }
  } catch (error) {
    stage.dispose()
    throw error
  }
  stage.dispose()
  return refusal ?? new Refusal('empty', 'The file is empty')
}
