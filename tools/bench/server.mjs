// A server of the bench's own, with a project and a token, and ways to ask it.
import pg from 'pg'
import { ApiClient, deliver } from '../../packages/client/dist/index.js'
import { firstRunCode } from '../lib/first-run.mjs'
import { startTestServer, TEST_SECRET } from '../lib/test-server.mjs'

const PERSON = { person: 'Bench', email: 'bench@gullhaven.example', kind: 'engineer', password: 'only for the bench' }

export async function startBench(databaseUrl) {
  const server = await startTestServer(databaseUrl, { demo: false })
  const json = (body, cookie) => ({
    method: 'POST',
    headers: { 'content-type': 'application/json', ...(cookie && { cookie }) },
    body: JSON.stringify(body),
  })
  const first = await fetch(
    `${server.url}/api/first-run`,
    json({ slug: 'bench', name: 'Bench', keyPrefix: 'FERRY', ...PERSON, code: firstRunCode(TEST_SECRET) }),
  )
  const cookie = first.headers.get('set-cookie').split(';')[0]
  const token = (await (await fetch(`${server.url}/api/projects/bench/tokens`, json({ name: 'bench', scope: 'deliver' }, cookie))).json())
    .secret
  const client = new ApiClient({ baseUrl: server.url, token })
  const database = new pg.Client({ connectionString: databaseUrl })
  await database.connect()
  return {
    databaseUrl,
    url: server.url,
    pid: server.pid,
    token,
    cookie,
    database,
    client,
    deliver: (text, target) =>
      deliver(client, 'bench', { branch: 'main', environment: 'bench', ...target }, 'cli', [
        { name: 'bench.xml', content: new Blob([text]) },
      ]),
    stop: async () => {
      await database.end()
      await server.stop()
    },
  }
}
