import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { documentOf } from './document.mjs'
import { routesOf } from './routes.mjs'

const SOURCE = `
@Controller('projects/:project/boats')
export class BoatsController {
  /** The boats of a project. Newest first. */
  @Get()
  list(@Ctx() context: Context, @Query() filter: BoatFilterDto): Promise<Boat[]> { return [] }

  /**
   * Takes a picture.
   * @takes multipart/form-data
   */
  @Post(':id/picture')
  @Needs('deliver')
  @HttpCode(204)
  picture(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {}

  /** Open. */
  @Get('open')
  @Public()
  open(): Promise<Boat> {}
}
class NoController { list() {} }`

const routes = () => {
  const file = join(mkdtempSync(join(tmpdir(), 'bobbin-openapi-')), 'boats.controller.ts')
  writeFileSync(file, SOURCE)
  return routesOf(file)
}
const schemas = {
  Boat: { type: 'object', properties: { name: { type: 'string' }, berth: { $ref: '#/components/schemas/Berth' } } },
  Berth: { type: 'object', properties: {} },
  Unused: { type: 'object', properties: {} },
  ProblemDetails: { type: 'object', properties: {} },
  BoatFilterDto: { type: 'object', properties: { search: { type: 'string', description: 'In names.' } }, required: [] },
}

describe('routes', () => {
  it('are read from the source of controllers: verb, path, who may, what they take and answer', () => {
    expect(routes()).toMatchObject([
      { name: 'list', verb: 'get', path: '/projects/{project}/boats', tag: 'Boats', summary: 'The boats of a project', description: 'Newest first.', scope: 'read', status: 200, answers: { list: true, type: 'Boat' } },
      { name: 'picture', verb: 'post', path: '/projects/{project}/boats/{id}/picture', scope: 'deliver', right: 'deliver', status: 204, body: { media: 'multipart/form-data' }, answers: { type: null } },
      { name: 'open', public: true },
    ]) // prettier-ignore
  })
})

describe('the document', () => {
  const document = documentOf(routes(), schemas, '1')
  const operation = document.paths['/projects/{project}/boats']?.['get']

  it('explodes a query into its parameters', () => {
    expect(operation?.parameters).toEqual([
      { name: 'project', in: 'path', required: true, schema: { type: 'string' } },
      { name: 'search', in: 'query', required: false, description: 'In names.', schema: { type: 'string' } },
    ])
  })
  it('holds the types that are spoken of, and no others', () =>
    expect(Object.keys(document.components.schemas)).toEqual(['Berth', 'Boat', 'ProblemDetails']))
  it('says who may call what', () => {
    expect(operation?.security).toEqual([{ session: [] }, { token: [] }])
    expect(document.paths['/projects/{project}/boats/open']?.['get']?.security).toEqual([])
  })
  it('refuses a query that nobody described', () => expect(() => documentOf(routes(), {}, '1')).toThrow(/No schema of BoatFilterDto/))
})

it('the document that the server hands out names every part of the API once', () => {
  const path = new URL('../../apps/server/src/openapi/openapi.json', import.meta.url)
  const document = JSON.parse(readFileSync(path, 'utf8')) as {
    openapi: string
    paths: Record<string, Record<string, { operationId: string; summary: string }>>
  }
  const operations = Object.values(document.paths).flatMap((methods) => Object.values(methods))
  expect(document.openapi).toBe('3.1.0')
  expect(operations.length).toBeGreaterThan(40)
  expect(new Set(operations.map((operation) => operation.operationId)).size).toBe(operations.length)
  expect(operations.filter((operation) => operation.summary === '').map((operation) => operation.operationId)).toEqual([])
})
