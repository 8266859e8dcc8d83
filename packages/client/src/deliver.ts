import type { DeliveryReport } from './api.generated.js'
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
  /** It is no result file, but may be named by one: a picture, a log. */
  attachment?: boolean
}

/** Sends result files in one request. @throws ApiError, UnreachableError */
export function deliver(
  client: ApiClient,
  project: string,
  target: DeliveryTarget,
  source: 'cli' | 'web',
  files: OutgoingFile[],
): Promise<DeliveryReport> {
  const body = new FormData()
  for (const file of files) body.append(file.attachment ? 'attachment' : 'file', file.content, file.name)
  return client.post('/projects/{project}/deliveries', { path: { project }, query: { source, ...target }, body })
}
