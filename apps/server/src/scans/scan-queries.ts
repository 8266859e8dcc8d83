export const TREE = `
insert into source_tree (project_id, name) values ($projectId, $tree)
on conflict (project_id, name) do update set name = excluded.name returning id`

export const OPEN_SCAN = `
insert into scan (project_id, tree_id, account_id, branch, commit, committed_at, files)
values ($projectId, $treeId, $accountId, $branch, $commit, $committedAt::timestamptz, $files) returning id`

/** Tests of an open scan; those that were sent before stay as they are. */
export const ADD_TESTS = `
insert into scan_test (scan_id, nth, test)
select $id::int, $from::int + x.nth::int - 1, x.test from jsonb_array_elements($tests::jsonb) with ordinality as x (test, nth)
on conflict (scan_id, nth) do nothing`

export const SCAN = `
select s.id, s.tree_id as "treeId", t.name as tree, s.branch, s.commit, s.committed_at as "committedAt", s.finished_at as "finishedAt"
from scan s join source_tree t on t.id = s.tree_id where s.id = $id and s.project_id = $projectId for update of s`

export const NEWER = `
select commit, committed_at as "committedAt" from scan
where tree_id = $treeId and branch = $branch and finished_at is not null and committed_at > $committedAt::timestamptz order by committed_at desc limit 1`

export const TESTS_OF_SCAN = 'select test from scan_test where scan_id = $id order by nth'

/** What is known of a tree: its tests, also those that are gone, in the order in which they were first seen. */
export const KNOWN = `
select script_id as "scriptId", framework, file, suites, name, keys, pattern, fingerprint, body_size as "bodySize", branch, gone_at is not null as gone
from script_source where tree_id = $treeId order by first_seen_at, file, line, script_id`

/** Scripts that results named and no scan has found. */
export const LOOSE = `
select s.id, s.name, s.classname, s.suites, s.file, s.profile, exists (select 1 from result r where r.script_id = s.id) as reported
from script s left join script_source x on x.script_id = s.id
where s.project_id = $projectId and s.head_id is null and x.script_id is null order by s.id`

/** Rows and profiles of scripts in code. */
export const VARIANTS = `
select v.id, v.head_id as "headId", v.name, v.classname, v.suites, v.file, v.profile
from script v where v.project_id = $projectId and v.head_id = any($heads::int[])`

/** Scripts that only the code names so far; an identity that no result has, until one comes. */
export const MAKE_SCRIPTS = `
insert into script (project_id, identity, name, classname, suites, file, profile, framework, keys, triage)
select $projectId::int, sha256(convert_to(x.identity, 'UTF8')), x.name, null, x.suites, x.file, null, x.framework, x.keys, $triage
from jsonb_to_recordset($rows::jsonb) as x (nth int, identity text, name text, suites text[], file text, framework text, keys text[])
order by x.nth
on conflict (project_id, identity) do update set name = excluded.name
returning id, identity`

/** What a scan found of each script, by what it had. */
export const STORE_SOURCES = `
insert into script_source (script_id, project_id, tree_id, framework, file, line, end_line, suites, suite_patterns, name, pattern, title, tags, keys, skipped,
  fingerprint, body_size, code, meets, branch, commit, first_seen_at, last_seen_at, was, moved_at, moved_by)
select x."scriptId", $projectId::int, $treeId::int, x.framework, x.file, x.line, x."endLine", x.suites, x."suitePatterns", x.name, x.pattern, x.title, x.tags, x.keys, x.skipped,
  x.fingerprint, x."bodySize", x.code, x.meets, $branch, $commit, $at::timestamptz, $at::timestamptz, x.was, case when x.was is not null then $at::timestamptz end, case when x.was is not null then $by end
from jsonb_to_recordset($rows::jsonb) as x ("scriptId" int, framework text, file text, line int, "endLine" int, suites text[], "suitePatterns" text[], name text, pattern text,
  title text, tags text[], keys text[], skipped text, fingerprint text, "bodySize" int, code text, meets text[], was text)
on conflict (script_id) do update set framework = excluded.framework, file = excluded.file, line = excluded.line, end_line = excluded.end_line,
  suites = excluded.suites, suite_patterns = excluded.suite_patterns, name = excluded.name, pattern = excluded.pattern, title = excluded.title, tags = excluded.tags,
  keys = excluded.keys, skipped = excluded.skipped, body_size = excluded.body_size,
  body_changed_at = case when script_source.fingerprint is distinct from excluded.fingerprint then excluded.last_seen_at else script_source.body_changed_at end,
  fingerprint = excluded.fingerprint, code = coalesce(excluded.code, case when script_source.fingerprint is not distinct from excluded.fingerprint then script_source.code end),
  meets = excluded.meets, branch = excluded.branch, commit = excluded.commit, last_seen_at = excluded.last_seen_at, gone_at = null,
  was = coalesce(excluded.was, script_source.was), moved_at = coalesce(excluded.moved_at, script_source.moved_at), moved_by = coalesce(excluded.moved_by, script_source.moved_by)`

/** Scripts say what the code says: those that no result named so far, and those that were moved or renamed. */
export const NAME_SCRIPTS = `
update script s set name = x.name, suites = x.suites, file = x.file
from script_source x where x.script_id = s.id and s.id = any($ids::int[])
  and (s.name, s.suites, s.file) is distinct from (x.name, x.suites, x.file)
  and not exists (select 1 from result r where r.script_id = s.id)`

export const KEYS_OF_CODE = `
update script s set keys = x.keys from script_source x
where x.script_id = s.id and x.tree_id = $treeId and x.keys <> '{}' and x.gone_at is null and s.keys is distinct from x.keys`

export const GONE = `update script_source set gone_at = $at::timestamptz where script_id = any($ids::int[]) and gone_at is null`

export const SET_HEADS = `
update script s set head_id = x.head from jsonb_to_recordset($rows::jsonb) as x (id int, head int)
where s.id = x.id and s.id <> x.head and s.head_id is distinct from x.head`

/** Keys that the code declares tie a script to the cases that have them; a link that a person rejected stays so. */
export const DECLARED_LINKS = `
with claims as (
  select x.script_id, c.id as case_id from script_source x, unnest(x.keys) as k (key)
  join test_case c on c.project_id = $projectId and c.deleted_at is null and c.number = split_part(k.key, '-', 2)::int
  where x.tree_id = $treeId and x.gone_at is null and k.key ~ ('^' || $prefix || '-[0-9]{1,9}$')
)
insert into link (project_id, script_id, case_id, origin, state)
select distinct $projectId::int, script_id, case_id, 'declared', 'active' from claims order by 2, 3
on conflict (script_id, case_id) do update set origin = 'declared', state = 'active' where link.state in ('suggested', 'broken')
returning id`

/** Links of keys that the code no longer declares. */
export const UNDECLARED = `
update link l set state = 'broken' from jsonb_to_recordset($rows::jsonb) as x (id int, keys text[]), test_case c
where l.script_id = x.id and l.origin = 'declared' and l.state = 'active' and c.id = l.case_id and ($prefix || '-' || c.number) = any(x.keys)`

export const UNKNOWN_KEYS_OF_TREE = `
select k.key, x.name as test from script_source x, unnest(x.keys) as k (key)
where x.tree_id = $treeId and x.gone_at is null and k.key ~ ('^' || $prefix || '-[0-9]{1,9}$')
  and not exists (select 1 from test_case c where c.project_id = $projectId and c.deleted_at is null and c.number = split_part(k.key, '-', 2)::int)
order by 1, 2 limit 200`

export const ASK = `
insert into rename_question (project_id, old_id, new_id, sure, reasons)
select $projectId::int, x.old, x.new, x.sure, x.reasons from jsonb_to_recordset($rows::jsonb) as x (old int, new int, sure real, reasons text[])
on conflict (old_id, new_id) do update set sure = excluded.sure, reasons = excluded.reasons`

export const FINISH = `update scan set finished_at = now(), tests = $tests, unread = $unread::jsonb, counts = $counts::jsonb where id = $id`

export const SCANS = `
select s.id, t.name as tree, s.branch, s.commit, s.committed_at as "committedAt", s.finished_at as at, a.name as by, s.files, s.tests, s.unread, s.counts, count(*) over ()::int as full
from scan s join source_tree t on t.id = s.tree_id left join account a on a.id = s.account_id
where s.project_id = $projectId and s.finished_at is not null order by s.finished_at desc, s.id desc limit $most offset $offset`

/** Scans that were cut off: nothing of them counts. */
export const CUT_OFF = `delete from scan where finished_at is null and at < now() - interval '1 day'`
