import { scanFolder } from '@bobbin/scan'
import { stat } from 'node:fs/promises'
import { EXIT, UsageError } from '../exit-codes.js'

export interface ScanOptions {
  json?: boolean
}

/** Finds the tests in a source tree. @returns the exit code */
export async function scan(folder: string, options: ScanOptions): Promise<number> {
  const found = await stat(folder).catch(() => null)
  if (!found?.isDirectory()) throw new UsageError(`${folder} is no folder.`)
  const result = await scanFolder(folder)
  if (options.json) {
    const tests = result.tests.map(
      ({ framework, file, line, endLine, suites, name, pattern, suitePatterns, tags, keys, skipped, title }) => ({
        framework,
        file,
        line,
        endLine,
        suites,
        name,
        pattern,
        ...(suitePatterns ? { suitePatterns } : {}),
        ...(title === null ? {} : { title }),
        tags,
        keys,
        skipped,
      }),
    )
    process.stdout.write(`${JSON.stringify({ tests, files: result.files, unread: result.unread }, null, 1)}\n`)
  }
  return EXIT.stored
}
