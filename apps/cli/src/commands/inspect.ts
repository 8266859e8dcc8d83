import { Refusal, ResultFileReader, summarizeFile, type FileSummary, type OutcomeTotals } from '@bobbin/core'
import { createReadStream } from 'node:fs'
import { EXIT } from '../exit-codes.js'
import { findFiles } from '../files.js'

type Inspected = FileSummary | { file: string; error: string }

/** Reads result files without a server and says what is in them. */
export async function inspect(patterns: string[], options: { json?: boolean }): Promise<number> {
  const inspected: Inspected[] = []
  for (const file of findFiles(patterns)) inspected.push(await inspectFile(file))
  if (options.json) console.log(JSON.stringify(inspected, null, 2))
  else for (const file of inspected) print(file)
  return inspected.some((file) => 'error' in file) ? EXIT.refused : EXIT.stored
}

async function inspectFile(file: string): Promise<Inspected> {
  const reader = new ResultFileReader()
  try {
    for await (const chunk of createReadStream(file)) reader.write(chunk as Buffer)
    return summarizeFile(file, reader.end())
  } catch (error) {
    if (error instanceof Refusal) return { file, error: error.message }
    if (error instanceof Error && 'code' in error) return { file, error: `The file can't be read: ${error.message}` }
    throw error
  }
}

function print(inspected: Inspected): void {
  if ('error' in inspected) return console.log(`${inspected.file}\n  refused: ${inspected.error}`)
  console.log(
    `${inspected.file}\n  ${inspected.format}${inspected.framework ? ` by ${inspected.framework}` : ''}: ${totalsLine(inspected.totals)}`,
  )
  for (const fault of inspected.faults)
    console.log(`  incomplete: ${fault.subject}: ${fault.message ?? 'no message'} (line ${fault.place.line})`)
  for (const { message, count, place } of inspected.warnings)
    console.log(`  note: ${message} (line ${place.line}${count > 1 ? `, ${count} times` : ''})`)
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
