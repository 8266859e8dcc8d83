/** As much of an OpenAPI document as the page shows. */
export interface ApiDocument {
  info: { title: string; version: string; description: string }
  paths: Record<string, Record<string, ApiOperation>>
  components: { schemas: Record<string, Schema> }
}

export interface Schema {
  type?: string | string[]
  $ref?: string
  items?: Schema
  enum?: unknown[]
  const?: unknown
  anyOf?: Schema[]
  properties?: Record<string, Schema>
  required?: string[]
  additionalProperties?: boolean | Schema
  description?: string
}

interface ApiOperation {
  operationId: string
  tags: string[]
  summary: string
  description?: string
  security?: unknown[]
  'x-scope-text'?: string
  parameters: Parameter[]
  requestBody?: { content: Record<string, { schema: Schema }> }
  responses: Record<string, { description: string; content?: Record<string, { schema: Schema }> }>
}

interface Parameter {
  name: string
  in: string
  required: boolean
  description?: string
  schema: Schema
}

export interface Operation {
  id: string
  method: string
  path: string
  summary: string
  description: string | null
  /** Who may call it. */
  who: string
  parameters: Parameter[]
  body: string | null
  answer: string
}

/** Operations by part of the API, only those that `search` names. */
export function operationsOf(document: ApiDocument, search: string): { tag: string; operations: Operation[] }[] {
  const groups = new Map<string, Operation[]>()
  const words = search.trim().toLowerCase()
  for (const [path, methods] of Object.entries(document.paths)) {
    for (const [method, operation] of Object.entries(methods)) {
      if (!`${method} ${path} ${operation.summary}`.toLowerCase().includes(words)) continue
      const tag = operation.tags[0] ?? ''
      groups.set(tag, [...(groups.get(tag) ?? []), operationOf(path, method, operation)])
    }
  }
  return [...groups].sort(([a], [b]) => a.localeCompare(b)).map(([tag, operations]) => ({ tag, operations }))
}

function operationOf(path: string, method: string, operation: ApiOperation): Operation {
  const [answer] = Object.entries(operation.responses).filter(([status]) => status.startsWith('2'))
  return {
    id: operation.operationId,
    method: method.toUpperCase(),
    path: `/api${path}`,
    summary: operation.summary,
    description: operation.description ?? null,
    who: operation.security?.length === 0 ? 'Open to anybody.' : (operation['x-scope-text'] ?? ''),
    parameters: operation.parameters,
    body: operation.requestBody ? contentWords(operation.requestBody.content) : null,
    answer: answer?.[1].content ? contentWords(answer[1].content) : 'nothing',
  }
}

function contentWords(content: Record<string, { schema: Schema }>): string {
  const [[media = '', { schema }] = ['', { schema: {} }]] = Object.entries(content)
  return media === 'application/json' ? typeWords(schema) : media
}

/** A type in few words: `string | null`, `CaseRow[]`, `"draft" | "approved"`. */
export function typeWords(schema: Schema): string {
  if (schema.$ref) return schema.$ref.split('/').at(-1) ?? ''
  if (schema.anyOf) return schema.anyOf.map(typeWords).join(' | ')
  if (schema.const !== undefined) return JSON.stringify(schema.const)
  if (schema.enum) return schema.enum.map((value) => JSON.stringify(value)).join(' | ')
  if (schema.type === 'array')
    return schema.items?.anyOf || schema.items?.enum ? `(${typeWords(schema.items)})[]` : `${typeWords(schema.items ?? {})}[]`
  if (Array.isArray(schema.type)) return schema.type.join(' | ')
  return schema.type ?? 'anything'
}
