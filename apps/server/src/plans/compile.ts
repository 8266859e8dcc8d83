import {
  inOrder,
  type Load,
  type MappingRule,
  medianOf,
  profilesOf,
  type SnapshotCase,
  splitByCount,
  splitByTime,
  parameterVariables,
  type RecipeParameter,
  isSafePath,
} from '@bobbin/core'
import type { Project } from '../access/index.js'
import type { PlanCell, PlanNote, Recipe, SuiteFilter } from '../contract/index.js'
import { type Queryable, rowsOf } from '../platform/database.js'
import { RULES } from '../scripts/index.js'
import { casesOfSuite, expectedTimes } from '../suites/index.js'

/** What a plan runs, as its start keeps it. */
export interface PlanSettings {
  suites: { id: number; parameters: Record<string, string> }[]
  cells: PlanCell[]
  retries: number
  retryUnless: number | null
  split: 'time' | 'count' | 'file'
  shards: number | null
  releaseId: number | null
  /** Only these scripts in code, whatever suites have: of a run that is made again. */
  only?: number[] | undefined
}

export interface PlannedTest {
  scriptId: number
  file: string
  suites: string[]
  name: string
  pattern: string | null
  keys: string[]
  /** Each turn of a part is over before the next begins. */
  turn: number
  /** Scripts of the same part that it runs after. */
  after: number[]
  ms: number
}

export type RecipeRow = Omit<Recipe, 'scripts'>

/** Tests of one cell that one recipe runs with the same parameters. */
export interface Bundle {
  cell: PlanCell
  recipe: RecipeRow
  parameters: Record<string, string>
  tests: PlannedTest[]
  /** Places of the tests that stay together, a list each. */
  units: number[][]
}

/** Cases of one suite that people do in one cell. */
export interface HandWork {
  cell: PlanCell
  suiteId: number
  suite: string
  parameters: Record<string, string>
  /** In the order of the suite. */
  cases: number[]
}

export interface Compiled {
  bundles: Bundle[]
  byHand: HandWork[]
  notes: PlanNote[]
  /** How many cases a suite of the plan has. */
  cases: Map<number, number>
}

interface ScriptRow {
  caseId: number
  key: string
  scriptId: number
  framework: string | null
  tree: string | null
  file: string
  suites: string[]
  name: string
  pattern: string | null
  suitePatterns: string[] | null
  skipped: string | null
}

/** Scripts in code that verify some cases; a case without one has no row. Binds: projectId, cases, prefix. */
const SCRIPTS_OF_CASES = `
select distinct on (c.id, x.script_id) c.id as "caseId", $prefix || '-' || c.number as key, x.script_id as "scriptId", x.framework, t.name as tree, x.file, x.suites, x.name, x.pattern,
  x.suite_patterns as "suitePatterns", x.skipped
from test_case c join link l on l.case_id = c.id and l.state = 'active' join script s on s.id = l.script_id
join script_source x on x.script_id = coalesce(s.head_id, s.id) and x.gone_at is null join source_tree t on t.id = x.tree_id
where c.project_id = $projectId and c.id = any($cases::int[])`

/** Scripts in code by themselves, with the keys of their cases. Binds: projectId, scripts, prefix. */
const SCRIPTS_BY_ID = `
select 0 as "caseId", coalesce((select string_agg($prefix || '-' || c.number, ',') from link l join test_case c on c.id = l.case_id and c.deleted_at is null
    where l.script_id = x.script_id and l.state = 'active'), '') as key,
  x.script_id as "scriptId", x.framework, t.name as tree, x.file, x.suites, x.name, x.pattern, x.suite_patterns as "suitePatterns", x.skipped
from script_source x join source_tree t on t.id = x.tree_id where x.project_id = $projectId and x.gone_at is null and x.script_id = any($scripts::int[])`

const RECIPES = `
select id, name, framework, tree, source, ref, folder, prepare, command, clean_up as "cleanUp", results, labels, whole_files as "wholeFiles", limit_minutes as "limitMinutes", parameters
from recipe where project_id = $projectId order by tree nulls last, id`

/** What results call the scripts in code. */
const VARIANTS = `select id, head_id as "headId", profile from script where head_id = any($heads::int[]) or id = any($heads::int[])`

/** A test that nobody knows, in milliseconds: common practice, no source. */
const UNKNOWN_MS = 1000
const MOST_EXAMPLES = 5

/** What a plan would run now: tests by cell and recipe, and what can't be run, with the reason. */
export async function compilePlan(db: Queryable, project: Project, settings: PlanSettings): Promise<Compiled> {
  const notes: PlanNote[] = []
  const cases = new Map<number, number>()
  const chosen: { rows: ScriptRow[]; parameters: Record<string, string> }[] = []
  const byHand: HandWork[] = []
  const inEveryCell = (...which: PlanCell['byHand'][]) =>
    settings.cells.length > 0 && settings.cells.every((cell) => which.includes(cell.byHand))
  if (settings.only) {
    const rows = await rowsOf<ScriptRow>(db, SCRIPTS_BY_ID, { projectId: project.id, scripts: settings.only, prefix: project.keyPrefix })
    const needed = await neededBy(db, project, settings.only)
    if (needed.length > 0) notes.push({ code: 'alsoRuns', count: needed.length })
    chosen.push({ rows: [...rows, ...needed], parameters: settings.suites[0]?.parameters ?? {} })
    const missing = new Set(settings.only).size - rows.length
    if (missing > 0) notes.push({ code: 'noScript', count: missing, examples: [] })
  } else
    for (const suite of settings.suites) {
      const found = await scriptsOfSuite(db, project, suite.id, notes, inEveryCell('rest', 'all'))
      cases.set(suite.id, found.cases)
      chosen.push({ rows: found.rows, parameters: suite.parameters })
      for (const cell of settings.cells) {
        const parameters = { ...suite.parameters, ...cell.parameters }
        const wanted = cell.byHand === 'all' ? found.all : cell.byHand === 'rest' ? found.without : []
        // one that several suites have is done once with the same values, as scripts are run once
        const given = byHand.filter((other) => other.cell === cell && JSON.stringify(other.parameters) === JSON.stringify(parameters))
        const taken = new Set(given.flatMap((other) => other.cases))
        const own = wanted.filter((id) => !taken.has(id))
        if (own.length > 0) byHand.push({ cell, suiteId: suite.id, suite: found.name, parameters, cases: own })
      }
    }
  const recipes = await rowsOf<RecipeRow>(db, RECIPES, { projectId: project.id })
  // where people do all of it, what scripts would need is of no account
  const grouped = inEveryCell('all') ? [] : byRecipe(chosen, recipes, notes)
  const order = await orderOf(db, project, grouped)
  if (order.apart.size > 0) notes.push({ code: 'outOfOrder', count: order.apart.size, examples: [...order.apart].slice(0, MOST_EXAMPLES) })
  const times = await timesOf(db, project.id, [...new Set(grouped.flatMap(({ rows }) => rows.map(({ scriptId }) => scriptId)))])
  // where people do all of it, scripts do none
  const cells = settings.cells.filter((cell) => cell.byHand !== 'all')
  const profiles = await profileRules(db, project.id)
  const bundles = cells.flatMap((cell) =>
    grouped
      .filter(fitsCell(cell, profiles, notes))
      .filter(fitsParameters(cell, notes))
      .map(({ recipe, rows, parameters }): Bundle => {
        const timed = withTimes(rows, times.get(cell.profile) ?? new Map(), times.get(null) ?? new Map())
        const { tests, units } = ordered(timed, order, recipe.wholeFiles || settings.split === 'file')
        return {
          cell,
          recipe,
          parameters: { ...parameters, ...cell.parameters },
          tests,
          units,
        }
      }),
  )
  if (bundles.length === 0 && byHand.length === 0) notes.push({ code: 'nothingToRun' })
  return { bundles, byHand, notes, cases }
}

/** @param allByHand what no script verifies is done by people in every cell, and need not be noted */
async function scriptsOfSuite(db: Queryable, project: Project, id: number, notes: PlanNote[], allByHand: boolean) {
  const [suite] = await rowsOf<{ name: string; filter: SuiteFilter | null; snapshot: SnapshotCase[] | null }>(
    db,
    'select name, filter, snapshot from suite where id = $id and project_id = $projectId',
    { id, projectId: project.id },
  )
  if (!suite) return { rows: [], cases: 0, all: [], without: [], name: '' }
  // a filter is asked each time; what was chosen runs as it was when it was planned
  const ids =
    suite.filter || !suite.snapshot ? await casesOfSuite(db, project, { id, filter: suite.filter }) : suite.snapshot.map((one) => one.id)
  const states = await rowsOf<{ id: number; key: string; out: boolean }>(
    db,
    `select c.id, $prefix || '-' || c.number as key, c.deleted_at is not null or c.state = 'retired' as out from test_case c where c.id = any($ids::int[])`,
    { ids, prefix: project.keyPrefix },
  )
  const retired = states.filter(({ out }) => out)
  const left = states.filter(({ out }) => !out)
  const rows = await rowsOf<ScriptRow>(db, SCRIPTS_OF_CASES, {
    projectId: project.id,
    prefix: project.keyPrefix,
    cases: left.map((one) => one.id),
  })
  const covered = new Set(rows.map(({ caseId }) => caseId))
  const without = left.filter((one) => !covered.has(one.id))
  const examples = (some: readonly { key: string }[]) => some.slice(0, MOST_EXAMPLES).map(({ key }) => key)
  if (ids.length === 0) notes.push({ code: 'emptySuite', suite: suite.name })
  if (retired.length > 0) notes.push({ code: 'retired', count: retired.length, examples: examples(retired) })
  if (without.length > 0 && !allByHand) notes.push({ code: 'noScript', count: without.length, examples: examples(without) })
  const place = new Map(ids.map((one, i) => [one, i]))
  const inOrder = (some: readonly { id: number }[]) => some.map((one) => one.id).sort((a, b) => (place.get(a) ?? 0) - (place.get(b) ?? 0))
  return {
    rows: rows.sort((a, b) => (place.get(a.caseId) ?? 0) - (place.get(b.caseId) ?? 0)),
    cases: left.length,
    all: inOrder(left),
    without: inOrder(without),
    name: suite.name,
  }
}

interface Grouped {
  recipe: RecipeRow
  parameters: Record<string, string>
  rows: (ScriptRow & { keys: string[] })[]
}

/** Scripts by the recipe that runs them and their parameters: one that several suites have runs once for the same parameters. */
function byRecipe(
  chosen: readonly { rows: ScriptRow[]; parameters: Record<string, string> }[],
  recipes: readonly RecipeRow[],
  notes: PlanNote[],
): Grouped[] {
  const groups = new Map<string, Grouped>()
  const seen = new Map<string, ScriptRow & { keys: string[] }>()
  const without = new Map<string, { framework: string; tree: string; scripts: Set<number> }>()
  const skipped = new Set<number>()
  const unsafe = new Set<string>()
  for (const { rows, parameters } of chosen)
    for (const row of rows) {
      if (!isSafePath(row.file)) {
        unsafe.add(row.file)
        continue
      }
      if (row.skipped) {
        skipped.add(row.scriptId)
        continue
      }
      const { framework, tree } = { framework: row.framework ?? '', tree: row.tree ?? '' }
      const recipe = recipes.find((one) => one.framework === framework && (one.tree === null || one.tree === tree))
      if (!recipe) {
        const key = `${framework}\n${tree}`
        const known = without.get(key) ?? { framework, tree, scripts: new Set() }
        known.scripts.add(row.scriptId)
        without.set(key, known)
        continue
      }
      const group = `${recipe.id} ${JSON.stringify(parameters)}`
      const known = seen.get(`${group} ${row.scriptId}`)
      const keys = row.key.split(',').filter((key) => key !== '')
      if (known) {
        known.keys.push(...keys.filter((key) => !known.keys.includes(key)))
        continue
      }
      const own = { ...row, keys }
      seen.set(`${group} ${row.scriptId}`, own)
      const all = groups.get(group) ?? { recipe, parameters, rows: [] }
      all.rows.push(own)
      groups.set(group, all)
    }
  for (const { framework, tree, scripts } of without.values()) notes.push({ code: 'noRecipe', framework, tree, count: scripts.size })
  if (unsafe.size > 0) notes.push({ code: 'unsafeFile', count: unsafe.size, examples: [...unsafe].slice(0, MOST_EXAMPLES) })
  if (skipped.size > 0) notes.push({ code: 'skippedInCode', count: skipped.size })
  return [...groups.values()]
}

/** Which profiles the tests of a framework run on, as the mapping rules of the project say. */
async function profileRules(db: Queryable, projectId: number): Promise<(framework: string) => string[]> {
  const rules = await rowsOf<MappingRule>(db, RULES, { projectId })
  return (framework) => profilesOf(framework, rules)
}

/** Whether tests run in a cell: those of a framework that has profiles of its own do not in one with another. What is left out is noted. */
const fitsCell =
  (cell: PlanCell, profiles: (framework: string) => string[], notes: PlanNote[]) =>
  ({ recipe: { framework }, rows }: Grouped): boolean => {
    const own = profiles(framework)
    if (cell.profile === null || own.length === 0 || own.includes(cell.profile)) return true
    const same = (note: PlanNote) => note.code === 'otherProfile' && note.framework === framework && note.cell === cell.profile
    if (!notes.some(same)) notes.push({ code: 'otherProfile', framework, profiles: own, cell: cell.profile, count: rows.length })
    return false
  }

/** Whether what a plan chose fits what its recipe declares; what is not run because of it is noted, with what may be chosen. */
const fitsParameters =
  (cell: PlanCell, notes: PlanNote[]) =>
  ({ recipe, parameters, rows }: Grouped): boolean => {
    const { unfit } = parameterVariables(recipe.parameters, { ...parameters, ...cell.parameters })
    for (const name of unfit) {
      const declared = recipe.parameters.find((one) => one.name === name)
      if (!notes.some((note) => note.code === 'parameter' && note.recipe === recipe.name && note.name === name))
        notes.push({ code: 'parameter', recipe: recipe.name, name, may: mayBe(declared), count: rows.length })
    }
    return unfit.length === 0
  }

const mayBe = (declared: RecipeParameter | undefined): string[] =>
  declared === undefined ? [] : declared.values.length > 0 ? [...declared.values] : [`/${declared.pattern ?? ''}/`]

/** What scripts in code took lately, by profile and as a whole (null): rows of a data-driven test together. */
async function timesOf(db: Queryable, projectId: number, heads: readonly number[]): Promise<Map<string | null, Map<number, number>>> {
  if (heads.length === 0) return new Map()
  const variants = await rowsOf<{ id: number; headId: number | null; profile: string | null }>(db, VARIANTS, { heads })
  const known = await expectedTimes(db, projectId, variants.map(({ id }) => id)) // prettier-ignore
  const times = new Map<string | null, Map<number, number>>([[null, new Map()]])
  for (const { id, headId, profile } of variants) {
    const ms = known.get(id)
    if (ms === undefined) continue
    const own = times.get(profile) ?? new Map<number, number>()
    own.set(headId ?? id, (own.get(headId ?? id) ?? 0) + ms)
    times.set(profile, own)
  }
  const whole = times.get(null) ?? new Map<number, number>()
  for (const [profile, own] of times)
    if (profile !== null) for (const [head, ms] of own) whole.set(head, Math.max(whole.get(head) ?? 0, ms))
  return times
}

/** One that nobody knows is taken to last as long as the median of its file, or of all. */
function withTimes(rows: Grouped['rows'], own: ReadonlyMap<number, number>, whole: ReadonlyMap<number, number>): PlannedTest[] {
  const timeOf = ({ scriptId }: ScriptRow) => own.get(scriptId) ?? whole.get(scriptId)
  const files = new Map<string, number[]>()
  for (const row of rows) {
    const ms = timeOf(row)
    if (ms !== undefined) files.set(row.file, [...(files.get(row.file) ?? []), ms])
  }
  const usual = medianOf([...files.values()].flat()) ?? UNKNOWN_MS
  return rows.map((row) => ({
    scriptId: row.scriptId,
    file: row.file,
    suites: row.suites,
    name: row.name,
    pattern: fullPattern(row),
    keys: row.keys,
    turn: 0,
    after: [],
    ms: timeOf(row) ?? medianOf(files.get(row.file) ?? []) ?? usual,
  }))
}

/** A regular expression for the full name of a test whose name, or suites, are made at run time. */
function fullPattern({ suites, name, pattern, suitePatterns }: ScriptRow): string | null {
  if (pattern === null && !suitePatterns) return null
  const plain = (text: string) => text.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')
  const inner = (text: string) => text.replace(/^\^|\$$/g, '')
  const parts = suites.map((suite, i) => inner(suitePatterns?.[i] || plain(suite)))
  return `^${[...parts, pattern === null ? plain(name) : inner(pattern)].join(' ')}$`
}

/** Which scripts run after which, as the cases say that they verify; and those of which a plan runs only one. */
interface Order {
  after: Map<number, number[]>
  /** Keys of cases that run after others which this plan does not run, or runs by another recipe. */
  apart: Set<string>
}

/** Scripts in code that scripts run after, by the cases that both verify. Binds: scripts. */
const AFTER = `
with tied as (
  select distinct coalesce(s.head_id, s.id) as script_id, l.case_id from link l join script s on s.id = l.script_id where l.state = 'active' and coalesce(s.head_id, s.id) = any($scripts::int[])
)
select distinct t.script_id as "scriptId", $prefix || '-' || c.number as key, coalesce(o.head_id, o.id) as "afterId"
from tied t join test_case c on c.id = t.case_id and c.runs_after <> '{}' cross join unnest(c.runs_after) as n (id)
join test_case b on b.id = n.id and b.deleted_at is null
left join link k on k.case_id = b.id and k.state = 'active' left join script o on o.id = k.script_id`

type AfterRow = { scriptId: number; key: string; afterId: number | null }

const afterOf = (db: Queryable, project: Project, scripts: readonly number[]): Promise<AfterRow[]> =>
  rowsOf<AfterRow>(db, AFTER, { scripts, prefix: project.keyPrefix })

/** Scripts that others run after, straight or through others, and that are not among them. */
async function neededBy(db: Queryable, project: Project, scripts: readonly number[]): Promise<ScriptRow[]> {
  const all = new Set(scripts)
  for (let open = [...all]; open.length > 0;) {
    const next = (await afterOf(db, project, open)).flatMap(({ afterId }) => (afterId === null || all.has(afterId) ? [] : [afterId]))
    for (const id of next) all.add(id)
    open = [...new Set(next)]
  }
  const needed = [...all].filter((id) => !scripts.includes(id))
  return needed.length === 0
    ? []
    : rowsOf<ScriptRow>(db, SCRIPTS_BY_ID, { projectId: project.id, scripts: needed, prefix: project.keyPrefix })
}

async function orderOf(db: Queryable, project: Project, grouped: readonly Grouped[]): Promise<Order> {
  const order: Order = { after: new Map(), apart: new Set() }
  const groupOf = new Map(grouped.flatMap((group, place) => group.rows.map(({ scriptId }) => [scriptId, place] as const)))
  for (const { scriptId, key, afterId } of await afterOf(db, project, [...groupOf.keys()])) {
    if (afterId === null || groupOf.get(afterId) !== groupOf.get(scriptId)) order.apart.add(key)
    else if (afterId !== scriptId) order.after.set(scriptId, [...(order.after.get(scriptId) ?? []), afterId])
  }
  return order
}

/** Tests with the turn that each runs in, and those that stay together. */
function ordered(tests: readonly PlannedTest[], { after }: Order, byFile: boolean): { tests: PlannedTest[]; units: number[][] } {
  const units = unitsOf(tests, byFile)
  const placeOf = new Map(tests.map(({ scriptId }, place) => [scriptId, place]))
  const needs = tests.map(({ scriptId }) => after.get(scriptId) ?? [])
  if (needs.every((own) => own.length === 0)) return { tests: [...tests], units }
  const { units: joined, turns } = inOrder(
    units,
    needs.map((own) => own.flatMap((id) => placeOf.get(id) ?? [])),
  )
  return { tests: tests.map((test, place) => ({ ...test, turn: turns[place] ?? 0, after: needs[place] ?? [] })), units: joined }
}

function unitsOf(tests: readonly PlannedTest[], byFile: boolean): number[][] {
  if (!byFile) return tests.map((_, i) => [i])
  const files = new Map<string, number[]>()
  tests.forEach(({ file }, i) => files.set(file, [...(files.get(file) ?? []), i]))
  return [...files.values()]
}

const msOf = (bundle: Bundle, unit: readonly number[]): number => unit.reduce((sum, i) => sum + (bundle.tests[i]?.ms ?? 0), 0)

/** What the forecast asks of a bundle. */
export const loadOf = (bundle: Bundle, cell: number, shards: number | null): Load => ({
  cell,
  name: bundle.recipe.name,
  needs: needsOf(bundle),
  units: bundle.units.map((unit) => msOf(bundle, unit)),
  most: shards,
  setupMs: 0,
})

export const needsOf = ({ recipe, cell }: Pick<Bundle, 'recipe' | 'cell'>) => ({
  labels: recipe.labels,
  profile: cell.profile,
  poolId: cell.poolId,
})

/** The tests of a bundle as so many parts, each with the order in which its suite has them. */
export function sharesOf(bundle: Bundle, machines: number, split: PlanSettings['split']): PlannedTest[][] {
  const units = bundle.units.map((unit) => ({ time: msOf(bundle, unit) }))
  const many = Math.max(1, Math.min(machines, units.length))
  const { shares } = split === 'count' ? splitByCount(units, many) : splitByTime(units, many)
  return shares
    .map((share) => share.flatMap((unit) => bundle.units[unit] ?? []).sort((a, b) => a - b))
    .filter((share) => share.length > 0)
    .map((share) => share.flatMap((i) => bundle.tests[i] ?? []))
}
