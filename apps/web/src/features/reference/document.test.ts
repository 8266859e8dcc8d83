import { expect, it } from 'vitest'
import { operationsOf, typeWords, type ApiDocument } from './document.js'

it.each([
  [{ type: 'string' }, 'string'],
  [{ type: ['string', 'null'] }, 'string | null'],
  [{ $ref: '#/components/schemas/CaseRow' }, 'CaseRow'],
  [{ type: 'array', items: { $ref: '#/x/CaseRow' } }, 'CaseRow[]'],
  [{ type: 'array', items: { enum: ['a', 'b'] } }, '("a" | "b")[]'],
  [{ anyOf: [{ $ref: '#/x/Lane' }, { type: 'null' }] }, 'Lane | null'],
  [{}, 'anything'],
])('%j is %s', (schema, words) => expect(typeWords(schema)).toBe(words))

it('finds operations by path and words', () => {
  const operation = (summary: string) => ({
    operationId: summary,
    tags: ['Cases'],
    summary,
    parameters: [],
    responses: { 204: { description: '' } },
    security: [],
  })
  const document: ApiDocument = {
    info: { title: '', version: '', description: '' },
    paths: { '/cases': { get: operation('The cases'), post: operation('Makes a case') } },
    components: { schemas: {} },
  }
  expect(operationsOf(document, 'makes')).toMatchObject([
    { tag: 'Cases', operations: [{ method: 'POST', path: '/api/cases', answer: 'nothing', who: 'Open to anybody.' }] },
  ])
  expect(operationsOf(document, 'nothing like it')).toEqual([])
})
