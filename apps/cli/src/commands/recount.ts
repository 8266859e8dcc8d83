import { ApiClient } from '@bobbin/client'
import { EXIT } from '../exit-codes.js'
import { nodeFetch } from '../transport.js'
import { failed, onlyProject, readConfig, serverOf } from './deliver.js'

const MOST_NAMED = 20

interface RecountOptions {
  project?: string
  json?: boolean
  /** What pages show, too, in place of what is kept. */
  figures?: boolean
}

/** Has what is kept with runs counted anew from their results, and says what differed. */
export async function recount(options: RecountOptions): Promise<number> {
  const { baseUrl, token } = serverOf()
  const client = new ApiClient({ baseUrl, token, fetch: nodeFetch() })
  try {
    const project = options.project ?? readConfig().project ?? (await onlyProject(client))
    if (options.figures) return await figures(client, project, options)
    const counted = await client.post('/projects/{project}/recount', { path: { project } })
    const { runs, differing } = counted
    if (options.json) console.log(JSON.stringify(counted, null, 2))
    else if (differing.length === 0) console.log(`${runs} ${runs === 1 ? 'run has' : 'runs have'} the sums of their results`)
    else {
      console.log(`${differing.length} of ${runs} runs had other sums than their results; they are right now`)
      for (const { id, build, pipeline } of differing.slice(0, MOST_NAMED))
        console.log(`build ${build} of ${pipeline}: ${baseUrl}/${project}/runs/${id}`)
      if (differing.length > MOST_NAMED) console.log(`and ${differing.length - MOST_NAMED} more`)
    }
    return differing.length === 0 ? EXIT.stored : EXIT.refused
  } catch (error) {
    return failed(options, error)
  }
}

/** Has what pages show counted by a second way from raw results, and says what differs. */
async function figures(client: ApiClient, project: string, { json }: RecountOptions): Promise<number> {
  const { checked, differing, results } = await client.get('/projects/{project}/trends/recount', { path: { project } })
  if (json) console.log(JSON.stringify({ checked, differing, results }, null, 2))
  else if (differing.length === 0) console.log(`${checked} figures are those of ${results} raw results`)
  else {
    console.log(`${differing.length} of ${checked} figures differ from ${results} raw results`)
    for (const { figure, of, shown, recounted } of differing.slice(0, MOST_NAMED))
      console.log(`${figure} of ${of}: shown ${shown}, recounted ${recounted}`)
    if (differing.length > MOST_NAMED) console.log(`and ${differing.length - MOST_NAMED} more`)
  }
  return differing.length === 0 ? EXIT.stored : EXIT.refused
}
