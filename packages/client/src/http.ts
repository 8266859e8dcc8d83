import type { paths, ProblemDetails } from './api.generated.js'

/** The server said no: status, stable code, and a sentence that says what to do. */
export class ApiError extends Error {
  override name = 'ApiError'
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    /** What the server adds, for example the newer version of what was edited. */
    readonly extra: Record<string, unknown> = {},
    /** After how many milliseconds it is worth asking again, where the server says so. */
    readonly retryAfterMs: number | null = null,
  ) {
    super(message)
  }
}

/** The server could not be reached at all. */
export class UnreachableError extends Error {
  override name = 'UnreachableError'
}

export interface ApiClientOptions {
  /** '' in a browser, else `http://host:port`. */
  baseUrl: string
  token?: string
  /** Sends requests; by default the fetch of the platform. */
  fetch?: typeof fetch
}

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete'
type Operation<M extends Method, P extends keyof paths> = Exclude<paths[P][M], undefined>
/** Paths of the API that know a method. */
export type PathOf<M extends Method> = { [P in keyof paths]: paths[P] extends { [K in M]?: never } ? never : P }[keyof paths]
type Parameter<O, In extends string> = O extends { parameters: { [K in In]?: infer T } } ? Exclude<T, undefined> : never
type BodyOf<O> = O extends { requestBody: { content: infer C } }
  ? 'application/json' extends keyof C
    ? C['application/json']
    : FormData
  : never
type Contents<O> = O extends { responses: infer R } ? { [S in Extract<keyof R, 200 | 201>]: R[S] }[Extract<keyof R, 200 | 201>] : never
/** What an operation answers; nothing where it answers nothing, text where it answers no JSON. */
export type Answer<M extends Method, P extends keyof paths> =
  Contents<Operation<M, P>> extends { content: infer C } ? ('application/json' extends keyof C ? C['application/json'] : string) : undefined

type Field<Name extends string, T> = [T] extends [never] ? object : object extends T ? { [K in Name]?: T } : { [K in Name]: T }
/** What a request of an operation needs besides its path. */
export type RequestOf<M extends Method, P extends keyof paths> = Field<'path', Parameter<Operation<M, P>, 'path'>> &
  Field<'query', Parameter<Operation<M, P>, 'query'>> &
  Field<'body', BodyOf<Operation<M, P>>> & { signal?: AbortSignal }

type Rest<T> = object extends T ? [request?: T] : [request: T]

interface AnyRequest {
  path?: Record<string, string | number>
  query?: Record<string, string | number | boolean | (string | number)[] | null | undefined>
  body?: unknown
  signal?: AbortSignal
}

/** Sends requests as the OpenAPI document types them, and turns problem details (RFC 9457) into `ApiError`. */
export class ApiClient {
  constructor(private readonly options: ApiClientOptions) {}

  get<P extends PathOf<'get'>>(path: P, ...[request]: Rest<RequestOf<'get', P>>): Promise<Answer<'get', P>> {
    return this.send('get', path, request)
  }
  post<P extends PathOf<'post'>>(path: P, ...[request]: Rest<RequestOf<'post', P>>): Promise<Answer<'post', P>> {
    return this.send('post', path, request)
  }
  put<P extends PathOf<'put'>>(path: P, ...[request]: Rest<RequestOf<'put', P>>): Promise<Answer<'put', P>> {
    return this.send('put', path, request as AnyRequest)
  }
  patch<P extends PathOf<'patch'>>(path: P, ...[request]: Rest<RequestOf<'patch', P>>): Promise<Answer<'patch', P>> {
    return this.send('patch', path, request as AnyRequest)
  }
  delete<P extends PathOf<'delete'>>(path: P, ...[request]: Rest<RequestOf<'delete', P>>): Promise<Answer<'delete', P>> {
    return this.send('delete', path, request)
  }

  /** The address of an operation, for links that download. */
  address<P extends PathOf<'get'>>(path: P, ...[request]: Rest<RequestOf<'get', P>>): string {
    return this.options.baseUrl + addressOf(path, request)
  }

  private async send<T>(method: Method, path: string, request: AnyRequest = {}): Promise<T> {
    const { body, signal } = request
    const form = body instanceof FormData
    const headers: Record<string, string> = { accept: 'application/json' }
    if (body !== undefined && !form) headers['content-type'] = 'application/json'
    if (this.options.token) headers['authorization'] = `Bearer ${this.options.token}`
    const payload = body === undefined ? null : form ? body : JSON.stringify(body)
    const send = this.options.fetch ?? fetch
    const response = await send(this.options.baseUrl + addressOf(path, request), {
      method: method.toUpperCase(),
      headers,
      body: payload,
      signal: signal ?? null,
    }).catch((error: unknown) => {
      if (signal?.aborted) throw error
      throw new UnreachableError(`No answer from ${this.options.baseUrl || 'the server'}: ${reasonOf(error)}`, { cause: error })
    })
    if (!response.ok) throw await problemOf(response)
    if (response.status === 204) return undefined as T
    const json = response.headers.get('content-type')?.includes('json') ?? true
    return (json ? await response.json() : await response.text()) as T
  }
}

/** Fills `{name}` in the path and appends the query; lists are comma-separated, what is undefined or null is left out. */
function addressOf(path: string, { path: names = {}, query = {} }: AnyRequest = {}): string {
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => {
    const value = names[name]
    if (value === undefined) throw new Error(`${path} needs a value for ${name}`)
    return encodeURIComponent(value)
  })
  const search = new URLSearchParams()
  for (const [name, value] of Object.entries(query)) {
    if (value !== undefined && value !== null && value !== '') search.set(name, Array.isArray(value) ? value.join(',') : String(value))
  }
  return `/api${filled}${search.size > 0 ? `?${search.toString()}` : ''}`
}

function reasonOf(error: unknown): string {
  const cause = error instanceof Error ? (error.cause ?? error) : error
  return cause instanceof Error ? cause.message || cause.name : String(cause)
}

async function problemOf(response: Response): Promise<ApiError> {
  const problem = (await response.json().catch(() => null)) as (Partial<ProblemDetails> & Record<string, unknown>) | null
  const { code, detail, type: _type, title: _title, status: _status, ...extra } = problem ?? {}
  const after = Number(response.headers.get('retry-after') ?? NaN)
  return new ApiError(
    response.status,
    code ?? 'http',
    detail ?? `The server answered ${response.status} ${response.statusText}`,
    extra,
    Number.isFinite(after) ? after * 1000 : null,
  )
}
