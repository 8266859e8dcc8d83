// Puts routes and schemas together as an OpenAPI 3.1 document.
const SCOPES = {
  read: 'A person’s session, or a token of any scope.',
  deliver: 'A person’s session, or a token with the scope “deliver”.',
  person: 'A person’s session; no token.',
}

/** @param {import('./routes.mjs').Route[]} routes */
export function documentOf(routes, schemas, version) {
  const paths = pathsOf(routes, schemas)
  const named = reachable(paths, schemas)
  const used = Object.entries(schemas).filter(([name]) => named.has(name))
  return {
    openapi: '3.1.0',
    info: {
      title: 'Bobbin',
      version,
      description: 'Everything Bobbin does. Times are ISO 8601, durations are milliseconds, errors are problem details (RFC 9457).',
    },
    servers: [{ url: '/api' }],
    tags: [...new Set(routes.map((route) => route.tag))].sort().map((name) => ({ name })),
    paths,
    components: {
      schemas: Object.fromEntries(used.sort(([a], [b]) => (a < b ? -1 : 1))),
      securitySchemes: {
        token: { type: 'http', scheme: 'bearer', description: 'A token made in Settings.' },
        session: { type: 'apiKey', in: 'cookie', name: 'bobbin_session', description: 'Set by signing in.' },
      },
    },
  }
}

/** Names of the schemas that the paths speak of, and those that these speak of. */
function reachable(paths, schemas) {
  const found = new Set()
  const follow = (part) => {
    for (const [, name] of JSON.stringify(part ?? {}).matchAll(/"#\/components\/schemas\/([^"]+)"/g)) {
      if (found.has(name)) continue
      found.add(name)
      follow(schemas[name])
    }
  }
  follow(paths)
  return found
}

function pathsOf(routes, schemas) {
  const paths = {}
  for (const route of [...routes].sort((a, b) => (a.path < b.path ? -1 : a.path > b.path ? 1 : 0))) {
    ;(paths[route.path] ??= {})[route.verb] = operationOf(route, schemas)
  }
  return paths
}

function operationOf(route, schemas) {
  const { body } = route
  return {
    operationId: `${route.tag[0].toLowerCase()}${route.tag.slice(1)}${route.name[0].toUpperCase()}${route.name.slice(1)}`,
    tags: [route.tag],
    summary: route.summary,
    ...(route.description && { description: route.description }),
    ...(route.public ? { security: [] } : { security: route.scope === 'person' ? [{ session: [] }] : [{ session: [] }, { token: [] }] }),
    ...(!route.public && {
      'x-scope': route.scope,
      'x-scope-text':
        route.right === null ? SCOPES[route.scope] : `${SCOPES[route.scope]} It needs the right “${route.right}” (docs/rights.md).`,
      ...(route.right !== null && { 'x-right': route.right }),
    }),
    parameters: route.parameters.flatMap((parameter) => parametersOf(parameter, schemas)),
    ...(body && { requestBody: { required: true, content: { [body.media]: { schema: bodySchema(body) } } } }),
    responses: {
      [route.status]: answerOf(route),
      default: { description: 'What went wrong', content: { 'application/problem+json': { schema: ref('ProblemDetails') } } },
    },
  }
}

function parametersOf(parameter, schemas) {
  if (parameter.in === 'path')
    return [{ name: parameter.name, in: 'path', required: true, schema: { type: parameter.integer ? 'integer' : 'string' } }]
  const dto = schemas[parameter.dto]
  if (!dto) throw new Error(`No schema of ${parameter.dto}`)
  return Object.entries(dto.properties ?? {}).map(([name, { description, ...schema }]) => ({
    name,
    in: 'query',
    required: dto.required?.includes(name) ?? false,
    ...(description && { description }),
    schema,
    ...(schema.type === 'array' && { style: 'form', explode: false }),
  }))
}

const bodySchema = (body) =>
  body.dto
    ? ref(body.dto)
    : body.media === 'multipart/form-data'
      ? { type: 'object', properties: { file: { type: 'array', items: { type: 'string', contentMediaType: 'application/octet-stream' } } } }
      : { type: 'string' }

const oneOf = ([name, ...others]) => (others.length === 0 ? ref(name) : { oneOf: [name, ...others].map(ref) })

function answerOf({ answers: { list, type, media }, status }) {
  if (media !== 'application/json')
    return { description: 'Done', content: { [media]: { schema: type ? oneOf(type.split(' | ')) : { type: 'string' } } } }
  if (!type) return { description: status === 204 ? 'Done, nothing to say' : 'Done' }
  return { description: 'Done', content: { [media]: { schema: list ? { type: 'array', items: ref(type) } : ref(type) } } }
}

const ref = (name) => ({ $ref: `#/components/schemas/${name}` })
