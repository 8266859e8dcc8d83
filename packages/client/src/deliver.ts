import type { DeliveryReport } from './contract.js'
import type { ApiClient } from './http.js'

/** Where results belong. */
export interface DeliveryTarget {
  pipeline: string
  build: string
  branch: string
  environment: string
  commit?: string | undefined
}

export interface OutgoingFile {
  name: string
  content: Blob
}

/** Sends result files in one request. @throws ApiError, UnreachableError */
export function deliver(
  client: ApiClient,
  project: string,
  target: DeliveryTarget,
  source: 'cli' | 'web',
  files: OutgoingFile[],
): Promise<DeliveryReport> {
  const form = new FormData()
  for (const file of files) form.append('file', file.content, file.name)
  const query = new URLSearchParams({ source })
  for (const [name, value] of Object.entries(target)) if (typeof value === 'string' && value !== '') query.set(name, value)
  return client.post<DeliveryReport>(`/projects/${encodeURIComponent(project)}/deliveries?${query.toString()}`, form)
}
