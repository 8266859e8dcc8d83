import { type CoverageSummary, type Inspected, Inspection, type OutcomeTotals } from '@bobbin/core'
import { createReadStream } from 'node:fs'
import { EXIT } from '../exit-codes.js'
import { findFiles } from '../files.js'

/** Reads result files without a server and says what is in them. */
export async function inspect(patterns: string[], options: { json?: boolean }): Promise<number> {
  const { files, passedOver } = findFiles(patterns)
  const inspected: Inspected[] = passedOver.map((file) => ({ file, passedOver: 'This is no result file' }))
  for (const file of files) inspected.push(...(await inspectFile(file)))
  if (options.json) console.log(JSON.stringify(inspected, null, 2))
  else for (const file of inspected) print(file)
  return inspected.some((file) => 'error' in file) ? EXIT.refused : EXIT.stored
}

/** One file, or every file of an archive. */
async function inspectFile(file: string): Promise<Inspected[]> {
  const inspection = new Inspection(file)
  try {
    for await (const chunk of createReadStream(file)) inspection.write(chunk as Buffer)
  } catch (error) {
    if (error instanceof Error && 'code' in error) return [{ file, error: `The file can't be read: ${error.message}` }]
    throw error
  }
  return inspection.end()
}

function print(inspected: Inspected): void {
  if ('passedOver' in inspected) return console.log(`${inspected.file}\n  passed over: ${inspected.passedOver}`)
  if ('error' in inspected) return console.log(`${inspected.file}\n  refused: ${inspected.error}`)
  console.log(
    `${inspected.file}\n  ${inspected.format}${inspected.framework ? ` by ${inspected.framework}` : ''}: ${totalsLine(inspected.totals)}`,
  )
  if (inspected.coverage) console.log(`  ${coverageLine(inspected.coverage)}`)
  for (const fault of inspected.faults)
    console.log(`  incomplete: ${fault.subject}: ${fault.message ?? 'no message'} (line ${fault.place.line})`)
  for (const { message, count, place } of inspected.warnings)
    console.log(`  note: ${message} (line ${place.line}${count > 1 ? `, ${count} times` : ''})`)
}

/** `14 source files, 83.2 % of 1204 lines ran` */
export function coverageLine({ files, linesCovered, linesTotal }: CoverageSummary): string {
  const share = linesTotal === 0 ? 0 : (linesCovered / linesTotal) * 100
  return `${files} source ${files === 1 ? 'file' : 'files'}, ${share.toFixed(1)} % of ${linesTotal} lines ran`
}

const WORDS: [keyof OutcomeTotals, string][] = [
  ['failed', 'failed'],
  ['errored', 'errored'],
  ['recovered', 'recovered'],
  ['blocked', 'blocked'],
  ['notRun', 'not run'],
  ['skipped', 'skipped'],
  ['passed', 'passed'],
]

/** `12 results: 1 failed, 11 passed` */
export function totalsLine(totals: OutcomeTotals): string {
  const parts = WORDS.filter(([key]) => totals[key] > 0).map(([key, word]) => `${totals[key]} ${word}`)
  return `${totals.total} ${totals.total === 1 ? 'result' : 'results'}${parts.length > 0 ? `: ${parts.join(', ')}` : ''}`
}
