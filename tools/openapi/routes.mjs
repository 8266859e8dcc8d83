// Reads the routes of the API from the controllers' source: verbs, paths, parameters, bodies, answers, and what they say of themselves.
import { readFileSync } from 'node:fs'
import ts from 'typescript'

const VERBS = { Get: 'get', Post: 'post', Put: 'put', Patch: 'patch', Delete: 'delete', Sse: 'get' }

/**
 * @typedef {{ name: string, verb: string, path: string, tag: string, summary: string, description: string, public: boolean, scope: 'read' | 'deliver' | 'person', right: string | null,
 *   status: number, answers: { list: boolean, type: string | null, media: string }, parameters: { in: string, name?: string, dto?: string, integer?: boolean }[],
 *   body: { dto?: string, media: string } | null }} Route
 */

/** @returns {Route[]} the routes of one controller file */
export function routesOf(file) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
  return source.statements.filter(ts.isClassDeclaration).flatMap((declaration) => {
    const controller = decorator(declaration, 'Controller')
    if (!controller) return []
    const prefix = textOf(controller.arguments[0]) ?? ''
    const tag = declaration.name.text.replace(/Controller$/, '')
    return declaration.members.filter(ts.isMethodDeclaration).flatMap((method) => routeOf(method, prefix, tag, declaration))
  })
}

function routeOf(method, prefix, tag, controller) {
  const verb = Object.keys(VERBS).find((name) => decorator(method, name))
  if (!verb) return []
  const path = [prefix, textOf(decorator(method, verb).arguments[0])].filter(Boolean).join('/')
  const doc = docOf(method)
  const has = (name) => Boolean(decorator(method, name) ?? decorator(controller, name))
  const answers = answerOf(method, doc, verb)
  const right = textOf((decorator(method, 'Needs') ?? decorator(controller, 'Needs'))?.arguments[0]) ?? null
  const code = decorator(method, 'HttpCode')?.arguments[0]
  return {
    name: method.name.text,
    verb: VERBS[verb],
    path: `/${path.replace(/:(\w+)/g, '{$1}')}`,
    tag,
    summary: doc.summary,
    description: doc.rest,
    public: has('Public'),
    scope: scopeOf(has('PersonOnly'), right, VERBS[verb]),
    right,
    status: code ? Number(code.text) : VERBS[verb] === 'post' ? 201 : 200,
    answers,
    parameters: method.parameters.flatMap(parameterOf),
    body: bodyOf(method, doc),
  }
}

/** Which tokens may call a route: those whose scope has the right that it needs. */
function scopeOf(personOnly, right, verb) {
  if (personOnly) return 'person'
  if (right === null) return verb === 'get' ? 'read' : 'person'
  return right === 'read' || right === 'deliver' ? right : 'person'
}

/** `Promise<Name>`, `Promise<Name[]>`, `Promise<void>`; another media type by the tag `@answers text/csv`, the data of server-sent events by `@event Name` or `@event Name | Other`. */
function answerOf(method, doc, verb) {
  const media = verb === 'Sse' ? 'text/event-stream' : (doc.tags.answers ?? 'application/json')
  if (media !== 'application/json') return { list: false, type: doc.tags.event ?? null, media }
  const type = method.type
  const inner = type && ts.isTypeReferenceNode(type) && type.typeName.text === 'Promise' ? type.typeArguments[0] : type
  if (!inner) throw new Error(`${method.name.text} in ${method.getSourceFile().fileName} says no type it answers`)
  if (inner.kind === ts.SyntaxKind.VoidKeyword) return { list: false, type: null, media }
  if (ts.isArrayTypeNode(inner)) return { list: true, type: inner.elementType.getText(), media }
  return { list: false, type: inner.getText(), media }
}

function parameterOf(parameter) {
  const path = decorator(parameter, 'Param')
  if (path) return [{ in: 'path', name: textOf(path.arguments[0]), integer: path.arguments[1]?.getText() === 'ParseIntPipe' }]
  if (decorator(parameter, 'Ctx')) return [{ in: 'path', name: 'project', integer: false }]
  if (decorator(parameter, 'Query')) return [{ in: 'query', dto: parameter.type.getText() }]
  return []
}

function bodyOf(method, doc) {
  if (doc.tags.takes) return { media: doc.tags.takes }
  const body = method.parameters.find((parameter) => decorator(parameter, 'Body'))
  return body ? { dto: body.type.getText(), media: 'application/json' } : null
}

function docOf(method) {
  const [doc] = method.jsDoc?.slice(-1) ?? []
  const text = (typeof doc?.comment === 'string' ? doc.comment : (ts.getTextOfJSDocComment(doc?.comment) ?? '')).replace(/\s+/g, ' ').trim()
  const tags = Object.fromEntries((doc?.tags ?? []).map((tag) => [tag.tagName.text, String(tag.comment ?? '').trim()]))
  const [, summary, rest] = /^(.*?[.:](?=\s|$)|.*)\s*(.*)$/s.exec(text)
  return { summary: summary.replace(/[.:]$/, ''), rest, tags }
}

/** The call of a decorator by name, or undefined. */
export function decorator(node, name) {
  return ts
    .getDecorators(node)
    ?.map(({ expression }) => expression)
    .find((expression) => ts.isCallExpression(expression) && expression.expression.getText() === name)
}

const textOf = (node) => (node && ts.isStringLiteral(node) ? node.text : null)
