const FITS = `
a.project_id is not distinct from $projectId::int
  and ($subject::text is null or a.subjects @> array[$subject::text])
  and ($kind::text is null or a.kind = $kind) and ($actor::text is null or a.actor = $actor)
  and ($account::int is null or a.account_id = $account) and ($search::text is null or a.subject_name ilike $search)
  and ($from::date is null or a.at >= $from::date) and ($until::date is null or a.at < $until::date + 1)`

/** The changes of an act that are shown: that of the subject which is asked for, or the first ones. */
const SHOWN = `
(select coalesce(jsonb_agg(x.change order by x.at), '[]') from (
  select change, at from jsonb_array_elements(a.changes) with ordinality as c (change, at)
  where $subject::text is null or change ->> 'kind' || ':' || (change ->> 'id') = $subject order by at limit 1
) x)`

const COLUMNS = `
a.id::int as id, a.at, a.actor, p.name as by, t.name as token, a.kind, a.subject_kind as "subjectKind", a.subject_id as "subjectId",
a.subject_name as "subjectName", jsonb_array_length(a.changes) as changed,
(select count(*)::int from jsonb_array_elements(a.changes) c where c ->> 'kind' = a.subject_kind) as subjects,
a.reason, a.request, u.at as "undoneAt", up.name as "undoneBy"`

const JOINS = `
left join account p on p.id = a.account_id left join api_token t on t.id = a.token_id
left join act u on u.undoes = a.id left join account up on up.id = u.account_id`

/** The newest acts that fit. */
export const ACTS_PAGE = `
select ${COLUMNS}, ${SHOWN} as changes from act a ${JOINS} where ${FITS} order by a.id desc limit $limit offset $offset`

export const ACTS_COUNT = `select count(*)::int as total from act a where ${FITS}`

/** Acts with all that they changed, oldest first, after one of them. */
export const ACTS_WHOLE = `
select ${COLUMNS}, a.changes from act a ${JOINS} where ${FITS} and a.id > $after order by a.id limit $limit`
