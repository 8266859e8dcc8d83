import type { ProblemDetails } from './contract.js'

/** The server said no: status, stable code, and a sentence that says what to do. */
export class ApiError extends Error {
  override name = 'ApiError'
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
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
}

/** Sends requests and turns problem details (RFC 9457) into `ApiError`. */
export class ApiClient {
  constructor(private readonly options: ApiClientOptions) {}

  get<T>(path: string, signal?: AbortSignal): Promise<T> {
    return this.send<T>('GET', path, undefined, signal)
  }
  post<T>(path: string, body?: unknown): Promise<T> {
    return this.send<T>('POST', path, body)
  }
  put<T>(path: string, body?: unknown): Promise<T> {
    return this.send<T>('PUT', path, body)
  }
  patch<T>(path: string, body: unknown): Promise<T> {
    return this.send<T>('PATCH', path, body)
  }
  delete<T>(path: string): Promise<T> {
    return this.send<T>('DELETE', path)
  }

  private async send<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
    const form = body instanceof FormData
    const headers: Record<string, string> = { accept: 'application/json' }
    if (body !== undefined && !form) headers['content-type'] = 'application/json'
    if (this.options.token) headers['authorization'] = `Bearer ${this.options.token}`
    const payload = body === undefined ? null : form ? body : JSON.stringify(body)
    const response = await fetch(`${this.options.baseUrl}/api${path}`, { method, headers, body: payload, signal: signal ?? null }).catch(
      (error: unknown) => {
        if (signal?.aborted) throw error
        throw new UnreachableError(`No answer from ${this.options.baseUrl || 'the server'}: ${reasonOf(error)}`, { cause: error })
      },
    )
    if (!response.ok) throw await problemOf(response)
    return (response.status === 204 ? undefined : await response.json()) as T
  }
}

function reasonOf(error: unknown): string {
  const cause = error instanceof Error ? (error.cause ?? error) : error
  return cause instanceof Error ? cause.message || cause.name : String(cause)
}

async function problemOf(response: Response): Promise<ApiError> {
  const problem = (await response.json().catch(() => null)) as Partial<ProblemDetails> | null
  return new ApiError(
    response.status,
    problem?.code ?? 'http',
    problem?.detail ?? `The server answered ${response.status} ${response.statusText}`,
  )
}
