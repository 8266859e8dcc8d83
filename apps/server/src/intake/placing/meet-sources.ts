import { keysOfReport, meetingOf, rowOf, sourceFinder, type SourceName } from '@bobbin/core'
import type { Project } from '../../access/index.js'
import { type InTransaction, rowsOf, run } from '../../platform/database.js'
import { SPREAD_LINKS } from '../../scripts/index.js'
import type { Stage } from './staging.js'

/** More tests than this are looked for among all of the project's code at once. */
const MANY = 2000

const HAS_SOURCES = 'select exists (select 1 from script_source where project_id = $projectId and gone_at is null) as yes'

/** Tests of the file that no script is, by the names that files know them by. */
const UNKNOWN = `
select distinct on (a.identity) a.seq, encode(a.identity, 'hex') as identity, a.name, a.classname, a.suites, a.file, a.profile
from stage_test a left join stage_script t on t.seq = a.seq and t.seq >= $from
where a.seq >= $from and a.identity is not null and t.seq is null order by a.identity, a.seq`

const CANDIDATES = `
select x.script_id as "scriptId", x.framework, x.file, x.suites, x.suite_patterns as "suitePatterns", x.name, x.pattern, x.title
from script_source x where x.project_id = $projectId and x.gone_at is null and ($keys::text[] is null or x.meets && $keys::text[])
order by x.script_id`

/** Scripts in code with their rows and profiles, and whether any result is of them. */
const FAMILY = `
select s.id, coalesce(s.head_id, s.id) as "headId", s.name, s.classname, s.suites, s.file, s.profile, exists (select 1 from result r where r.script_id = s.id) as reported
from script s where s.project_id = $projectId and (s.id = any($heads::int[]) or s.head_id = any($heads::int[])) order by s.id`

/** Another name of a script that is called as before by others. */
const ADD_ALIASES = `
insert into script_alias (project_id, identity, script_id, name)
select $projectId::int, decode(x.identity, 'hex'), x.id, x.name from jsonb_to_recordset($rows::jsonb) as x (id int, identity text, name text)
order by 2 on conflict (project_id, identity) do nothing`

/** Scripts that are called otherwise from now on; what they were called before still leads to them. */
const RENAME = `
with x as materialized (select * from jsonb_to_recordset($rows::jsonb) as x (id int, identity text, name text, classname text, suites text[], file text, profile text)),
kept as (
  insert into script_alias (project_id, identity, script_id, name, kind, was)
  select s.project_id, s.identity, s.id, s.name, 'renamed', jsonb_build_object('classname', s.classname, 'suites', s.suites, 'file', s.file)
  from x join script s on s.id = x.id order by 2 on conflict (project_id, identity) do nothing
)
update script s set identity = decode(x.identity, 'hex'), name = x.name, classname = x.classname, suites = x.suites, file = coalesce(x.file, s.file), profile = x.profile
from x where s.id = x.id`

const SET_HEADS_BY_IDENTITY = `
update script s set head_id = x.head from jsonb_to_recordset($rows::jsonb) as x (identity text, head int)
where s.project_id = $projectId and s.identity = decode(x.identity, 'hex') and s.id <> x.head`

interface Unknown {
  seq: number
  identity: string
  name: string
  classname: string | null
  suites: string[]
  file: string | null
  profile: string | null
}

interface Member {
  id: number
  headId: number
  name: string
  classname: string | null
  suites: string[]
  file: string | null
  profile: string | null
  reported: boolean
}

/** What becomes of unknown tests that stand in the code. */
export interface MetSources {
  /** Some are scripts under a new name: looking for them again finds them. */
  joined: boolean
  /** The others are rows or profiles of scripts in code, once they are made. */
  heads: { identity: string; head: number }[]
}

const NOTHING: MetSources = { joined: false, heads: [] }

/**
 * Tests of a file that no script is called like, though their code is known: a test that was renamed or moved since, or that another
 * reporter names otherwise, is the script that it was; a new row or profile is one of its script's.
 */
export async function meetSources(db: InTransaction, project: Project, stage: Stage, from: number): Promise<MetSources> {
  const [has] = await rowsOf<{ yes: boolean }>(db, HAS_SOURCES, { projectId: project.id })
  if (!has?.yes) return NOTHING
  const unknown = await rowsOf<Unknown>(db, UNKNOWN, { from })
  if (unknown.length === 0) return NOTHING
  const keys = unknown.length > MANY ? null : [...new Set(unknown.flatMap((test) => keysOfReport(test)))]
  const sources = await rowsOf<SourceName & { scriptId: number }>(db, CANDIDATES, { projectId: project.id, keys })
  const find = sourceFinder(sources)
  const seen = new Map<string, number>()
  const met = [...unknown]
    .sort((a, b) => a.seq - b.seq)
    .flatMap((test) => {
      const key = [test.classname, ...test.suites, test.name, test.file, test.profile].join('\u0000')
      const occurrence = (seen.get(key) ?? 0) + 1
      seen.set(key, occurrence)
      const found = find({ ...test, occurrence })
      return found ? [{ test, ...found }] : []
    })
  if (met.length === 0) return NOTHING
  const heads = [...new Set(met.map(({ source }) => source.scriptId))]
  const members = await rowsOf<Member>(db, FAMILY, { projectId: project.id, heads })
  const inFile = scriptsOf(stage)
  const bySource = new Map(sources.map((source) => [source.scriptId, source]))
  const places = new Map<string, { member: Member; stale: boolean }>()
  for (const member of members) {
    const source = bySource.get(member.headId)
    if (!source) continue
    const meeting = meetingOf(source, member)
    const isHead = member.id === member.headId
    const row = isHead && !member.reported ? null : meeting ? meeting.row : (rowOf(member.name)?.row ?? null)
    const place = placeOf(member.headId, member.profile, row, member.name)
    if (!places.has(place)) places.set(place, { member, stale: !meeting || (isHead && !member.reported) })
  }
  // a test that no result has named yet is what names it alone, on whichever profile
  const unreported = new Map(members.filter(({ id, headId, reported }) => id === headId && !reported).map((member) => [member.id, member]))
  const plain = new Map<number, number>()
  for (const { source, row } of met) if (row === null) plain.set(source.scriptId, (plain.get(source.scriptId) ?? 0) + 1)
  const claims = new Map<string, typeof met>()
  for (const one of met) {
    const place = placeOf(one.source.scriptId, one.test.profile, one.row, one.test.name)
    claims.set(place, [...(claims.get(place) ?? []), one])
  }
  const renamed: (Unknown & { id: number })[] = []
  const aliases: { id: number; identity: string; name: string }[] = []
  const fresh: MetSources['heads'] = []
  for (const [place, tests] of claims) {
    const [only] = tests
    const head = only?.row === null && plain.get(only.source.scriptId) === 1 ? unreported.get(only.source.scriptId) : undefined
    const known = places.get(place) ?? (head && { member: head, stale: true })
    // two tests of one file are not one script, and neither is what the file tells under its old name, too
    if (known && only && tests.length === 1 && !inFile.has(known.member.id)) {
      if (known.stale) renamed.push({ ...only.test, id: known.member.id })
      else aliases.push({ id: known.member.id, identity: only.test.identity, name: only.test.name })
    } else fresh.push(...tests.map(({ test, source }) => ({ identity: test.identity, head: source.scriptId })))
  }
  if (renamed.length > 0) await run(db, RENAME, { rows: JSON.stringify(renamed) })
  if (aliases.length > 0) await run(db, ADD_ALIASES, { projectId: project.id, rows: JSON.stringify(aliases) })
  return { joined: renamed.length + aliases.length > 0, heads: fresh }
}

/** Scripts that were made are rows and profiles of those in code, and have their links. */
export async function setHeads(db: InTransaction, project: Project, heads: MetSources['heads']): Promise<void> {
  if (heads.length === 0) return
  await run(db, SET_HEADS_BY_IDENTITY, { projectId: project.id, rows: JSON.stringify(heads) })
  await run(db, SPREAD_LINKS, { projectId: project.id, heads: [...new Set(heads.map(({ head }) => head))] })
}

/** Among the rows and profiles of a script in code. */
const placeOf = (head: number, profile: string | null, row: string | null, name: string): string =>
  [head, profile ?? '', row === null ? '' : (rowOf(name)?.row ?? row)].join('\u0000')

function scriptsOf(stage: Stage): Set<number> {
  const scripts = new Set<number>()
  for (let seq = 0; seq < stage.tests; seq++) {
    const script = stage.scriptOf(seq)
    if (script > 0) scripts.add(script)
  }
  return scripts
}
