import { ApiClient } from '@bobbin/client'
import { scanFolder } from '@bobbin/scan'
import { relative, resolve } from 'node:path'
import { EXIT, UsageError } from '../exit-codes.js'
import { nodeFetch } from '../transport.js'
import { failed, onlyProject, readConfig, serverOf } from './deliver.js'
import { treeOf } from './scan.js'

export interface PushOptions {
  /** The module that threads start from. */
  threads: URL
  area: string
  root: string
  tree?: string
  project?: string
  json?: boolean
}

/** Makes cases of the tests in some files, with their steps. @returns the exit code */
export async function push(files: string[], options: PushOptions): Promise<number> {
  const { baseUrl, token } = serverOf()
  const client = new ApiClient({ baseUrl, token, fetch: nodeFetch() })
  const area = options.area
    .split(/[/›]/)
    .map((name) => name.trim())
    .filter((name) => name !== '')
  if (area.length === 0) throw new UsageError('Name the area: --area "Deck planner/Limits"')
  const wanted = files.map((file) => relative(resolve(options.root), resolve(file)).replaceAll('\\', '/'))
  try {
    const project = options.project ?? readConfig().project ?? (await onlyProject(client))
    const { tests } = await scanFolder(options.root, { threads: options.threads })
    const own = tests.filter(({ file }) => wanted.some((path) => file === path || file.startsWith(`${path}/`) || path === ''))
    if (own.length === 0) throw new UsageError(`There are no tests in ${files.join(', ')}.`)
    const report = await client.post('/projects/{project}/mapping/pushes', {
      path: { project },
      body: {
        tree: treeOf(options.root, options.tree),
        area,
        tests: own.map(({ file, suites, name, steps }) => ({ file, suites, name, steps })),
      },
    })
    if (options.json) console.log(JSON.stringify(report, null, 2))
    else {
      for (const { key, name } of report.made) console.log(`${key}  ${name}`)
      console.log(`${report.made.length} cases made; ${report.linked} tests had one`)
    }
    return EXIT.stored
  } catch (error) {
    if (error instanceof UsageError) throw error
    return failed(options, error)
  }
}
