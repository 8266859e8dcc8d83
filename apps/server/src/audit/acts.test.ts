import { type ActKind, emptyDraft, isActKind, passRest } from '@bobbin/core'
import type {
  ActList,
  ActRow,
  ActUndone,
  AreaNode,
  AssignmentDetail,
  CaseChange,
  CaseEdited,
  MadeInvitation,
  MadeToken,
  Source,
} from '@bobbin/client'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SourcesService } from '../sources/index.js'
import { environmentDto, planDto, recipeDto } from '../testing/plans.js'
import { type AsPerson, resultFile, seedCase, TestApp, TOKEN } from '../testing/test-app.js'

let bobbin: TestApp
let ask: AsPerson
let folder: string
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'bobbin-source-'))
  writeFileSync(join(folder, 'report.xml'), resultFile(['brought']))
  bobbin = await TestApp.start([seedCase(101, 'Axle limit'), seedCase(102, 'Height limit')], {
    sourceFolders: [folder],
    // sources are looked into when a test says so: the background would come between
    beforeListening: (app) => {
      app.get(SourcesService).fetchDue = () => Promise.resolve(false)
    },
  })
  ask = await bobbin.person()
})
afterAll(async () => {
  await bobbin.stop()
  rmSync(folder, { recursive: true })
})

const newest = async (): Promise<number> =>
  (await bobbin.ask<{ id: number }>('select coalesce(max(id), 0)::int as id from act'))[0]?.id ?? 0
interface Written {
  id: number
  kind: ActKind
  actor: string
  account_id: number | null
  subject_kind: string
  subjects: string[]
  project_id: number | null
}
const since = (id: number) => bobbin.ask<Written>(`select * from act where id > ${id} order by id`)

/** Asks as a person outside of any project. */
async function outside(method: string, path: string, body?: unknown, cookie?: string): Promise<Response> {
  const answer = await fetch(`${bobbin.url}/api${path}`, {
    method,
    headers: { ...(body !== undefined && { 'content-type': 'application/json' }), ...(cookie && { cookie }) },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  })
  if (!answer.ok) throw new Error(`${path} answered ${answer.status} ${await answer.text()}`)
  return answer
}

interface Step {
  kind: ActKind
  actor?: 'person' | 'token'
  /** Does what the route does, whatever it needs being there. */
  act: () => Promise<unknown>
}

const table = (text: string) => {
  const form = new FormData()
  form.append('file', new Blob([text]), 'cases.csv')
  return form
}
const source = (name: string) => ({
  name,
  kind: 'folder',
  address: folder,
  pipeline: 'p',
  branch: 'main',
  environment: 'e',
  build: null,
  everySeconds: 3600,
})
let area: AreaNode
let edited: CaseEdited
let made: MadeToken
let invited: MadeInvitation
let watched: Source
let deliveryId: number
let runId: number
let secret: string
let feed: { id: number; runId: number }
const scriptId = async () => (await bobbin.ask<{ id: number }>('select id from script order by id limit 1'))[0]?.id ?? 0
const memberId = async (name: string) => (await bobbin.ask<{ id: number }>(`select id from account where name = '${name}'`))[0]?.id ?? 0
const idIn = async (table: string) => (await bobbin.ask<{ id: number }>(`select max(id) as id from ${table}`))[0]?.id ?? 0
/** Two causes, once. */
async function causeId(): Promise<number> {
  const [known] = await bobbin.ask<{ id: number }>('select min(id) as id from failure_group where merged_into_id is null')
  if (known?.id) return known.id
  await bobbin.deliver(
    resultFile([
      { name: 'red', fails: 'voucher of the harbour has expired' },
      { name: 'other', fails: 'manifest total differs by one' },
    ]),
    {
      build: '7',
    },
  )
  mark = await newest()
  return causeId()
}
const unreadMention = () =>
  bobbin.ask(
    `insert into mention (comment_id, account_id) select max(id), (select id from account where name = 'runa') from comment on conflict (comment_id, account_id) do update set read_at = null`,
  )
const rule = (name: string) => ({ name, own: true, events: ['mention'], channel: 'mail', zone: 'UTC', paused: false })
const place = { pipeline: 'fare-desk-web', branch: 'main', environment: 'pier-test' }

/** Every route that changes something, in an order in which each finds what it needs. */
const STEPS: Record<string, Step> = {
  'POST /areas': { kind: 'area.made', act: async () => (area = await ask<AreaNode>('POST', '/areas', { name: 'Gate scanner' })) },
  'PATCH /areas/:id': { kind: 'area.changed', act: () => ask('PATCH', `/areas/${area.id}`, { name: 'Gate' }) },
  'DELETE /areas/:id': { kind: 'area.deleted', act: () => ask('DELETE', `/areas/${area.id}`) },
  'POST /cases': { kind: 'case.made', act: async () => (edited = await ask<CaseEdited>('POST', '/cases', { title: 'One' })) },
  'PATCH /cases/:key': {
    kind: 'case.changed',
    act: () => ask('PATCH', `/cases/${edited.case.key}`, { version: edited.case.version, title: 'Two' }),
  },
  'POST /cases/from-template': { kind: 'case.made', act: () => ask('POST', '/cases/from-template', { template: 'forms', places: [0] }) },
  'POST /cases/outline': { kind: 'case.made', act: () => ask('POST', '/cases/outline', { text: 'Three\nFour' }) },
  'POST /cases/bulk': { kind: 'case.changed', act: () => ask('POST', '/cases/bulk', { keys: ['FERRY-101'], set: { priority: 4 } }) },
  'POST /cases/delete': { kind: 'case.deleted', act: () => ask('POST', '/cases/delete', { keys: [edited.case.key] }) },
  'POST /case-tables': { kind: 'case.imported', act: () => ask('POST', '/case-tables', table('Key,Title\n,Imported')) },
  'POST /acts/:id/undo': {
    kind: 'act.undone',
    act: async () =>
      ask(
        'POST',
        `/acts/${(await bobbin.ask<{ id: number }>(`select max(id)::int as id from act where kind = 'case.deleted'`))[0]?.id}/undo`,
      ),
  },
  'POST /deliveries': {
    kind: 'delivery.sent',
    actor: 'token',
    act: async () => {
      const report = await bobbin.deliver(resultFile(['one', 'two']))
      deliveryId = report.deliveryId
      runId = report.run?.id ?? 0
    },
  },
  'POST /deliveries/:id/move': {
    kind: 'delivery.moved',
    act: () => ask('POST', `/deliveries/${deliveryId}/move`, { ...place, build: '2' }),
  },
  'POST /deliveries/:id/files/:file/reading': {
    kind: 'delivery.readAgain',
    act: async () => {
      const [file] = await bobbin.ask<{ id: number }>(`select id from result_file where delivery_id = ${deliveryId}`)
      return ask('POST', `/deliveries/${deliveryId}/files/${file?.id}/reading`)
    },
  },
  'PUT /scripts/:id/links/:key': { kind: 'link.made', act: async () => ask('PUT', `/scripts/${await scriptId()}/links/FERRY-101`) },
  'DELETE /scripts/:id/links/:key': {
    kind: 'link.removed',
    act: async () => ask('DELETE', `/scripts/${await scriptId()}/links/FERRY-101`),
  },
  'POST /scans/:id/finish': {
    kind: 'scan.finished',
    act: async () => {
      const { id } = await ask<{ id: number }>('POST', '/scans', { tree: 'core', branch: 'main', files: 0 })
      return ask('POST', `/scans/${id}/finish`, { tests: 0, unread: [] })
    },
  },
  'PUT /failures/:id/cause': {
    kind: 'failure.decided',
    act: async () => ask('PUT', `/failures/${await causeId()}/cause`, { cause: 'data' }),
  },
  'PUT /failures/:id/assignee': {
    kind: 'failure.given',
    act: async () => ask('PUT', `/failures/${await causeId()}/assignee`, { accountId: await memberId('runa') }),
  },
  'POST /failures/:id/resolve': {
    kind: 'failure.resolved',
    act: async () => ask('POST', `/failures/${await causeId()}/resolve`, { note: 'mended' }),
  },
  'POST /failures/:id/reopen': { kind: 'failure.reopened', act: async () => ask('POST', `/failures/${await causeId()}/reopen`) },
  'POST /failures/:id/mute': {
    kind: 'mute.made',
    act: async () => ask('POST', `/failures/${await causeId()}/mute`, { untilBuild: '900', reason: 'waits' }),
  },
  'DELETE /mutes/:id': { kind: 'mute.ended', act: async () => ask('DELETE', `/mutes/${await idIn('mute')}`) },
  'POST /mutes': {
    kind: 'mute.made',
    act: async () => ask('POST', '/mutes', { scriptId: await scriptId(), untilBuild: '900', reason: '' }),
  },
  'POST /failures/:id/merge': {
    kind: 'failure.merged',
    act: async () => ask('POST', `/failures/${await causeId()}/merge`, { ids: [await idIn('failure_group')] }),
  },
  'POST /failures/:id/split': {
    kind: 'failure.split',
    act: async () => ask('POST', `/failures/${await causeId()}/split`, { signatures: [await idIn('signature')] }),
  },
  'POST /quarantine': {
    kind: 'quarantine.made',
    act: async () => ask('POST', '/quarantine', { scriptIds: [await scriptId()], reason: 'shaky', passes: 5 }),
  },
  'DELETE /quarantine/:id': { kind: 'quarantine.ended', act: async () => ask('DELETE', `/quarantine/${await idIn('quarantine')}`) },
  'POST /comments': {
    kind: 'comment.made',
    act: async () => ask('POST', '/comments', { kind: 'failure', subject: String(await causeId()), text: 'I look at it' }),
  },
  'PATCH /comments/:id': {
    kind: 'comment.edited',
    act: async () => ask('PATCH', `/comments/${await idIn('comment')}`, { text: '@olaf looks' }),
  },
  'PUT /follows': {
    kind: 'comment.unfollowed',
    act: async () => ask('PUT', '/follows', { kind: 'failure', subject: String(await causeId()), on: false }),
  },
  'POST /mine/read': {
    kind: 'comment.read',
    act: async () => {
      await unreadMention()
      return ask('POST', '/mine/read')
    },
  },
  'POST /mine/read/:id': {
    kind: 'comment.read',
    act: async () => {
      await unreadMention()
      return ask('POST', `/mine/read/${await idIn('comment')}`)
    },
  },
  'DELETE /comments/:id': { kind: 'comment.deleted', act: async () => ask('DELETE', `/comments/${await idIn('comment')}`) },
  'POST /notifications/rules': { kind: 'notificationRule.made', act: () => ask('POST', '/notifications/rules', rule('Mine')) },
  'PUT /notifications/rules/:id': {
    kind: 'notificationRule.changed',
    act: async () => ask('PUT', `/notifications/rules/${await idIn('notification_rule')}`, rule('All of mine')),
  },
  'DELETE /notifications/rules/:id': {
    kind: 'notificationRule.deleted',
    act: async () => ask('DELETE', `/notifications/rules/${await idIn('notification_rule')}`),
  },
  'POST /scripts/decisions': {
    kind: 'script.decided',
    act: async () => ask('POST', '/scripts/decisions', { scripts: [await scriptId()], decision: 'make' }),
  },
  'POST /mapping/decisions': {
    kind: 'link.decided',
    act: async () => ask('POST', '/mapping/decisions', { decisions: [{ script: await scriptId(), case: 'FERRY-101', verdict: 'accept' }] }),
  },
  'PUT /mapping/rules': {
    kind: 'project.rulesChanged',
    act: () => ask('PUT', '/mapping/rules', { rules: [{ kind: 'area', from: 'deck/**', to: 'Deck planner' }] }),
  },
  'POST /mapping/reviews': { kind: 'link.reviewed', act: async () => ask('POST', '/mapping/reviews', { scripts: [await scriptId()] }) },
  'PUT /runs/:id/keep': {
    kind: 'run.kept',
    act: async () => {
      runId = (await bobbin.ask<{ id: number }>('select id from run order by id desc limit 1'))[0]?.id ?? 0
      return ask('PUT', `/runs/${runId}/keep`)
    },
  },
  'DELETE /runs/:id/keep': { kind: 'run.released', act: () => ask('DELETE', `/runs/${runId}/keep`) },
  'POST /deliveries/:id/undo': { kind: 'delivery.undone', act: () => ask('POST', `/deliveries/${deliveryId}/undo`) },
  'POST /deliveries/:id/retry': {
    kind: 'delivery.retried',
    act: async () => {
      await bobbin.ask(`update delivery set state = 'failed', asked = '{}' where id = ${deliveryId}`)
      return ask('POST', `/deliveries/${deliveryId}/retry`)
    },
  },
  'POST /feeds': {
    kind: 'feed.opened',
    actor: 'token',
    act: async () =>
      (feed = await bobbin.send('post', '/feeds', {
        ...place,
        build: '9',
        key: '5b2f9f64-6f0b-4a39-9a7e-2f1d3c4b5a69',
        name: 'live',
        framework: 'vitest',
      })),
  },
  'POST /runs/:id/stop': { kind: 'run.stopAsked', act: () => ask('POST', `/runs/${feed.runId}/stop`) },
  'DELETE /runs/:id/stop': { kind: 'run.stopTakenBack', act: () => ask('DELETE', `/runs/${feed.runId}/stop`) },
  'POST /profiles': { kind: 'profile.made', act: () => ask('POST', '/profiles', { name: 'phone' }) },
  'PUT /profiles/:id': { kind: 'profile.changed', act: async () => ask('PUT', `/profiles/${await idIn('profile')}`, { name: 'tablet' }) },
  'DELETE /profiles/:id': { kind: 'profile.deleted', act: async () => ask('DELETE', `/profiles/${await idIn('profile')}`) },
  'POST /environments': {
    kind: 'environment.made',
    act: () => ask('POST', '/environments', environmentDto('open-water', { protected: true })),
  },
  'PUT /environments/:id': {
    kind: 'environment.changed',
    act: async () =>
      ask('PUT', `/environments/${await idIn('environment')}`, environmentDto('open-water', { protected: true, runAs: 'robot' })),
  },
  'PUT /environments/:id/secrets/:name': {
    kind: 'environment.secretSet',
    act: async () => ask('PUT', `/environments/${await idIn('environment')}/secrets/WORD`, { value: 'open-sesame' }),
  },
  'DELETE /environments/:id/secrets/:name': {
    kind: 'environment.secretRemoved',
    act: async () => ask('DELETE', `/environments/${await idIn('environment')}/secrets/WORD`),
  },
  'PUT /environments/:id/opening': {
    kind: 'environment.opened',
    act: async () => ask('PUT', `/environments/${await idIn('environment')}/opening`, { minutes: 5, reason: 'a drill' }),
  },
  'DELETE /environments/:id/opening': {
    kind: 'environment.closed',
    act: async () => ask('DELETE', `/environments/${await idIn('environment')}/opening`),
  },
  'DELETE /environments/:id': { kind: 'environment.deleted', act: async () => ask('DELETE', `/environments/${await idIn('environment')}`) },
  'POST /releases': { kind: 'release.made', act: () => ask('POST', '/releases', { name: '4.2', state: 'open', note: '' }) },
  'PUT /releases/:id': {
    kind: 'release.changed',
    act: async () => ask('PUT', `/releases/${await idIn('release')}`, { name: '4.3', state: 'closed', note: '' }),
  },
  'DELETE /releases/:id': { kind: 'release.deleted', act: async () => ask('DELETE', `/releases/${await idIn('release')}`) },
  'POST /suites': { kind: 'suite.made', act: () => ask('POST', '/suites', { folder: '', name: 'Smoke', note: '' }) },
  'PUT /suites/:id': {
    kind: 'suite.changed',
    act: async () => ask('PUT', `/suites/${await idIn('suite')}`, { folder: 'Daily', name: 'Smoke', note: '' }),
  },
  'POST /suites/:id/cases': {
    kind: 'suite.changed',
    act: async () => ask('POST', `/suites/${await idIn('suite')}/cases`, { keys: ['FERRY-101'] }),
  },
  'PUT /suites/:id/cases': {
    kind: 'suite.changed',
    act: async () => ask('PUT', `/suites/${await idIn('suite')}/cases`, { keys: ['FERRY-102'] }),
  },
  'POST /suites/:id/snapshot': { kind: 'suite.updated', act: async () => ask('POST', `/suites/${await idIn('suite')}/snapshot`) },
  'POST /recipes': { kind: 'recipe.made', act: () => ask('POST', '/recipes', recipeDto()) },
  'PUT /recipes/:id': {
    kind: 'recipe.changed',
    act: async () => ask('PUT', `/recipes/${await idIn('recipe')}`, recipeDto({ limitMinutes: 9 })),
  },
  'DELETE /recipes/:id': { kind: 'recipe.deleted', act: async () => ask('DELETE', `/recipes/${await idIn('recipe')}`) },
  'POST /boards': { kind: 'board.made', act: () => ask('POST', '/boards', { name: 'Morning', ...A_BOARD }) },
  'PUT /boards/:id': {
    kind: 'board.changed',
    act: async () => ask('PUT', `/boards/${await idIn('board')}`, { name: 'Evening', ...A_BOARD }),
  },
  'POST /boards/:id/wall': { kind: 'board.opened', act: async () => ask('POST', `/boards/${await idIn('board')}/wall`) },
  'DELETE /boards/:id/wall': { kind: 'board.closed', act: async () => ask('DELETE', `/boards/${await idIn('board')}/wall`) },
  'DELETE /boards/:id': { kind: 'board.deleted', act: async () => ask('DELETE', `/boards/${await idIn('board')}`) },
  'POST /requirements': {
    kind: 'requirement.made',
    act: () => ask('POST', '/requirements', { key: 'TIDE-31', name: 'Loads are refused' }),
  },
  'PUT /requirements/:id': {
    kind: 'requirement.changed',
    act: async () => ask('PUT', `/requirements/${await idIn('requirement')}`, { name: 'Loads over the limit are refused' }),
  },
  'PUT /requirements/:id/cases': {
    kind: 'requirement.tied',
    act: async () => ask('PUT', `/requirements/${await idIn('requirement')}/cases`, { add: ['FERRY-101'], remove: [] }),
  },
  'POST /requirements/lines': {
    kind: 'requirement.imported',
    act: () => ask('POST', '/requirements/lines', { rows: [{ key: 'TIDE-31', name: 'Reworded' }, { key: 'TIDE-32', name: 'New' }] }), // prettier-ignore
  },
  'DELETE /requirements/:id': { kind: 'requirement.deleted', act: async () => ask('DELETE', `/requirements/${await idIn('requirement')}`) },
  'POST /pools': { kind: 'pool.made', act: () => ask('POST', '/pools', { name: 'quay', ...NO_POOL }) },
  'PUT /pools/:id': { kind: 'pool.changed', act: async () => ask('PUT', `/pools/${await idIn('pool')}`, { name: 'pier', ...NO_POOL }) },
  'DELETE /pools/:id': { kind: 'pool.deleted', act: async () => ask('DELETE', `/pools/${await idIn('pool')}`) },
  'POST /handoffs': {
    kind: 'handoff.made',
    act: () => ask('POST', '/handoffs', { name: 'ci', url: 'http://ci.example/', template: '{}' }),
  },
  'PUT /handoffs/:id': {
    kind: 'handoff.changed',
    act: async () => ask('PUT', `/handoffs/${await idIn('handoff')}`, { name: 'ci', url: 'http://ci.example/2', template: '{}' }),
  },
  'DELETE /handoffs/:id': { kind: 'handoff.deleted', act: async () => ask('DELETE', `/handoffs/${await idIn('handoff')}`) },
  'POST /plans': { kind: 'plan.made', act: async () => ask('POST', '/plans', planDto([await idIn('suite')], [await idIn('environment')])) },
  'PUT /plans/:id': {
    kind: 'plan.changed',
    act: async () =>
      ask('PUT', `/plans/${await idIn('plan')}`, planDto([await idIn('suite')], [await idIn('environment')], { retries: 2 })),
  },
  'POST /plans/:id/start': { kind: 'start.made', act: async () => ask('POST', `/plans/${await idIn('plan')}/start`, {}) },
  'POST /plans/:id/copy': { kind: 'plan.made', act: async () => ask('POST', `/plans/${await idIn('plan')}/copy`) },
  'DELETE /plans/:id': { kind: 'plan.deleted', act: async () => ask('DELETE', `/plans/${await idIn('plan')}`) },
  'POST /suites/:id/copy': { kind: 'suite.made', act: async () => ask('POST', `/suites/${await idIn('suite')}/copy`) },
  'DELETE /suites/:id': { kind: 'suite.deleted', act: async () => ask('DELETE', `/suites/${await idIn('suite')}`) },
  'POST /recount': { kind: 'sums.recounted', actor: 'token', act: () => bobbin.send('post', '/recount') },
  'POST /views': { kind: 'view.saved', act: () => ask('POST', '/views', { page: 'cases', name: 'Mine', params: 'q=x' }) },
  'DELETE /views/:id': {
    kind: 'view.removed',
    act: async () => ask('DELETE', `/views/${(await bobbin.ask<{ id: number }>('select id from saved_view'))[0]?.id}`),
  },
  'PATCH /projects/:project': { kind: 'project.changed', act: () => ask('PATCH', '', { keepDetailsDays: 45 }) },
  'POST /space/forgetting': { kind: 'details.deleted', act: () => ask('POST', '/space/forgetting') },
  'POST /tokens': {
    kind: 'token.made',
    act: async () => (made = await ask<MadeToken>('POST', '/tokens', { name: 'CI', scope: 'deliver' })),
  },
  'DELETE /tokens/:id': { kind: 'token.revoked', act: () => ask('DELETE', `/tokens/${made.token.id}`) },
  'POST /sources': { kind: 'source.added', act: async () => (watched = await ask<Source>('POST', '/sources', source('Folder'))) },
  'PUT /sources/:id': { kind: 'source.changed', act: () => ask('PUT', `/sources/${watched.id}`, source('Renamed')) },
  'PATCH /sources/:id': { kind: 'source.paused', act: () => ask('PATCH', `/sources/${watched.id}`, { paused: true }) },
  'DELETE /sources/:id': { kind: 'source.removed', act: () => ask('DELETE', `/sources/${watched.id}`) },
  'POST /invitations': {
    kind: 'invitation.made',
    act: async () => (invited = await ask<MadeInvitation>('POST', '/invitations', { email: 'eira@gullhaven.example' })),
  },
  'POST /api/invitations/accept': {
    kind: 'member.joined',
    act: () =>
      outside('POST', '/invitations/accept', {
        secret: invited.secret,
        account: { name: 'eira', kind: 'tester', password: 'low tide at nine' },
      }),
  },
  'PATCH /members/:id': {
    kind: 'member.roleChanged',
    act: async () => ask('PATCH', `/members/${await memberId('eira')}`, { role: 'lead' }),
  },
  'DELETE /members/:id': { kind: 'member.removed', act: async () => ask('DELETE', `/members/${await memberId('eira')}`) },
  'POST /roles': { kind: 'role.made', act: () => ask('POST', '/roles', { name: 'Crew', rights: ['run'] }) },
  'PUT /roles/:id': {
    kind: 'role.changed',
    act: async () => ask('PUT', `/roles/${await idIn('role')}`, { name: 'Crew', rights: ['link'] }),
  },
  'POST /assignments': {
    kind: 'assignment.made',
    act: async () => {
      const { cases } = await ask<AssignmentDetail>('POST', '/assignments', byHand)
      doing = cases[0]?.id ?? 0
    },
  },
  'PUT /assignments/:id': {
    kind: 'assignment.changed',
    act: async () => ask('PUT', `/assignments/${await idIn('assignment')}`, { dueAt: '2030-01-01T12:00:00Z' }),
  },
  'PUT /assigned-cases/person': {
    kind: 'assignment.handedOn',
    act: () => ask('PUT', '/assigned-cases/person', { cases: [doing], accountId: null }),
  },
  'POST /assigned-cases/:id/take': { kind: 'assignment.taken', act: () => ask('POST', `/assigned-cases/${doing}/take`) },
  'POST /assigned-cases/:id/finish': {
    kind: 'assignment.done',
    act: () => ask('POST', `/assigned-cases/${doing}/finish`, { version: 0, draft: passRest(emptyDraft(1), 1) }),
  },
  'POST /assigned-cases/:id/again': { kind: 'assignment.again', act: () => ask('POST', `/assigned-cases/${doing}/again`) },
  'POST /assignments/:id/close': {
    kind: 'assignment.closed',
    act: async () => ask('POST', `/assignments/${await idIn('assignment')}/close`, { why: 'tried' }),
  },
  'POST /sign-offs': {
    kind: 'signOff.made',
    act: async () => {
      const [assignment] = await bobbin.ask<{ id: number }>('select run_id as id from assignment order by id desc limit 1')
      return ask('POST', '/sign-offs', { runId: assignment?.id, words: 'Good to sail' })
    },
  },
  'POST /sign-offs/:id/reopen': {
    kind: 'signOff.reopened',
    act: async () => ask('POST', `/sign-offs/${await idIn('sign_off')}/reopen`, { why: 'one more case' }),
  },
  'DELETE /roles/:id': { kind: 'role.deleted', act: async () => ask('DELETE', `/roles/${await idIn('role')}`) },
  'POST /teams': { kind: 'team.made', act: () => ask('POST', '/teams', { name: 'Deck', folders: [], members: [1], areas: [] }) },
  'PUT /teams/:id': {
    kind: 'team.changed',
    act: async () => ask('PUT', `/teams/${await idIn('team')}`, { name: 'Deck', folders: [], members: [], areas: [] }),
  },
  'DELETE /teams/:id': { kind: 'team.deleted', act: async () => ask('DELETE', `/teams/${await idIn('team')}`) },
  'DELETE /invitations/:id': {
    kind: 'invitation.withdrawn',
    act: async () => {
      const { invitation } = await ask<MadeInvitation>('POST', '/invitations', { email: 'bo@gullhaven.example' })
      mark = await newest()
      return ask('DELETE', `/invitations/${invitation.id}`)
    },
  },
  'POST /api/projects': {
    kind: 'project.made',
    act: async () => outside('POST', '/projects', { slug: 'second', name: 'Second', keyPrefix: 'SEC' }, await cookie()),
  },
  'PATCH /api/server/accounts/:id': {
    kind: 'account.rightsChanged',
    act: async () => outside('PATCH', `/server/accounts/${await memberId('eira')}`, { makesProjects: true }, await cookie()),
  },
  'PATCH /api/server/projects/:id': {
    kind: 'project.sourcesAllowed',
    act: async () => outside('PATCH', '/server/projects/1', { folders: [folder], hosts: ['pier.example'] }, await cookie()),
  },
  'POST /api/server/accounts/:id/reset-link': {
    kind: 'account.resetLinkMade',
    act: async () => {
      const answer = await outside('POST', `/server/accounts/${await memberId('eira')}/reset-link`, undefined, await cookie())
      secret = ((await answer.json()) as { secret: string }).secret
    },
  },
  'POST /api/password-resets/accept': {
    kind: 'account.passwordReset',
    act: () => outside('POST', '/password-resets/accept', { secret, password: 'eleven wet ropes' }),
  },
  'POST /api/session': { kind: 'account.signedIn', act: () => bobbin.signIn('runa@gullhaven.example') },
  'DELETE /api/session': { kind: 'account.signedOut', act: async () => outside('DELETE', '/session', undefined, await cookie()) },
  'DELETE /api/sessions/:id': {
    kind: 'account.sessionsEnded',
    act: async () => {
      const own = await cookie()
      const [other] = await bobbin.ask<{ id: number }>('select min(id) as id from session where account_id = 1 and id > 1')
      return outside('DELETE', `/sessions/${other?.id}`, undefined, own)
    },
  },
  'PUT /api/session/password': {
    kind: 'account.passwordChanged',
    act: async () =>
      outside('PUT', '/session/password', { current: 'gullhaven', next: 'seven grey gulls', endTokens: false }, await bobbinCookie('olav')),
  },
  'DELETE /api/sessions': { kind: 'account.sessionsEnded', act: async () => outside('DELETE', '/sessions', undefined, await cookie()) },
}

const byHand = {
  name: 'By hand',
  keys: ['FERRY-101'],
  people: [1],
  inOrder: false,
  pipeline: 'by hand',
  branch: 'main',
  build: '1',
  environment: 'pier-test',
}
let doing = 0

const A_BOARD = { shared: false, lens: {}, tiles: [{ kind: 'runs', wide: true }] }
const NO_POOL = { costPerMinute: 0.1, closed: [], idleMinutes: 10, confirmed: false }

/** What was there before the act that is looked at: signing in is an act itself. */
let mark = 0
async function bobbinCookie(name: string): Promise<string> {
  const own = await bobbin.signIn(`${name}@gullhaven.example`)
  mark = await newest()
  return own
}
const cookie = () => bobbinCookie('runa')

/** Routes that change nothing that anybody made, each with the reason; and the one that needs a server of its own. */
const NO_ACT: Record<string, string> = {
  'POST /brief/looks': 'notes that somebody looked; nothing that somebody made changes',
  'POST /environments/:id/probe': 'asks, and keeps what was said; nothing that somebody made changes',
  'PUT /assigned-cases/:id/draft': 'belongs to the act that ends the case, as the results of a delivery to its sending',
  'POST /assigned-cases/:id/files': 'belongs to the act that ends the case',
  'DELETE /assigned-cases/:id/files/:file': 'belongs to the act that ends the case',
  'POST /assigned-cases/:id/defect': 'tried in manual.test.ts: assignment.defect',
  'POST /starts/:id/stop': 'tried in plans.test.ts: start.stopped',
  'POST /parts/:id/stop': 'tried in plans.test.ts: part.stopped',
  'POST /runs/:id/rerun': 'tried in agent.test.ts: start.made',
  'POST /agents': 'tried in plans.test.ts: agent.registered',
  'PUT /agents/:id': 'tried in plans.test.ts: agent.changed',
  'DELETE /agents/:id': 'tried in plans.test.ts: agent.removed',
  'POST /agents/:id/work': 'gives work away, which belongs to the act of its start',
  'POST /parts/:id/log': 'belongs to the act that ends the part',
  'POST /parts/:id/end': 'tried in plans.test.ts: part.ended',
  'POST /case-tables/preview': 'stores nothing',
  'POST /sources/look': 'stores nothing',
  'POST /sources/:id/look': 'stores nothing',
  'POST /space/measurement': 'measures',
  'POST /scans': 'belongs to the act that finishes the scan',
  'POST /scans/:id/tests': 'belongs to the act that finishes the scan',
  'POST /mapping/suggestions': 'computes; nothing that somebody made changes',
  'POST /mapping/rules/preview': 'stores nothing',
  'POST /mapping/pushes': 'tried in mapping.test.ts: case.pushed',
  'POST /mapping/alike/:id/different': 'tried in mapping.test.ts: case.different',
  'POST /mapping/splits': 'tried in scans.test.ts: script.split',
  'POST /mapping/renames/:id': 'tried in mapping.test.ts: script.joined and script.parted',
  'POST /api/invitations/look': 'stores nothing',
  'POST /feeds/:id/batches': 'belongs to the act that opened the feed, as the results of a delivery to its sending',
  'POST /feeds/:id/close': 'belongs to the act that opened the feed',
  'POST /sources/:id/fetch': 'tried in sources.test.ts, and below',
  'POST /api/server/jobs/:id/retry': 'tried in jobs.test.ts: job.retried',
  'POST /api/password-resets/look': 'stores nothing',
  'POST /api/password-resets': 'sends mail, and tells nobody whether; tried in password-reset.test.ts',
  'PUT /tracker': 'tried in defects.test.ts: tracker.set',
  'DELETE /tracker': 'tried in defects.test.ts: tracker.removed',
  'POST /tracker/test': 'tried in defects.test.ts: tracker.tested',
  'POST /failures/:id/defect': 'tried in defects.test.ts: failure.defectLinked',
  'PUT /failures/:id/defect': 'tried in defects.test.ts: failure.defectLinked',
  'PUT /failures/:id/expected': 'tried in defects.test.ts: failure.expected',
  'PUT /defects/:id/state': 'tried in defects.test.ts: defect.changed',
  'POST /defects/:id/look': 'tried in defects.test.ts: defect.asked',
  'POST /api/tracker-hooks/:hook': 'tried in defects.test.ts: defect.told, by the tracker',
  'POST /failures/:id/rerun': 'tried in rerun.test.ts: start.made',
  'POST /notifications/rules/:id/test': 'tried in notifications.test.ts: notificationRule.tried',
  'POST /api/first-run': 'tried with an empty database in access.test.ts: project.made',
}

interface Layer {
  route?: { path: string; methods: Record<string, boolean> }
}

describe('the change log', () => {
  it('knows every route that changes something', () => {
    const { stack } = (bobbin.app.getHttpAdapter().getInstance() as unknown as { router: { stack: Layer[] } }).router
    const routes = stack
      .flatMap(({ route }) => (route ? Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${route.path}`) : []))
      .filter((route) => route.includes(' /api/') && !/^(GET|HEAD) /.test(route))
      .map((route) => (/ \/api\/projects\/:project\//.test(route) ? route.replace('/api/projects/:project', '') : route))
      .map((route) => route.replace(' /api/projects/:project', ' /projects/:project'))
    expect(routes.length).toBeGreaterThan(40)
    expect(routes.filter((route) => !(route in STEPS) && !(route in NO_ACT))).toEqual([])
    expect([...Object.keys(STEPS), ...Object.keys(NO_ACT)].filter((route) => !routes.includes(route))).toEqual([])
  })

  it.each(Object.entries(STEPS))('has exactly one row for %s', async (_, { kind, actor = 'person', act }) => {
    mark = await newest()
    await act()
    // a source may be looked into by itself meanwhile
    const written = (await since(mark)).filter((row) => row.actor !== 'system')
    expect(written.map((row) => [row.kind, row.actor])).toEqual([[kind, actor]])
    const [row] = written
    expect(isActKind(row?.kind ?? '')).toBe(true)
    expect(row?.account_id).not.toBeNull()
    expect(row?.subjects.length).toBeGreaterThan(0)
  })

  it('has one row for looking into a source by hand, and one for what that brought, in the name of its maker', async () => {
    ask = await bobbin.person()
    const { id } = await ask<Source>('POST', '/sources', source('Again'))
    const before = await newest()
    await ask('POST', `/sources/${id}/fetch`)
    expect((await since(before)).map((row) => `${row.actor} ${row.kind}`)).toEqual(['person source.checked', 'system delivery.sent'])
  })

  it('is neither changed nor deleted, but by the rule how long it is kept', async () => {
    for (const statement of [`update act set kind = 'x'`, 'delete from act', 'truncate act'])
      await expect(bobbin.ask(statement)).rejects.toMatchObject({ code: 'BB060' })
  })

  it('has no row of what was refused', async () => {
    const before = await newest()
    await expect(ask('POST', '/areas', { name: 'Deck planner' })).rejects.toThrow('409')
    await expect(ask('PATCH', '/cases/FERRY-101', { version: 1, title: 'late' })).rejects.toThrow('409')
    expect(await since(before)).toEqual([])
  })
})

describe('what is read from it', () => {
  const acts = (query = '') => ask<ActList>('GET', `/acts${query}`)

  it('is who did what, in words, with the fields that differ', async () => {
    await ask('POST', '/cases/bulk', { keys: ['FERRY-102'], set: { priority: 4, addTags: ['tide'] } })
    const { rows, total } = await acts('?kind=case.changed&limit=1')
    expect(total).toBeGreaterThan(2)
    expect(rows[0]).toMatchObject<Partial<ActRow>>({
      actor: 'person',
      by: 'runa',
      clause: 'changed FERRY-102 Height limit',
      fields: [
        { field: 'tags', from: 'smoke', to: 'smoke, tide' },
        { field: 'priority', from: '2', to: '4' },
      ],
      canUndo: true,
      undone: null,
    })
  })

  it('is found by subject, person, day and words', async () => {
    const [one] = await bobbin.ask<{ id: number }>('select id from test_case where number = 102')
    expect((await acts(`?subject=case:${one?.id}`)).rows.every((row) => row.clause.includes('FERRY-102') || row.changed > 1)).toBe(true)
    expect((await acts(`?account=${await memberId('runa')}`)).total).toBeGreaterThan(10)
    expect((await acts('?search=Renamed')).rows.every((row) => row.subject.name.includes('Renamed'))).toBe(true)
    expect((await acts('?until=2020-01-01')).total).toBe(0)
    expect((await acts('?actor=token')).rows.every((row) => row.token === 'Demo pipeline' && row.by === 'runa')).toBe(true)
  })

  it('says nothing secret', async () => {
    const text = JSON.stringify(await bobbin.ask('select * from act')).replaceAll(/environment\.secret\w+/g, '')
    expect(text).not.toContain('open-sesame')
    expect(text).not.toMatch(/hash|bbn_|secret/)
  })

  it('comes out as CSV and NDJSON, oldest first and whole', async () => {
    const own = await bobbin.signIn('runa@gullhaven.example')
    const get = async (format: string) =>
      (await fetch(`${bobbin.url}/api/projects/gullhaven/acts/export?format=${format}`, { headers: { cookie: own } })).text()
    const { total } = await acts()
    const lines = (await get('ndjson'))
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line) as { id: number; changes: unknown[] })
    const csv = (await get('csv')).trimEnd().split('\r\n')
    // the system may act meanwhile
    const { total: after } = await acts()
    expect(lines.length).toBeGreaterThanOrEqual(total)
    expect(csv.length - 1).toBeGreaterThanOrEqual(lines.length)
    expect(csv.length - 1).toBeLessThanOrEqual(after)
    expect(lines.map(({ id }) => id)).toEqual(lines.map(({ id }) => id).sort((a, b) => a - b))
  })

  it('is of this project alone', async () => {
    await expect(
      fetch(`${bobbin.url}/api/projects/gullhaven/acts`, { headers: { authorization: `Bearer ${TOKEN}` } }),
    ).resolves.toMatchObject({
      status: 403,
    })
    const olav = await bobbin.signIn('olav@gullhaven.example', 'seven grey gulls')
    const theirs = await fetch(`${bobbin.url}/api/projects/skerries/acts`, { headers: { cookie: olav } })
    const { rows } = (await theirs.json()) as ActList
    expect(rows.filter((row) => row.by === 'runa')).toEqual([])
  })
})

describe('undoing', () => {
  const undo = (id: number | null) => ask<ActUndone>('POST', `/acts/${id}/undo`)

  it('is an act that can be undone', async () => {
    const { actId } = await ask<CaseChange>('POST', '/cases/bulk', { keys: ['FERRY-101', 'FERRY-102'], set: { priority: 1 } })
    const back = await undo(actId)
    expect(back.undone).toBe(2)
    expect((await undo(back.actId)).undone).toBe(2)
    const cases = await bobbin.ask<{ priority: number }>('select priority from test_case where number in (101, 102)')
    expect(cases.map(({ priority }) => priority)).toEqual([1, 1])
    await expect(undo(actId)).rejects.toThrow('404')
  })

  it('takes back a link, a decision, a setting and an area', async () => {
    const last = async () => newest()
    await ask('PUT', `/scripts/${await scriptId()}/links/FERRY-102`)
    await undo(await last())
    expect(await bobbin.ask('select 1 from link l join test_case c on c.id = l.case_id where c.number = 102')).toEqual([])
    await ask('PATCH', '', { keepDetailsDays: 90 })
    await undo(await last())
    expect((await bobbin.ask<{ d: number }>(`select keep_details_days as d from project where slug = 'gullhaven'`))[0]?.d).toBe(45)
    await ask('POST', '/areas', { name: 'Short-lived' })
    expect((await undo(await last())).left).toEqual([])
    expect((await ask<AreaNode[]>('GET', '/areas')).some(({ name }) => name === 'Short-lived')).toBe(false)
  })

  it('is not for what cannot be taken back', async () => {
    await ask('POST', '/tokens', { name: 'Gone', scope: 'read' })
    await expect(undo(await newest())).rejects.toThrow('404')
  })

  it('happens once, of two who ask at the same moment', async () => {
    const { actId } = await ask<CaseChange>('POST', '/cases/bulk', { keys: ['FERRY-101'], set: { priority: 3 } })
    const both = await Promise.allSettled([undo(actId), undo(actId)])
    expect(both.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
    expect((await bobbin.ask(`select 1 from act where undoes = ${actId}`)).length).toBe(1)
  })
})
