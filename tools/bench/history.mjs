// Five million results, made in the database by itself: lanes of builds, most passing, some failing, some flaky.

/** The 900 cases in six areas that the delivered files declare, FERRY-100 to FERRY-999. */
export async function makeCases(client, projectId) {
  await client.query(
    `with a as (insert into area (project_id, name) select $1, 'area ' || i from generate_series(0, 5) i returning id, name)
     insert into test_case (project_id, number, area_id, title)
     select $1, n, a.id, 'case ' || n from generate_series(100, 999) n join a on a.name = 'area ' || n % 6`,
    [projectId],
  )
}

/** One lane of 20,000 tests and 30 builds, and as many smaller ones as it takes. Every script has one of the cases. */
export async function makeHistory(client, projectId, results, name = '') {
  const big = { tests: 20_000, builds: 30, pipeline: `big${name}` }
  const small = { tests: 5000, builds: 100 }
  const lanes = Math.ceil((results - big.tests * big.builds) / (small.tests * small.builds))
  if (name === '') await makeScripts(client, projectId)
  await lane(client, projectId, big)
  for (let i = 0; i < lanes; i++) await lane(client, projectId, { ...small, pipeline: `small${name}-${i}` })
  await client.query('analyze')
}

async function makeScripts(client, projectId) {
  await client.query(
    `insert into script (project_id, identity, name, classname, file)
     select $1, sha256(convert_to('bench ' || i, 'UTF8')), 'vehicle ' || i || ' stands in its lane', 'ferry.deck.Planner' || i % 400, 'deck/planner-' || i % 400 || '.spec.ts'
     from generate_series(1, 20000) i`,
    [projectId],
  )
  await client.query(
    `insert into link (project_id, script_id, case_id, origin, state)
     select $1, s.id, c.id, 'declared', 'active' from script s join test_case c on c.project_id = $1 and c.number = 100 + s.id % 900 where s.project_id = $1`,
    [projectId],
  )
  await client.query(`insert into environment (project_id, name) values ($1, 'bench')`, [projectId])
  await client.query(`insert into signature (project_id, hash, text) values ($1, sha256('s'), 'expected lane to be free')`, [projectId])
  await client.query(`insert into body (project_id, hash, text) values ($1, sha256('b'), 'expected lane 3 to be free')`, [projectId])
}

async function lane(client, projectId, { tests, builds, pipeline }) {
  const { rows } = await client.query(
    `with p as (insert into pipeline (project_id, name) values ($1, $2) returning id),
      l as (insert into lane (project_id, pipeline_id, branch, environment_id) select $1, p.id, 'main', e.id from p, environment e where e.project_id = $1 and e.name = 'bench' returning id, pipeline_id),
      b as (insert into build (project_id, pipeline_id, branch, name, sort_key) select $1, pipeline_id, 'main', i::text, to_char(i, 'FM0000000000') from l, generate_series(1, $3::int) i returning id, name, sort_key)
     insert into run (project_id, build_id, lane_id, sort_key, day, started_at, total, passed)
     select $1, b.id, l.id, b.sort_key, (now() - make_interval(days => $3 - b.name::int))::date, now() - make_interval(days => $3 - b.name::int), $4, $4 from b, l returning id, day::text as day`,
    [projectId, pipeline, builds, tests],
  )
  const [first] = (await client.query('select min(id) as id from script where project_id = $1', [projectId])).rows
  for (const { id, day } of rows) {
    await client.query('select ensure_month($1::date)', [day])
    // one in 400 fails for some builds, one in 900 recovers now and then
    await client.query(
      `insert into result (run_id, script_id, day, outcome, attempts, duration_ms, signature_id, message_id)
       select $1, $2::int + i, $3::date, case when i % 400 = 0 and ($1 / 3) % 2 = 0 then 2 when (i + $1) % 900 = 0 then 7 else 1 end, 1, 100 + i % 50, null, null
       from generate_series(0, $4::int - 1) i`,
      [id, first.id, day, tests],
    )
  }
}
