// Reading with five million results in the database: what a page waits for at the server, asked over HTTP on the same machine.
const ROUNDS = 15

export async function benchReading(figures, bench) {
  const { rows } = await bench.database.query(
    `select r.id from run r join lane l on l.id = r.lane_id join pipeline p on p.id = l.pipeline_id where p.name = 'big' order by r.sort_key desc limit 1`,
  )
  const path = { project: 'bench', id: rows[0].id }
  const difference = await timeOf(() => bench.client.get('/projects/{project}/runs/{id}', { path }))
  figures.add(
    'reading',
    'the run page with its difference, 20,000 tests',
    difference.ms,
    'ms',
    150,
    `${difference.answer.rows.length} rows that changed`,
  )
  const scripts = (await bench.database.query('select id from script where project_id = 1 order by id limit 200')).rows.map((row) => row.id)
  const threads = await timeOf(() => bench.client.get('/projects/{project}/runs/{id}/threads', { path, query: { scripts } }))
  figures.add(
    'reading',
    'threads of 30 builds for 200 tests',
    threads.ms,
    'ms',
    50,
    `${Object.keys(threads.answer.byScript).length} threads`,
  )
  const brief = await timeOf(() => bench.client.get('/projects/{project}/brief', { path: { project: 'bench' }, query: { branch: 'main' } }))
  figures.add(
    'reading',
    'the Brief',
    brief.ms,
    'ms',
    200,
    `${brief.answer.findings.length} findings over ${brief.answer.latest.length} lanes`,
  )
}

async function timeOf(ask) {
  let answer = await ask() // plans and caches, as a server that runs has them
  let ms = Infinity // what else the machine does can only add
  for (let i = 0; i < ROUNDS; i++) {
    const began = performance.now()
    answer = await ask()
    ms = Math.min(ms, performance.now() - began)
  }
  return { ms, answer }
}
