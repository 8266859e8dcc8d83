import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { afterAll, beforeAll, expect, inject, it } from 'vitest'
import { migrate } from '../platform/migrate.js'

let admin: pg.Client
let client: pg.Client
const name = `test_${randomUUID().replaceAll('-', '')}`
beforeAll(async () => {
  admin = new pg.Client({ connectionString: inject('databaseUrl') })
  await admin.connect()
  await admin.query(`create database ${name}`)
  const own = new URL(inject('databaseUrl'))
  own.pathname = `/${name}`
  await migrate(own.href, '0018-claims')
  client = new pg.Client({ connectionString: own.href })
  await client.connect()
  await client.query(OLD)
  await migrate(own.href)
})
afterAll(async () => {
  await client.end()
  await admin.query(`drop database ${name} with (force)`)
  await admin.end()
})

/** Data of the version before: an edit of a case, cases of pasted lines, and a change that was undone already. */
const OLD = `
insert into project (slug, name, key_prefix) values ('gullhaven', 'Gullhaven', 'FERRY');
insert into account (email, name, kind, password_hash) values ('runa@gullhaven.example', 'runa', 'engineer', 'x'), ('teo@gullhaven.example', 'teo', 'tester', 'x');
insert into membership (project_id, account_id, role) values (1, 1, 'keeper'), (1, 2, 'member');
insert into test_case (project_id, number, title, priority, version) values (1, 101, 'Axle limit holds', 1, 2), (1, 102, 'Made', 3, 1);
insert into case_change (project_id, account_id, kind, before, made, undone_at) values
  (1, 1, 'edit', '[{"id": 1, "after": 2, "title": "Axle limit", "priority": 3}]', '{}', null),
  (1, 2, 'outline', '[]', '{2}', null),
  (1, 1, 'bulk', '[{"id": 1, "after": 9, "priority": 4}]', '{}', now());
insert into pipeline (project_id, name) values (1, 'fare-desk-web');
insert into environment (project_id, name) values (1, 'pier-test');
insert into lane (project_id, pipeline_id, branch, environment_id) values (1, 1, 'main', 1);
insert into build (project_id, pipeline_id, branch, name, sort_key) values (1, 1, 'main', '1', '1');
insert into run (project_id, build_id, lane_id, sort_key, day, started_at) values (1, 1, 1, '1', now(), now())`

it('changes that were remembered before there was a log are acts, but those that were undone', async () => {
  const { rows } = await client.query<{ kind: string; account_id: number; subjects: string[]; changes: unknown[] }>(
    'select kind, account_id, subject_name, subjects, changes from act order by id',
  )
  expect(rows).toEqual([
    {
      kind: 'case.changed',
      account_id: 1,
      subject_name: 'FERRY-101 Axle limit holds',
      subjects: ['case:1'],
      changes: [
        {
          kind: 'case',
          id: 1,
          name: 'FERRY-101 Axle limit holds',
          before: { title: 'Axle limit', priority: 3, version: 1 },
          after: { version: 2 },
        },
      ],
    },
    {
      kind: 'case.made',
      account_id: 2,
      subject_name: 'FERRY-102 Made',
      subjects: ['case:2'],
      changes: [{ kind: 'case', id: 2, name: 'FERRY-102 Made', before: null, after: { version: 1 } }],
    },
  ])
})

it('owners are leads, other members may do what they could', async () => {
  const { rows } = await client.query<{ role: string }>('select role from membership order by account_id')
  expect(rows.map(({ role }) => role)).toEqual(['lead', 'engineer'])
})

it('runs are the first of their builds, in lanes of the record', async () => {
  const { rows } = await client.query('select ordinal, key, trigger, trial from run join lane on lane.id = run.lane_id')
  expect(rows).toEqual([{ ordinal: 1, key: '', trigger: 'delivery', trial: false }])
})
