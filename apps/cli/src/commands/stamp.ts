import { ApiClient } from '@bobbin/client'
import { type FoundTest, idiomOf, patchOf, scanFolder, type Stamp, stampText } from '@bobbin/scan'
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { EXIT } from '../exit-codes.js'
import { Progress } from '../progress.js'
import { nodeFetch } from '../transport.js'
import { failed, onlyProject, readConfig, serverOf } from './deliver.js'
import { treeOf } from './scan.js'

export interface StampOptions {
  /** The module that threads start from. */
  threads: URL
  tree?: string
  project?: string
  apply?: boolean
  json?: boolean
}

const nameOf = ({ file, suites, name }: Pick<FoundTest, 'file' | 'suites' | 'name'>): string => [file, ...suites, name].join('\u0000')

/** Writes the keys of confirmed links into the sources, as a patch. @returns the exit code */
export async function stamp(folder: string, options: StampOptions): Promise<number> {
  const { baseUrl, token } = serverOf()
  const client = new ApiClient({ baseUrl, token, fetch: nodeFetch() })
  const progress = new Progress()
  try {
    const project = options.project ?? readConfig().project ?? (await onlyProject(client))
    const tree = treeOf(folder, options.tree)
    const { rows } = await client.get('/projects/{project}/mapping/stamps', { path: { project }, query: { tree } })
    const { tests } = await scanFolder(folder, {
      progress: ({ read, of }) => progress.show(`${read} of ${of} files read`),
      threads: options.threads,
    })
    progress.clear()
    const known = new Map(tests.map((test) => [nameOf(test), test]))
    const byFile = new Map<string, Stamp[]>()
    const frameworks = new Set<string>()
    for (const row of rows) {
      const test = known.get(nameOf(row))
      if (!test || test.to === 0 || row.keys.every((key) => test.keys.includes(key))) continue
      frameworks.add(test.framework)
      byFile.set(test.file, [...(byFile.get(test.file) ?? []), { test, keys: row.keys }])
    }
    const patch = [...byFile].map(([file, stamps]) => patchFor(folder, file, stamps)).join('')
    if (patch === '') {
      console.error('Every confirmed link is declared in the code')
      return EXIT.stored
    }
    if (options.apply) execFileSync('git', ['apply', '-'], { cwd: folder, input: patch })
    else process.stdout.write(patch)
    for (const framework of frameworks) {
      const { code, property } = idiomOf(framework)
      console.error(`${framework}: ${code}${property === null ? '' : `; results carry it as ${property}`}`)
    }
    console.error(options.apply ? `${byFile.size} files changed` : 'To apply: bobbin stamp --apply, or pass this to git apply')
    return EXIT.stored
  } catch (error) {
    progress.clear()
    return failed(options, error)
  }
}

function patchFor(folder: string, file: string, stamps: readonly Stamp[]): string {
  const text = readFileSync(join(folder, file), 'utf8')
  // places are those of the text without the mark that some editors write first
  const mark = text.startsWith('\uFEFF') ? '\uFEFF' : ''
  return patchOf(file, text, mark + stampText(text.slice(mark.length), stamps))
}
