import { ApiClient } from '@bobbin/client'
import { EXIT } from '../exit-codes.js'
import { nodeFetch } from '../transport.js'
import { failed, onlyProject, readConfig, serverOf } from './deliver.js'

const MOST_NAMED = 20

/** Has what is kept with runs counted anew from their results, and says what differed. */
export async function recount(options: { project?: string; json?: boolean }): Promise<number> {
  const { baseUrl, token } = serverOf()
  const client = new ApiClient({ baseUrl, token, fetch: nodeFetch() })
  try {
    const project = options.project ?? readConfig().project ?? (await onlyProject(client))
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
