import type { Board, BoardHead, BoardList, BoardParts } from '@bobbin/client'
import type { BoardPart } from '@bobbin/core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type AsPerson, resultFile, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let runa: AsPerson
const lens = { branch: 'main', span: 10 }
const tiles = [
  { kind: 'brief', wide: false },
  { kind: 'weave', wide: true },
  { kind: 'days', wide: true, by: 'cause' },
  { kind: 'areas', wide: false },
]

beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit')])
  runa = await bobbin.person('runa@gullhaven.example')
  await bobbin.deliver(resultFile(['calm', { name: 'axle', key: 'FERRY-214' }]), { build: '1' })
  await bobbin.deliver(resultFile(['calm', { name: 'axle', key: 'FERRY-214', fails: 'too heavy' }]), { build: '2' })
})
afterAll(() => bobbin.stop())

/** The parts that are asked for, in one. */
async function partsOf(id: number, ...parts: BoardPart[]): Promise<Partial<BoardParts>> {
  const found = await Promise.all(parts.map(async (part) => [part, (await runa<BoardParts>('GET', `/boards/${id}/parts/${part}`))[part]]))
  return Object.fromEntries(found) as Partial<BoardParts>
}

const wall = (path: string | null) => fetch(`${bobbin.url}/api${path}`)

describe('a board', () => {
  let board: Board

  it('is kept with its lens and tiles, and shows what their pages say', async () => {
    board = await runa<Board>('POST', '/boards', { name: 'Morning', shared: false, lens, tiles })
    expect(board).toMatchObject({ name: 'Morning', mine: true, shared: false, lens, tiles, wall: null })
    expect(await runa<BoardHead>('GET', `/boards/${board.id}`)).toMatchObject({ board, project: { slug: 'gullhaven' } })
    const data = await partsOf(board.id, 'brief', 'weave', 'days', 'areas')
    expect(data.brief?.findings[0]).toMatchObject({ kind: 'newlyFailing', count: 1 })
    expect(data.weave?.rows.map(({ thread }) => thread)).toEqual(['12'])
    expect(data.days).toMatchObject({ by: 'cause', series: [{ name: 'too heavy', failed: [1] }] })
    expect(data.areas?.rows).toMatchObject([{ name: 'Deck planner', failed: 1 }])
    // of one part nothing else is computed
    const { at, days, ...others } = await runa<BoardParts>('GET', `/boards/${board.id}/parts/days`)
    expect([Date.parse(at) > 0, days !== null, Object.values(others).filter((part) => part !== null)]).toEqual([true, true, []])
    // a part that no tile shows is not there, nor is one that does not exist
    await expect(runa('GET', `/boards/${board.id}/parts/slow`)).rejects.toThrow(/tile/)
    await expect(runa('GET', `/boards/${board.id}/parts/weather`)).rejects.toThrow(/enum|part/)
  })

  it('shows builds, causes, activity, what failed most and automation as their pages do', async () => {
    const more = ['builds', 'causes', 'activity', 'failedMost', 'automation'].map((kind) => ({ kind, wide: false }))
    const other = await runa<Board>('POST', '/boards', { name: 'More', shared: false, lens, tiles: more })
    const data = await partsOf(other.id, 'builds', 'causes', 'activity', 'areas', 'days')
    expect(data.builds?.rows.map(({ build }) => build)).toEqual(['2', '1'])
    expect(data.causes?.rows).toMatchObject([{ title: 'too heavy', tests: 1 }])
    expect(data.activity?.rows.map(({ kind }) => kind)).toEqual(['delivery', 'delivery'])
    expect(data.areas?.moves.at(-1)).toMatchObject({ cases: 1, automated: 1 })
    expect(data.days?.days).toHaveLength(1)
    await runa('DELETE', `/boards/${other.id}`)
  })

  it('is changed, and refused where its name is taken or a tile is unknown', async () => {
    const other = await runa<Board>('POST', '/boards', { name: 'Other', shared: false, lens: {}, tiles: [] })
    await expect(runa('PUT', `/boards/${other.id}`, { name: 'Morning', shared: false, lens: {}, tiles: [] })).rejects.toThrow(/already/)
    await expect(runa('POST', '/boards', { name: 'x', shared: false, lens: {}, tiles: [{ kind: 'weather', wide: true }] })).rejects.toThrow(
      /kind/,
    )
    const twice = { name: 'x', shared: false, lens: {}, tiles: [tiles[0], tiles[0]] }
    await expect(runa('POST', '/boards', twice)).rejects.toThrow(/tiles/)
    const changed = await runa<Board>('PUT', `/boards/${other.id}`, { name: 'Other', shared: true, lens: { span: 5 }, tiles: [tiles[0]] })
    expect(changed).toMatchObject({ shared: true, lens: { span: 5 }, tiles: [tiles[0]] })
    await runa('DELETE', `/boards/${other.id}`)
    await expect(runa('GET', `/boards/${other.id}`)).rejects.toThrow(/board/)
  })

  it('is seen by others once it is shared, and changed by nobody else', async () => {
    await bobbin.ask(
      `insert into account (email, name, kind, password_hash) select 'tove@gullhaven.example', 'Tove', kind, password_hash from account where email like 'runa%'`,
    )
    await bobbin.ask(`insert into membership (project_id, account_id, role) select 1, id, 'lead' from account where email like 'tove%'`)
    const tove = await bobbin.person('tove@gullhaven.example')
    expect((await tove<BoardList>('GET', '/boards')).rows).toEqual([])
    await expect(tove('GET', `/boards/${board.id}`)).rejects.toThrow(/board/)
    await runa('PUT', `/boards/${board.id}`, { name: 'Morning', shared: true, lens, tiles })
    expect((await tove<BoardList>('GET', '/boards')).rows).toMatchObject([{ name: 'Morning', mine: false, wall: null }])
    await expect(tove('PUT', `/boards/${board.id}`, { name: 'Mine now', shared: true, lens, tiles })).rejects.toThrow(/belongs to/)
    await expect(tove('POST', `/boards/${board.id}/wall`)).rejects.toThrow(/belongs to/)
  })

  it('is shown on walls under its link, without signing in, until that is revoked', async () => {
    const opened = await runa<Board>('POST', `/boards/${board.id}/wall`)
    expect(opened.wall).toMatch(/^\/wall\/[0-9a-f-]{36}$/)
    const shown = (await (await wall(opened.wall)).json()) as BoardHead
    expect(shown).toMatchObject({ board: { name: 'Morning', mine: false, wall: null }, project: { slug: 'gullhaven' } })
    const part = async (name: BoardPart) => (await (await wall(`${opened.wall}/parts/${name}`)).json()) as BoardParts
    expect((await part('weave')).weave?.rows).toHaveLength(1)
    expect((await part('brief')).brief?.findings.filter(({ kind }) => kind === 'mine')).toEqual([])
    // the link opens nothing else, and a guessed one nothing at all
    expect((await fetch(`${bobbin.url}/api/projects/gullhaven/brief`)).status).toBe(401)
    expect((await wall('/wall/00000000-0000-4000-8000-000000000000')).status).toBe(404)
    const renewed = await runa<Board>('POST', `/boards/${board.id}/wall`)
    expect((await wall(opened.wall)).status).toBe(404)
    expect((await wall(`${opened.wall}/parts/weave`)).status).toBe(404)
    expect((await wall(renewed.wall)).status).toBe(200)
    await runa('DELETE', `/boards/${board.id}/wall`)
    expect((await wall(renewed.wall)).status).toBe(404)
  })

  it('is taken off walls by who manages the project, shared or not, and by no other member', async () => {
    const tove = await bobbin.person('tove@gullhaven.example')
    await runa('PUT', `/boards/${board.id}`, { name: 'Morning', shared: false, lens, tiles })
    const { wall: path } = await runa<Board>('POST', `/boards/${board.id}/wall`)
    await bobbin.ask(`update membership set role = 'viewer' where account_id = (select id from account where email like 'tove%')`)
    expect((await tove<BoardList>('GET', '/boards')).rows).toEqual([])
    await expect(tove('DELETE', `/boards/${board.id}/wall`)).rejects.toThrow(/board/)
    await bobbin.ask(`update membership set role = 'lead' where account_id = (select id from account where email like 'tove%')`)
    expect((await tove<BoardList>('GET', '/boards')).rows).toMatchObject([{ name: 'Morning', mine: false, wall: null, onWall: true }])
    await tove('DELETE', `/boards/${board.id}/wall`)
    expect((await wall(path)).status).toBe(404)
    expect((await tove<BoardList>('GET', '/boards')).rows).toEqual([])
  })

  it('ends on walls when its maker leaves the project', async () => {
    const { wall: path } = await runa<Board>('POST', `/boards/${board.id}/wall`)
    await bobbin.ask(`delete from membership m using account a where a.id = m.account_id and a.email like 'runa%'`)
    expect((await wall(path)).status).toBe(404)
  })
})
